import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const GEOMETRY: Source = { kind: 'standard', text: 'Geometry of play, seat and lever; added up at their limits, and as the root of their squares.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, measure your own.' };

const SCHEMES: readonly (Option & { says: string })[] = [
  { value: 'pins', label: 'a round and a flattened pin', says: 'play shifts it by half, and turns it by all of it over the span' },
  { value: 'edges', label: 'three, two and one stop at faces', says: 'each stop seats as well as chips and burrs let it' },
  { value: 'vee', label: 'a vee and a stop', says: 'its middle moves along the vee with the size of the work' },
  { value: 'bore', label: 'a centre bore and a stop', says: 'play shifts it by half, and stop and play turn it' },
];
const ids = SCHEMES.map((s) => s.value);

interface Link {
  what: string;
  size: number;
  lever: number;
  /** Standard deviation, mm, at the place asked about. */
  sigma: number;
}
/** A limit that anything up to it may be is a rectangle, σ = t/√3; one seldom passed is three σ. */
const linksOf = (values: Values): Link[] =>
  ((values['links'] as readonly Values[] | undefined) ?? []).map((r, i) => {
    const size = typeof r['size'] === 'number' ? r['size'] : 0, lever = typeof r['lever'] === 'number' ? r['lever'] : 1;
    return { what: String(r['what'] ?? '') || `Row ${i + 1}`, size, lever, sigma: (lever * size) / (r['kind'] === 'limits' ? Math.sqrt(3) : 3) };
  });

function findings(f: Figures, values: Values, { facts: { need } }: PlanContext): PlanFinding[] {
  const asked = need.tolerance?.value ?? NaN;
  const mm = (x: number): string => `±${formatNumber(Number(x.toPrecision(2)))} mm`;
  const scheme = SCHEMES.find((s) => s.value === (values['scheme'] ?? 'pins')) ?? SCHEMES[0];
  const worst = f('stack_worst'), usual = f('stack_usual');
  const parts: [string, number][] = [
    [`play and seat (${scheme.label})`, Math.hypot(f('shift'), f('tilt')) / Math.sqrt(3)],
    ['warmth', f('warm') / Math.sqrt(3)],
    ...linksOf(values).map((l): [string, number] => [l.what, l.sigma]),
  ];
  const all = parts.reduce((s, [, x]) => s + x * x, 0);
  const [name, most] = parts.reduce((a, b) => (b[1] > a[1] ? b : a));
  const least = ids.reduce((a, b) => (f(`usual_${b}`) < f(`usual_${a}`) ? b : a));
  return [
    {
      ...compared('stack', 'Error stack', GEOMETRY.text, worst, asked, 'mm', {
        says: (state) =>
          state === 'unknown'
            ? `It comes to ${mm(worst)} at the limits, ${mm(usual)} as a rule; no tolerance is said on Need to hold it against.`
            : `At the limits ${mm(worst)}, as a rule ${mm(usual)}, of ${mm(asked)} asked.`,
      }),
      // All limits at once are seldom met: what holds as a rule is tried, and what does not hold even so is out.
      ...(worst > asked && { state: usual <= asked ? 'conditional' as const : 'fail' as const }),
    },
    {
      id: 'largest',
      label: 'What most of it comes from',
      state: 'pass',
      basis: GEOMETRY.text,
      reason: `${name[0].toUpperCase()}${name.slice(1)} makes ${formatNumber((100 * most * most) / Math.max(all, 1e-12), 2)} % of the scatter. ${
        scheme.label[0].toUpperCase()
      }${scheme.label.slice(1)}: ${scheme.says}.`,
    },
    ...(f(`usual_${least}`) < 0.8 * usual
      ? [{
        id: 'scheme',
        label: 'Another way to locate it',
        state: 'pass' as const,
        basis: GEOMETRY.text,
        reason: `With ${SCHEMES.find((s) => s.value === least)!.label} it would be ${mm(f(`usual_${least}`))} as a rule, with the same rows.`,
      }]
      : []),
  ];
}

/** σ of what may be anything up to its limit. */
const square = (scheme: string): string => `(shift_${scheme} ^ 2 + tilt_${scheme} ^ 2 + warm ^ 2) / 3 + links_square`;
const pick = (of: (id: string) => string): string => ids.map((id) => `scheme_${id} * ${of(id)}`).join(' + ');

