import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { type Figures, type Planner, type PlanContext, type PlanFinding } from '../planner';

const FLOW: Source = { kind: 'standard', text: 'What is on its way is the rate times the time on the way.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, count your own for a week.' };

const STAGES = ['fill_h', 'process_h', 'empty_h', 'back_h'] as const;

function findings(f: Figures, _: Values, { facts: { need } }: PlanContext): PlanFinding[] {
  const wanted = f('needed');
  const parts = [['loaded and on the line', f('on_line')], ['being cleaned', f('in_cleaning')], ['spare', f('spare')]] as const;
  const out: PlanFinding[] = [{
    id: 'needed',
    label: 'How many',
    state: 'pass',
    value: wanted,
    unit: '',
    basis: FLOW.text,
    reason: `${formatNumber(wanted)} keep the line going: ${parts.map(([what, x]) => `${formatNumber(x, 2)} ${what}`).join(', ')}. ${
      formatNumber(f('lost_year'), 2)
    } a year are lost or spoiled.`,
  }];
  const asked = need.copies;
  if (asked && !asked.assumed && Math.abs(asked.value - wanted) >= 1) {
    const few = asked.value < wanted;
    out.push({
      id: 'asked',
      label: 'Copies on Need',
      state: few ? 'conditional' : 'pass',
      value: asked.value,
      limit: wanted,
      unit: '',
      basis: 'What was typed on Need stands.',
      reason: few
        ? `Need asks for ${formatNumber(asked.value)}: the line waits for the ${formatNumber(wanted - asked.value)} that are missing, or runs at ${
          formatNumber(100 * asked.value / wanted, 2)
        } % of its rate.`
        : `Need asks for ${formatNumber(asked.value)}, ${formatNumber(asked.value - wanted)} more than go round.`,
    });
  }
  return out;
}

/** How many masks, trays or carriers go round, so that the line never waits for one. */
export const circulation: Planner = {
  id: 'circulation',
  about: 'use',
  label: 'How many go round',
  what: 'How many masks, trays or carriers keep a line going: on the line, on the way back, being cleaned, spare; and how many are lost a year.',
  basis: [FLOW, PRACTICE],
  fits: ({ family }) => family.duty === 'mask' || family.duty === 'carry',
  headline: ['needed', 'on_line', 'in_cleaning', 'spare', 'round_h', 'rounds_year', 'lost_year'],
  inputs: [
    number('pieces_hour', 'Pieces an hour', 'count', [0.01, 100_000], 30, { group: 'The line', ranged: true, unit: 'h^-1' }),
    number('pieces_each', 'Pieces in or under one', 'count', [0.05, 10_000], 1, { group: 'The line', help: 'Four masks to a piece is 0.25.' }),
    number('line_h', 'The line runs, a year', 'time', [1, 8784], 2000, { group: 'The line', unit: 'h/year' }),
    number('fill_h', 'Loading or putting on', 'time', [0, 1000], [0.01, 0.03, 0.1], { group: 'One round', ranged: true }),
    number('process_h', 'In the process', 'time', [0, 10_000], [0.5, 1, 2], {
      group: 'One round',
      ranged: true,
      help: 'Spraying, curing, cooling, transport, waiting beside the line.',
    }),
    number('empty_h', 'Emptying or taking off', 'time', [0, 1000], [0.01, 0.03, 0.1], { group: 'One round', ranged: true }),
    number('back_h', 'On the way back', 'time', [0, 10_000], [0.2, 0.5, 2], { group: 'One round', ranged: true }),
    number('uses', 'Uses between two cleanings', 'count', [1, 100_000], 20, { group: 'Cleaning', help: 'Where it is never cleaned: as many as it lasts.' }),
    number('clean_h', 'Away for cleaning', 'time', [0, 10_000], [1, 4, 24], { group: 'Cleaning', ranged: true }),
    number('spare_share', 'Spare, share', 'count', [0, 2], [0.05, 0.1, 0.2], { group: 'Spare', ranged: true, source: PRACTICE }),
    number('loss_share', 'Lost or spoiled a round, share', 'count', [0, 1], [0.0002, 0.001, 0.005], { group: 'Spare', ranged: true, source: PRACTICE }),
  ],
  lines: [
    { name: 'round_h', label: 'One round without cleaning', unit: 'h', expr: STAGES.join(' + ') },
    { name: 'each_hour', label: 'Filled an hour', unit: 'h^-1', expr: 'pieces_hour / pieces_each' },
    { name: 'on_line', label: 'On the line and on the way back', unit: '', expr: 'each_hour * round_h' },
    { name: 'in_cleaning', label: 'Being cleaned', unit: '', expr: 'each_hour * clean_h / uses' },
    { name: 'spare', label: 'Spare', unit: '', expr: '(on_line + in_cleaning) * spare_share' },
    { name: 'needed', label: 'How many go round', unit: '', expr: 'ceil(on_line + in_cleaning + spare)' },
    { name: 'rounds_year', label: 'Rounds a year, all together', unit: 'year^-1', expr: 'each_hour * line_h' },
    { name: 'cycles_each', label: 'Rounds of one a year', unit: 'year^-1', expr: 'rounds_year / needed' },
    { name: 'lost_year', label: 'Lost or spoiled a year', unit: 'year^-1', expr: 'rounds_year * loss_share' },
  ],
  findings,
  gives: [{ line: 'needed', to: 'copies' }],
  cautions: [],
};
