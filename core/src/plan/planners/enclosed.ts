import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const ROOF: Source = {
  kind: 'standard',
  text: 'Pulled out, what is shut in shears the roof over the rim of its pocket: rim × roof × shear across the layers.',
};
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range for what is laid in at a pause of the print; try one in a coupon first.' };

/** What is laid in; what it bears while the print goes on, °C; whether it is read afterwards. */
const THINGS: readonly (Option & { bears: number; read?: boolean; after: string })[] = [
  { value: 'nut', label: 'a nut or a plate with a thread', bears: 400, after: 'turn a screw in by hand, then pull it at half as much again as it has to bear' },
  { value: 'mass', label: 'a steel mass or stiffener', bears: 400, after: 'weigh it: what is missing is seen at once' },
  { value: 'magnet', label: 'a magnet', bears: 80, after: 'try the pull at its face, and which pole looks out' },
  { value: 'chip', label: 'an identification chip', bears: 120, read: true, after: 'read it before the next layer and again when it is cold' },
  { value: 'sensor', label: 'a sensor or cable', bears: 85, after: 'measure it before the next layer and again when it is cold' },
];
const thingOf = (v: Values) => THINGS.find((t) => t.value === v['thing']) ?? THINGS[0];
/** A roof over a gap wider than this hangs, mm. */
const BRIDGE_MM = 12;
/** Held by plastic across its layers, so many times over. */
const SAFETY = 3;

const isPaused = (v: Values): boolean => v['how'] !== 'open';

function findings(f: Figures, values: Values): PlanFinding[] {
  const thing = thingOf(values);
  const mm = (x: number): string => `${formatNumber(x, 3)} mm`;
  const c = (x: number): string => `${formatNumber(x, 3)} °C`;
  const pocket = `pocket ${mm(f('pocket_long'))} × ${mm(f('pocket_wide'))}, ${mm(f('pocket_high'))} deep`;
  const paused = isPaused(values);
  const out: PlanFinding[] = [
    {
      id: 'pause',
      label: paused ? 'The pause' : 'The pocket',
      state: 'pass',
      ...(paused && { value: f('pause_layer'), unit: '' }),
      ofNew: true,
      basis: PRACTICE.text,
      reason: paused
        ? `The print stops before layer ${formatNumber(f('pause_layer'))}, at ${
          mm(f('pause_at'))
        }: ${pocket}. The head parks beside the part; clean the face, lay it in, and see that nothing stands proud. Only where beads are laid: a powder bed or a vat is not opened, there the pocket stays open.`
        : `The ${pocket}, stays open to one side: cleaned of powder or resin, filled, and a cover of ${mm(f('roof'))} bonded into it, flush.`,
    },
    ...(paused
      ? [
        compared('heat', 'It bears the print', PRACTICE.text, f('felt'), f('bears'), '°C', {
          near: 1.25,
          ofNew: true,
          says: (state) =>
            `Beneath the next layers it gets to about ${c(f('felt'))} (${c(f.low('felt'))} to ${c(f.high('felt'))}); ${thing.label} bears ${c(f('bears'))}${
              state === 'pass' ? '.' : ': a pocket open to one side, filled and closed afterwards, or a kind for more heat.'
            }`,
        }),
        compared('bridge', 'The roof over it', PRACTICE.text, f('span'), BRIDGE_MM, 'mm', {
          near: 2,
          ofNew: true,
          says: (state) =>
            `${mm(f('span'))} are bridged${
              state === 'pass' ? '.' : `; beyond ${BRIDGE_MM} mm a roof hangs onto it: a cover laid in with it, or a pocket that narrows by 45° above.`
            }`,
        }),
      ]
      : []),
  ];
  if (f('pull') > 0) {
    out.push(compared('holds', 'It is held', ROOF.text, SAFETY * f('pull'), f.low('holds'), 'N', {
      near: 1.5,
      ofNew: true,
      says: (state) =>
        `${formatNumber(f('pull'))} N pull at it; ${mm(f('roof'))} of roof hold ${formatNumber(f('holds'), 3)} N (${
          formatNumber(f.low('holds'), 3)
        } N at least), ${paused ? 'weaker where the print paused' : 'as far as the bond holds'}${
          state === 'pass'
            ? '.'
            : `: ${mm(Math.ceil(f.high('roof_needed')))} of roof, a wider plate, or put in from the other side so that the pull presses it against solid.`
        }`,
    }));
  }
  if (thing.read) {
    out.push({
      ...compared('reads', 'It is read through the cover', PRACTICE.text, f('roof'), f('reads'), 'mm', {
        near: 1.5,
        ofNew: true,
        says: (state) =>
          `${mm(f('roof'))} lie over it, ${mm(f('reads'))} are read through${state === 'pass' ? '.' : ': a thinner cover, or nearer to the face.'}`,
      }),
      ...(values['shields'] === true &&
        {
          state: 'fail' as const,
          reason: 'Metal or carbon fibre over it: no chip is read through that. A window of plain plastic over it, or a label outside.',
        }),
    });
  }
  out.push({
    id: 'after',
    label: 'Checked afterwards',
    state: 'conditional',
    ofNew: true,
    basis: PRACTICE.text,
    reason:
      `Nobody sees it any more: ${thing.after}. Write down what lies where: it is in the way of any later hole, and of sorting when the tool is scrapped.`,
  });
  return out;
}

