import { readFileSync, writeFileSync } from 'node:fs';
import { PROCESSES } from '@cuadro/core/process/processes';
import { billLines } from '@cuadro/core/routes/bill';
import type { Line } from '@cuadro/core/worksheet/types';

/** docs/formulas.md: every line of every route, written from the templates themselves. `--check` only compares. */
const table = (lines: readonly Line[]): string =>
  ['| line | label | unit | expression |', '|---|---|---|---|', ...lines.map((l) => `| \`${l.name}\` | ${l.label} | ${l.unit || '–'} | \`${l.expr.replace(/\|/g, '\\|')}\` |`)].join('\n');

export function formulas(): string {
  return [
    '# Formulas',
    'Written by `npm run docs:formulas` from the templates in `core/src/routes/`. Units are checked for every line by a test, in dimension and in size.',
    ...PROCESSES.map((p) => `## ${p.label}\n\n${p.what}\n\n${table(p.lines)}\n\nStages: ${p.stages.map((s) => `${s.label} (${s.resource}, \`${s.hours}\`${s.runs ? ` × \`${s.runs}\`` : ''})`).join(' → ')}.`),
    `## The bill, in house\n\nThe end of every route; \`direct_each\` and \`direct_once\` add up the route's own cost lines.\n\n${table(billLines([], 'house'))}`,
    `## The bill, bureau\n\n${table(billLines([], 'bureau'))}`,
  ].join('\n\n') + '\n';
}

const FILE = 'docs/formulas.md';
if (process.argv[1]?.endsWith('formulas.ts')) {
  if (process.argv.includes('--check')) {
    if (readFileSync(FILE, 'utf8') !== formulas()) {
      console.error(`${FILE} is not what the templates say: run npm run docs:formulas`);
      process.exit(1);
    }
  } else writeFileSync(FILE, formulas());
}
