// npm run format: line length 160 and plain spacing for every TypeScript file; --check only names the files that would change.
// Tables that read better as tables say dprint-ignore-file (or dprint-ignore above one of them).
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { createFromBuffer } from '@dprint/formatter';
import { getPath } from '@dprint/typescript';

const formatter = createFromBuffer(readFileSync(getPath()));
formatter.setConfig(
  { lineWidth: 160, newLineKind: 'lf' },
  {
    quoteStyle: 'preferSingle', useBraces: 'maintain', singleBodyPosition: 'maintain', nextControlFlowPosition: 'sameLine', bracePosition: 'sameLine',
    operatorPosition: 'maintain', 'conditionalExpression.operatorPosition': 'nextLine', 'arrowFunction.useParentheses': 'maintain', 'module.sortImportDeclarations': 'maintain', 'module.sortExportDeclarations': 'maintain',
    'importDeclaration.sortNamedImports': 'maintain', 'exportDeclaration.sortNamedExports': 'maintain', 'typeLiteral.separatorKind': 'semiColon',
  },
);
const check = process.argv.includes('--check');
const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts'], { encoding: 'utf8' }).split('\n').filter(Boolean);
const changed = files.filter((filePath) => {
  const fileText = readFileSync(filePath, 'utf8');
  // Once more where a broken line lets another one be joined.
  let formatted = formatter.formatText({ filePath, fileText });
  for (let pass = 0; pass < 3; pass++) formatted = formatter.formatText({ filePath, fileText: formatted });
  if (!check && formatted !== fileText) writeFileSync(filePath, formatted);
  return formatted !== fileText;
});
for (const f of changed) console.log(check ? `${f}: run "npm run format"` : f);
process.exit(check && changed.length ? 1 : 0);
