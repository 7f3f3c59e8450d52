import { readFileSync, writeFileSync } from 'node:fs';
import { counts, withCounts } from './counts';
import { formulas } from './formulas';
import { needSchema } from './need-schema';
import { notice } from './notice';

/** Documents that the code writes: formulas, the form of a need file, counts in the README. `--check` only compares. */
const DOCUMENTS: readonly [file: string, text: () => string][] = [
  ['docs/formulas.md', formulas],
  ['docs/need.schema.json', () => `${JSON.stringify(needSchema, null, 1)}\n`],
  ['NOTICE.md', notice],
  ['README.md', () => withCounts(readFileSync('README.md', 'utf8'), counts())],
];

let stale = false;
for (const [file, text] of DOCUMENTS) {
  const now = text();
  if (readFileSync(file, 'utf8') === now) continue;
  if (process.argv.includes('--check')) {
    console.error(`${file} is not what the code says: run npm run docs`);
    stale = true;
  } else writeFileSync(file, now);
}
process.exitCode = stale ? 1 : 0;