/** How far off a feature may come out by the way the work is located, with play, seat, warmth and whatever else adds up. */
export const errorStack: Planner = {
  id: 'error-stack',
  about: 'build',
  label: 'Error stack',
  what:
    'How far off a feature may come out: play and seat of the datums by the way it is located, warmth, and whatever else adds up; for four ways to locate it.',
  basis: [GEOMETRY, PRACTICE],
  fits: ({ family }) => ['guide', 'locate', 'clamp', 'gauge', 'weld', 'press'].includes(family.duty),
  headline: ['stack_worst', 'stack_usual', 'usual_pins', 'usual_edges', 'usual_vee', 'usual_bore'],
  inputs: [
    {
      kind: 'choice',
      id: 'scheme',
      label: 'Located by',
      group: 'How the work is located',
      options: SCHEMES.map(({ value, label }) => ({ value, label })),
      usual: 'pins',
    },
    number('span', 'Between the datums', 'length', [1, 20_000], 100, {
      group: 'How the work is located',
      help: 'From pin to pin, or between the two stops of one side.',
    }),
    number('reach', 'From the first datum to the feature', 'length', [0, 20_000], 80, { group: 'How the work is located' }),
    number('play', 'Play of pin or bore, all of it', 'length', [0, 10], [0.02, 0.05, 0.1], {
      group: 'How the work is located',
      ranged: true,
      help: 'Hole less pin, the widest that both tolerances allow.',
      source: PRACTICE,
    }),
    number('seat', 'A stop seats within ±', 'length', [0, 10], [0.01, 0.03, 0.06], { group: 'How the work is located', ranged: true, source: PRACTICE }),
    number('size', 'Diameter of the work, ±', 'length', [0, 10], [0.02, 0.05, 0.1], { group: 'How the work is located', ranged: true, source: PRACTICE }),
    number('warmth', 'Warmer or colder by, K', 'count', [0, 300], 8, { group: 'Warmth' }),
    number('grows', 'Grows a kelvin, millionths', 'count', [0, 300], 40, {
      group: 'Warmth',
      help: 'Tool against work: a filled nylon some 40 beyond steel, aluminium 11.',
      source: PRACTICE,
    }),
    {
      kind: 'table',
      id: 'links',
      label: 'What else adds up',
      group: 'What else adds up',
      most: 30,
      optional: true,
      columns: [
        { kind: 'text', id: 'what', label: 'What', max: 80 },
        number('size', '±', 'length', [0, 100], 0.05),
        number('lever', 'Times', 'count', [-100, 100], 1, { help: 'Its effect at the feature: a lever, or 1.' }),
        {
          kind: 'choice',
          id: 'kind',
          label: 'It is',
          options: [{ value: 'usual', label: 'seldom so far off' }, { value: 'limits', label: 'anything up to it' }],
          usual: 'usual',
        },
      ],
    },
  ],
  entries: (_, { values }: PlanContext) => {
    const links = linksOf(values);
    const one = (name: string, label: string, unit: string, x: number) =>
      takenAs('error-stack', name, label, unit, x, { kind: 'you', text: 'Added up from the rows.' });
    return [
      one('links_sum', 'Rows at their limits', 'mm', links.reduce((s, l) => s + Math.abs(l.lever * l.size), 0)),
      one('links_square', 'Scatter of the rows, squared', 'mm^2', links.reduce((s, l) => s + l.sigma ** 2, 0)),
      one('millionth', 'A millionth', '', 1e-6),
    ];
  },
  lines: [
    { name: 'arm', label: 'Reach over span', unit: '', expr: 'reach / span' },
    { name: 'warm', label: 'Growth over the reach', unit: 'mm', expr: 'warmth * grows * millionth * reach' },
    { name: 'shift_pins', label: 'Shift by play', unit: 'mm', expr: 'play / 2' },
    {
      name: 'tilt_pins',
      label: 'Turn by play, at the feature',
      unit: 'mm',
      expr: 'play * arm',
      note: 'Half the play at each pin, opposite ways, over the span.',
    },
    { name: 'shift_edges', label: 'Shift by seat', unit: 'mm', expr: '1 * seat' },
    { name: 'tilt_edges', label: 'Turn by seat, at the feature', unit: 'mm', expr: '2 * seat * arm' },
    {
      name: 'shift_vee',
      label: 'Shift along the vee',
      unit: 'mm',
      expr: 'size / 2 ^ 0.5',
      note: 'A vee of 90°: half the change of diameter over the sine of 45°, size ÷ √2.',
    },
    { name: 'tilt_vee', label: 'Turn by the stop, at the feature', unit: 'mm', expr: 'seat * arm' },
    { name: 'shift_bore', label: 'Shift in the bore', unit: 'mm', expr: 'play / 2' },
    { name: 'tilt_bore', label: 'Turn by stop and play, at the feature', unit: 'mm', expr: '(seat + play / 2) * arm' },
    ...ids.flatMap((id) => [
      {
        name: `worst_${id}`,
        label: `At the limits: ${SCHEMES.find((s) => s.value === id)!.label}`,
        unit: 'mm',
        expr: `shift_${id} + tilt_${id} + warm + links_sum`,
      },
      {
        name: `usual_${id}`,
        label: `As a rule: ${SCHEMES.find((s) => s.value === id)!.label}`,
        unit: 'mm',
        expr: `min(worst_${id}, 3 * (${square(id)}) ^ 0.5)`,
        note: 'What may be anything up to its limit has σ = limit/√3. Never more than all limits together.',
      },
    ]),
    { name: 'shift', label: 'Shift, as located', unit: 'mm', expr: pick((id) => `shift_${id}`) },
    { name: 'tilt', label: 'Turn at the feature, as located', unit: 'mm', expr: pick((id) => `tilt_${id}`) },
    { name: 'stack_worst', label: 'All at their limits', unit: 'mm', expr: pick((id) => `worst_${id}`) },
    { name: 'stack_usual', label: 'As a rule, three standard deviations', unit: 'mm', expr: pick((id) => `usual_${id}`) },
  ],
  findings,
  cautions: ['Where the feature keeps something safe (a seat belt, a brake, a pressure), the limits decide, not the rule.'],
};
