import { number, type Values } from '../../inputs/spec';
import { formatNumber, formatQuantity } from '../../quantity/quantity';
import type { Range, Source } from '../../worksheet/types';
import { type Figures, figureText as n, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range; a first part of its kind takes longer.' };
const range = (low: number, likely: number, high: number): Range => ({ low, likely, high });

interface Start {
  label: string;
  /** Hours to begin with, minutes for each feature, and how far off what comes of it is, mm. */
  begin_h: Range;
  feature_min: Range;
  off_mm: number;
}
/** What there is to start from. */
const STARTS: Readonly<Record<string, Start>> = {
  model: { label: 'a model, as it is made', begin_h: range(0.1, 0.25, 0.5), feature_min: range(0, 0, 0), off_mm: 0 },
  older: { label: 'a model, changed at the bench since', begin_h: range(0.3, 0.75, 1.5), feature_min: range(1, 2, 4), off_mm: 0.1 },
  drawing: { label: 'a drawing on paper', begin_h: range(0.3, 0.5, 1), feature_min: range(4, 8, 15), off_mm: 0 },
  measured: { label: 'the piece, measured by hand', begin_h: range(0.5, 1, 2), feature_min: range(8, 15, 30), off_mm: 0.1 },
  scanned: { label: 'the piece, scanned', begin_h: range(1, 2, 4), feature_min: range(5, 10, 20), off_mm: 0.08 },
  worn: { label: 'a worn piece, scanned and set right', begin_h: range(1.5, 3, 6), feature_min: range(8, 15, 30), off_mm: 0.2 },
  idea: { label: 'what somebody has in mind', begin_h: range(1, 3, 8), feature_min: range(8, 15, 30), off_mm: 0 },
};
const startOf = (values: Values): Start => STARTS[String(values['start'])] ?? STARTS['drawing'];
const isScanned = (v: Values): boolean => v['start'] === 'scanned' || v['start'] === 'worn';

function findings(f: Figures, values: Values, { facts: { need } }: PlanContext): PlanFinding[] {
  const start = startOf(values);
  const off = f('off');
  const tolerance = need.tolerance?.value;
  const out: PlanFinding[] = [{
    id: 'hours',
    label: 'Getting a model',
    state: 'pass',
    value: f('model_h'),
    unit: 'h',
    basis: PRACTICE.text,
    reason: `From ${start.label}, with ${formatNumber(f('features'))} features: ${n(Number(f('model_h').toPrecision(2)), 'h')} of an engineer${
      f('paid') > 0 ? ' and what is paid outside' : ''
    }, once an order.`,
  }];
  if (tolerance !== undefined && off > 0)
    out.push({
      id: 'trust',
      ofNew: true,
      label: 'How far it is trusted',
      state: off <= tolerance / 3 ? 'pass' : off <= tolerance ? 'conditional' : 'fail',
      value: off,
      limit: tolerance,
      unit: 'mm',
      basis: 'What is measured should be known three times better than it has to be.',
      reason: off <= tolerance / 3
        ? `What comes of it is off by about ${formatQuantity(off, 'length', 'metric')}, a third of the tolerance or less.`
        : `What comes of it is off by about ${formatQuantity(off, 'length', 'metric')}, the tolerance is ${
          formatQuantity(tolerance, 'length', 'metric')
        }: measure the fitting faces by touch, and take their sizes from the part that goes in.`,
    });
  if (values['start'] === 'worn')
    out.push({
      id: 'worn',
      ofNew: true,
      label: 'Worn faces',
      state: 'conditional',
      basis: 'A worn piece copied is worn.',
      reason: 'Set the worn faces back to what they were: from the part that runs on them, from a twin, or from the other side of it.',
    });
  return out;
}

/** What it takes until there is a model that can be made from, and how far it is trusted. */
export const model: Planner = {
  id: 'model',
  about: 'build',
  label: 'Getting a model',
  what: 'What it takes until there is a model to make it from: from a model, a drawing, a piece measured or scanned, or an idea; and how far that is trusted.',
  basis: [PRACTICE],
  fits: () => true,
  headline: ['model_h', 'begin_hours', 'draw_hours', 'paid', 'off'],
  inputs: [
    {
      kind: 'choice',
      id: 'start',
      label: 'There is',
      group: 'To begin with',
      options: Object.entries(STARTS).map(([value, s]) => ({ value, label: s.label })),
      usual: 'drawing',
    },
    number('features', 'Features to be drawn', 'count', [0, 10_000], 15, {
      group: 'To begin with',
      help: 'Holes, pockets, steps, ribs; a pattern counts once.',
    }),
    number('free_faces', 'Free-form faces', 'count', [0, 1000], 0, { group: 'To begin with', help: 'Each is drawn over the scan, or from sections.' }),
    number('scans', 'Set-ups of the scanner', 'count', [0, 100], 2, { group: 'To begin with', asked: isScanned }),
    number('scan_paid', 'Paid for scanning outside', 'money', [0, 1e6], 0, { group: 'To begin with', asked: isScanned }),
    { kind: 'yes-no', id: 'learns', label: 'Whoever draws it is new to drawing in three dimensions', group: 'Who draws', usual: false },
  ],
  entries: (_, { values }: PlanContext) => {
    const start = startOf(values);
    const entry = (name: string, label: string, unit: string, r: Range) => ({ name, label, unit, ...r, source: PRACTICE, key: `plan.model.${name}` });
    return [
      entry('begin_h', 'To begin with', 'h', start.begin_h),
      entry('feature_min', 'A feature', 'minute', start.feature_min),
      entry('free_h', 'A free-form face', 'h', range(0.5, 1, 2.5)),
      entry('scan_h', 'A set-up of the scanner', 'h', isScanned(values) ? range(0.2, 0.4, 0.8) : range(0, 0, 0)),
      takenAs('model', 'learning', 'Longer while it is learned', '', values['learns'] === true ? 1.6 : 1, PRACTICE),
      takenAs('model', 'off_each', 'Off by, as it starts', 'mm', start.off_mm, PRACTICE),
    ];
  },
  lines: [
    { name: 'begin_hours', label: 'Finding, cleaning, scanning', unit: 'h', expr: 'begin_h + scans * scan_h' },
    { name: 'draw_hours', label: 'Drawing', unit: 'h', expr: '(features * feature_min / min_per_h + free_faces * free_h) * learning' },
    { name: 'model_h', label: 'Until there is a model', unit: 'h', expr: 'begin_hours + draw_hours' },
    { name: 'paid', label: 'Paid outside', unit: 'money', expr: '1 * scan_paid' },
    { name: 'off', label: 'What comes of it is off by', unit: 'mm', expr: '1 * off_each' },
  ],
  findings,
  gives: [{ line: 'model_h', to: 'modelling_hours' }, { line: 'paid', to: 'use_cost', when: isScanned }],
  cautions: ['Ask whose drawing it is before a piece is copied.'],
};