/** Something laid into a print at a pause and closed over. */
export const enclosed: Planner = {
  id: 'enclosed',
  about: 'build',
  label: 'Shut inside',
  what:
    'A nut, mass, magnet, chip or sensor that is laid in at a pause of the print: its pocket, the layer before which the print stops, what it bears of the heat, whether roof and cover do, and how it is checked afterwards.',
  basis: [ROOF, PRACTICE],
  fits: ({ family }) => !['core', 'pattern', 'layup', 'thermo', 'bend', 'form', 'mask'].includes(family.duty),
  headline: ['pause_layer', 'pause_at', 'felt', 'holds', 'roof_needed'],
  inputs: [
    { kind: 'choice', id: 'thing', label: 'Laid in', group: 'What', options: THINGS.map(({ value, label }) => ({ value, label })), usual: 'nut' },
    number('long', 'Length', 'length', [0.5, 500], 13, { group: 'What' }),
    number('wide', 'Width', 'length', [0.5, 500], 13, { group: 'What' }),
    number('high', 'Height', 'length', [0.1, 200], 6.5, { group: 'What' }),
    number('pieces', 'How many', 'count', [1, 1000], 1, { group: 'What', whole: true }),
    number('weighs', 'One weighs', 'mass', [0, 100], 0.01, { group: 'What' }),
    number('costs', 'One costs', 'money', [0, 10_000], [0.05, 0.2, 1], { group: 'What', ranged: true, source: PRACTICE }),
    {
      kind: 'choice',
      id: 'how',
      label: 'It gets in',
      group: 'Pocket',
      options: [{ value: 'pause', label: 'at a pause of the print' }, { value: 'open', label: 'afterwards, under a bonded cover' }],
      usual: 'pause',
      help: 'A powder bed or a vat is not opened: there pockets are left open and closed afterwards.',
    },
    number('around', 'Room around it, a side', 'length', [0, 3], 0.15, { group: 'Pocket', source: PRACTICE }),
    number('below', 'It lies above the bed by', 'length', [0, 2000], 4, { group: 'Pocket' }),
    number('roof', 'Roof over it', 'length', [0.1, 200], 4, { group: 'Pocket' }),
    number('layer', 'Layer', 'length', [0.02, 2], 0.2, { group: 'Print' }),
    number('nozzle', 'Laid down at', 'temperature', [20, 450], 230, {
      group: 'Print',
      help: 'A powder bed or a vat is not opened: there pockets are left open and closed afterwards.',
    }),
    number('bed', 'Bed or chamber at', 'temperature', [10, 250], 60, { group: 'Print' }),
    number('stops', 'The stop, or the closing, takes', 'time', [0, 10], [0.05, 0.1, 0.25], { group: 'Print', ranged: true, source: PRACTICE }),
    number('pull', 'Pulls at it', 'force', [0, 100_000], 100, { group: 'Use' }),
    number('shear', 'Shear across the layers', 'pressure', [0.5, 200], [8, 14, 20], { group: 'Use', ranged: true, source: PRACTICE }),
    number('bond', 'Of it left where the print paused, or in the bond', 'count', [0.05, 1], [0.5, 0.7, 0.9], { group: 'Use', ranged: true, source: PRACTICE }),
    number('reads', 'Read through', 'length', [0.1, 200], 5, { group: 'Use', help: 'Of a chip: what its reader says.' }),
    { kind: 'yes-no', id: 'shields', label: 'Metal or carbon fibre lies over it', group: 'Use', usual: false },
  ],
  entries: (_, { values }: PlanContext) => [
    takenAs('enclosed', 'bears', 'It bears', 'degC', thingOf(values).bears, PRACTICE),
    takenAs('enclosed', 'share', 'Of the heat of a fresh layer that reaches it', '', { low: 0.15, likely: 0.3, high: 0.5 }, PRACTICE),
    takenAs('enclosed', 'times', 'How often somebody stops for it', '', isPaused(values) ? 1 : ((values['pieces'] as number | undefined) ?? 1), PRACTICE),
  ],
  lines: [
    { name: 'pocket_long', label: 'Pocket, length', unit: 'mm', expr: 'long + 2 * around' },
    { name: 'pocket_wide', label: 'Pocket, width', unit: 'mm', expr: 'wide + 2 * around' },
    {
      name: 'pause_layer',
      label: 'The print stops before layer',
      unit: '',
      expr: 'ceil((below + high) / layer) + 1',
      note: 'So that it stands proud of nothing.',
    },
    { name: 'pause_at', label: 'At the height', unit: 'mm', expr: '(pause_layer - 1) * layer' },
    { name: 'pocket_high', label: 'Pocket, depth', unit: 'mm', expr: 'pause_at - below' },
    { name: 'span', label: 'The roof spans', unit: 'mm', expr: 'min(pocket_long, pocket_wide)' },
    { name: 'felt', label: 'It gets to', unit: 'degC', expr: 'bed + share * (nozzle - bed)' },
    { name: 'rim', label: 'Rim of the pocket', unit: 'mm', expr: '2 * (pocket_long + pocket_wide)' },
    { name: 'holds', label: 'The roof holds', unit: 'N', expr: 'rim * roof * shear * bond' },
    { name: 'roof_needed', label: 'Roof thick enough at', unit: 'mm', expr: '3 * pull / (rim * shear * bond)', note: 'Three times over.' },
    { name: 'adds', label: 'They weigh', unit: 'kg', expr: 'pieces * weighs' },
    { name: 'money', label: 'They cost', unit: 'money', expr: 'pieces * costs' },
    {
      name: 'by_hand',
      label: 'Somebody stands by',
      unit: 'h',
      expr: 'stops * times',
      note: 'One pause a height; a cover each where they are closed afterwards.',
    },
  ],
  findings,
  gives: [
    { line: 'adds', to: 'mass' },
    { line: 'money', to: 'hardware_money' },
    { line: 'by_hand', to: 'fitting_hours' },
  ],
  cautions: ['The head and bed are hot while the print stands still. No cell or battery is shut in: heat and later scrapping make it burn.'],
};
