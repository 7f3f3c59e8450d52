import { inputDoc } from '@cuadro/core/inputs/text';
import { MAKERS } from '@cuadro/core/make/makers';
import { PLANNERS } from '@cuadro/core/plan/planners';
import { PROCESSES } from '@cuadro/core/process/processes';
import { billLines } from '@cuadro/core/routes/bill';
import type { Line } from '@cuadro/core/worksheet/types';

/** docs/formulas.md: every line of every route and plan and every input of planners and makers, written from the templates themselves. */
const table = (lines: readonly Line[]): string =>
  [
    '| line | label | unit | expression |',
    '|---|---|---|---|',
    ...lines.map((l) => `| \`${l.name}\` | ${l.label} | ${l.unit || '–'} | \`${l.expr.replace(/\|/g, '\\|')}\` |`),
  ].join('\n');

export function formulas(): string {
  return [
    '# Formulas',
    'Written by `npm run docs` from the templates in `core/src/process/`, `core/src/routes/bill.ts` and `core/src/plan/`. Units are checked for every line by a test, in dimension and in size.',
    ...PROCESSES.map((p) =>
      `## ${p.label}\n\n${p.what}\n\n${table(p.lines)}\n\nStages: ${
        p.stages.map((s) => `${s.label} (${s.resource}, \`${s.hours}\`${s.runs ? ` × \`${s.runs}\`` : ''})`).join(' → ')
      }.`
    ),
    `## The bill, in house\n\nThe end of every route; \`direct_each\` and \`direct_once\` add up the route's own cost lines.\n\n${
      table(billLines([], 'house'))
    }`,
    `## The bill, bureau\n\n${table(billLines([], 'bureau'))}`,
    ...PLANNERS.map((p) =>
      `## Plan: ${p.label}\n\n${p.what} In a route its lines carry the prefix \`${p.id}_\`.\n\nInputs:\n\n${
        p.inputs.map((i) => `- \`${i.id}\` ${inputDoc(i)}`).join('\n')
      }\n\n${table(p.lines)}\n\nGives: ${(p.gives ?? []).map((g) => `\`${g.line}\` → ${g.to}`).join(', ')}.`
    ),
    `## Makers\n\nOn the command line \`cuadro make ID\`.\n\n${
      MAKERS.map((m) => `**${m.id}**: ${m.label}\n\n${m.inputs.map((i) => `- \`${i.id}\` ${inputDoc(i)}`).join('\n')}`).join('\n\n')
    }`,
  ].join('\n\n') + '\n';
}
