import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, ones, type PlanContext, type PlanFinding, type Planner, takenAs } from '../planner';

const SHRINK: Source = { kind: 'standard', text: 'Foundry practice: linear shrinkage of the alloy from setting to cold; less where cores hold it back.' };
const DRAFT: Source = { kind: 'standard', text: 'Depth × tangent of the draft, on each side.' };
const SHELL: Source = { kind: 'standard', text: 'What a pattern leaves when it is burnt out: its weight × its share of ash, spread over the shell’s face.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range of foundries; ask yours.' };

/** Shrinkage, %. */
const ALLOYS: readonly (Option & { shrink: readonly [number, number, number] })[] = [
  { value: 'grey-iron', label: 'grey iron', shrink: [0.8, 1, 1.3] },
  { value: 'ductile-iron', label: 'ductile iron', shrink: [0.5, 0.8, 1.2] },
  { value: 'steel', label: 'cast steel', shrink: [1.6, 2, 2.4] },
  { value: 'aluminium', label: 'aluminium', shrink: [1, 1.3, 1.6] },
  { value: 'bronze', label: 'bronze', shrink: [1.2, 1.5, 1.9] },
  { value: 'brass', label: 'brass', shrink: [1.3, 1.6, 1.9] },
  { value: 'zinc', label: 'zinc', shrink: [0.8, 1.1, 1.5] },
];
const alloyOf = (v: Values) => ALLOYS.find((a) => a.value === v['alloy']) ?? ALLOYS[0];
const isShell = (v: Values): boolean => v['mould'] === 'shell';
const isPrinted = (v: Values): boolean => v['mould'] === 'printed';
const isPacked = (v: Values): boolean => !isShell(v) && !isPrinted(v);

function findings(f: Figures, values: Values): PlanFinding[] {
  const mm = (x: number): string => `${formatNumber(Number(x.toPrecision(3)))} mm`;
  const half = (f.high('pattern_size') - f.low('pattern_size')) / 2;
  const out: PlanFinding[] = [
    compared('size', 'Size of the casting', SHRINK.text, half, f('within'), 'mm', {
      near: 3,
      says: (state) =>
        `For ${mm(f('size'))} of ${alloyOf(values).label} the pattern is ${mm(f('pattern_size'))}: ${formatNumber(f('shrink'), 2)} % of shrinkage${
          f('machined') > 0 ? ` and ${mm(f('machined'))} to machine on each side` : ''
        }. What shrinkage varies by leaves ±${mm(half)}${
          state === 'pass' ? '.' : `, ±${mm(f('within'))} are wanted: measure the first casting and correct the pattern, or leave stock to machine.`
        }`,
    }),
  ];
  if (isPacked(values)) {
    out.push(
      {
        id: 'wear',
        label: 'Patterns for the series',
        state: 'pass',
        value: f('patterns'),
        unit: '',
        basis: PRACTICE.text,
        reason: `${formatNumber(f('castings'))} castings wear out ${formatNumber(f('patterns'))} ${f('patterns') === 1 ? 'pattern' : 'patterns'} of ${
          formatNumber(f('moulds_each'))
        } moulds; painted again every ${formatNumber(f('coat_lasts'))} moulds, ${formatNumber(f('upkeep_h'), 2)} h of upkeep in all; ${
          formatNumber(f('finish_h'), 2)
        } h to finish ${f('patterns') === 1 ? 'it' : 'them'} first.`,
      },
      compared('draft', 'Draws from the sand', DRAFT.text, f('draft'), f('draft_least'), '°', {
        least: true,
        near: 2,
        says: (state) =>
          `${formatNumber(f('draft'), 2)}° over ${mm(f('deep'))} widen it by ${mm(f('widens'))} a side${
            state === 'pass'
              ? '.'
              : `; ${formatNumber(f('draft_least'), 2)}° are asked, more for a print whose layers show: smooth them along the draw, or a loose piece.`
          }`,
      }),
    );
  }
  if (isShell(values)) {
    out.push(
      compared('ash', 'Burns out clean', SHELL.text, f('ash_film'), f('ash_most'), 'g/m²', {
        near: 3,
        says: (state) =>
          `It leaves ${formatNumber(f('ash_g'), 2)} g of ash, ${formatNumber(f('ash_film'), 2)} g/m² of the shell${
            state === 'pass' ? ', few enough.' : ': rinse the shell, burn with more air, a hollower pattern, or a wax-like resin.'
          }`,
      }),
      compared(
        'swell',
        'Does not crack the shell',
        'A pattern that is full grows more than the shell before it softens; a hollow one gives way inwards.',
        f('pattern_fill'),
        0.35,
        '',
        {
          near: 1.6,
          says: (state) =>
            `${formatNumber(100 * f('pattern_fill'), 2)} % full${
              state === 'pass' ? ', it gives way inwards while it heats.' : ': print it hollow with an open raster and vents, or the shell cracks.'
            }`,
        },
      ),
      {
        id: 'shell',
        label: 'Shell',
        state: 'pass',
        value: f('shell'),
        unit: 'mm',
        basis: PRACTICE.text,
        reason: `About ${formatNumber(f('coats'))} coats, ${mm(f('shell'))} thick and ${formatNumber(f('dry_days'), 2)} days to dry, for a casting of ${
          mm(f('size'))
        }; one pattern a casting, ${
          formatNumber(
            f('castings'),
          )
        } in all.`,
      },
    );
  }
  if (isPrinted(values)) {
    out.push(
      compared('clearance', 'Cores go in', 'Clearance of a core print in its seat: what both are off by, and the coat.', f('core_gap'), f('core_least'), 'mm', {
        least: true,
        near: 1.5,
        says: (state) =>
          `A gap of ${mm(f('core_gap'))} round the core prints${
            state === 'pass' ? '.' : `; both pieces of sand may be off by ${mm(f('core_least'))} together: widen it.`
          }`,
      }),
      {
        id: 'against',
        label: 'Against a pattern',
        state: f('castings') <= f('even_at') ? 'pass' : 'conditional',
        value: f('castings'),
        limit: f('even_at'),
        unit: '',
        basis: 'Price of a pattern over what a printed mould costs more than a packed one.',
        reason: `${formatNumber(f('castings'))} castings, each in a mould of its own; from ${formatNumber(f('even_at'), 2)} on a pattern is cheaper${
          f('castings') <= f('even_at') ? '.' : ': make a pattern instead.'
        }`,
      },
    );
  }
  return out;
}

/** From a casting back to its pattern or printed mould: size, draft, stock, wear and upkeep, shell and ash, and where the one is cheaper than the other. */
export const pattern: Planner = {
  id: 'pattern',
  about: 'work',
  label: 'From casting to pattern',
  what:
    'How large a pattern is for its alloy, with draft and stock; how many are worn out, painted and finished; what a shell leaves; and where a printed mould is cheaper.',
  basis: [SHRINK, DRAFT, SHELL, PRACTICE],
  fits: ({ family }) => family.duty === 'pattern',
  headline: ['pattern_size', 'patterns', 'finish_h', 'upkeep_h', 'even_at', 'each_now'],
  inputs: [
    { kind: 'choice', id: 'alloy', label: 'Cast in', group: 'Casting', options: ALLOYS.map(({ value, label }) => ({ value, label })), usual: 'grey-iron' },
    number('size', 'A size of it that counts', 'length', [1, 10_000], 200, { group: 'Casting' }),
    number('within', 'Within ±', 'length', [0.01, 50], 1, { group: 'Casting' }),
    number('machined', 'Stock to machine, each side', 'length', [0, 50], 2, { group: 'Casting' }),
    number('castings', 'Castings wanted', 'count', [1, 1e7], 200, { group: 'Casting', whole: true }),
    {
      kind: 'choice',
      id: 'mould',
      label: 'Cast into',
      group: 'Mould',
      options: [{ value: 'packed', label: 'sand packed on a pattern' }, { value: 'printed', label: 'printed sand' }, {
        value: 'shell',
        label: 'a shell, the pattern burnt out',
      }],
      usual: 'packed',
    },
    number('deep', 'Depth it is drawn by', 'length', [1, 3000], 60, { group: 'Mould', asked: isPacked }),
    number('draft', 'Draft', 'angle', [0, 20], 1.5, { group: 'Mould', asked: isPacked }),
    number('draft_least', 'Draft that the foundry asks', 'angle', [0, 10], 1, { group: 'Mould', asked: isPacked }),
    number('moulds_each', 'Moulds from one pattern', 'count', [1, 1e6], [500, 1200, 3000], {
      group: 'Mould',
      ranged: true,
      help: 'Printed and painted; of metal ten to a hundred times as many.',
      source: PRACTICE,
      asked: isPacked,
    }),
    number('coat_lasts', 'A coat of paint lasts, moulds', 'count', [1, 1e5], [80, 150, 300], {
      group: 'Mould',
      ranged: true,
      source: PRACTICE,
      asked: isPacked,
    }),
    number('face', 'Face to finish', 'area', [1, 1e6], 800, { group: 'Mould', asked: (v) => !isPrinted(v) }),
    number('finish_rate', 'Filled, sanded and painted, cm² an hour', 'count', [5, 5000], [120, 250, 500], {
      unit: 'cm^2/h',
      group: 'Mould',
      ranged: true,
      source: PRACTICE,
      asked: isPacked,
    }),
    number('pattern_mass', 'Weight of the pattern', 'mass', [0.001, 500], 0.15, { group: 'Shell', asked: isShell }),
    number('pattern_fill', 'How full it is, as a share', 'count', [0.01, 1], 0.2, { group: 'Shell', asked: isShell }),
    number('ash', 'Ash it leaves, %', 'count', [0, 5], [0.01, 0.03, 0.1], { group: 'Shell', ranged: true, source: PRACTICE, asked: isShell }),
    number('ash_most', 'Ash a shell bears, g a m²', 'count', [0.01, 50], 1, { group: 'Shell', asked: isShell }),
    number('core_gap', 'Gap round core prints', 'length', [0, 10], 0.5, { group: 'Printed sand', asked: isPrinted }),
    number('sand_off', 'A printed piece of sand is off by ±', 'length', [0.01, 5], 0.2, { group: 'Printed sand', asked: isPrinted }),
    number('pattern_price', 'A pattern instead costs', 'money', [0, 1e6], 1200, { group: 'Printed sand', asked: isPrinted }),
    number('printed_price', 'A printed mould costs', 'money', [0, 1e6], 140, { group: 'Printed sand', asked: isPrinted }),
    number('packed_price', 'A packed mould costs', 'money', [0, 1e6], 25, { group: 'Printed sand', asked: isPrinted }),
  ],
  entries: (_, { values }: PlanContext) => {
    const [low, likely, high] = alloyOf(values).shrink;
    return [
      takenAs('pattern', 'shrink', 'Shrinks by, %', '', { low, likely, high }, SHRINK),
      ...ones('pattern', 'cm^2', 'kg', 'mm'),
    ];
  },
  lines: [
    {
      name: 'pattern_size',
      label: 'Size on the pattern',
      unit: 'mm',
      expr: '(size + 2 * machined) / (1 - shrink / 100)',
      note: 'What shrinks to the size wanted, stock and all.',
    },
    { name: 'widens', label: 'Draft widens it by, a side', unit: 'mm', expr: 'deep * sin(draft * rad_per_deg) / cos(draft * rad_per_deg)' },
    { name: 'patterns', label: 'Patterns worn out', unit: '', expr: 'ceil(castings / moulds_each)' },
    { name: 'finish_each_h', label: 'Finishing one', unit: 'h', expr: 'mould_packed * face / finish_rate' },
    { name: 'finish_h', label: 'Finishing all', unit: 'h', expr: 'patterns * finish_each_h' },
    {
      name: 'upkeep_h',
      label: 'Painting again',
      unit: 'h',
      expr: 'mould_packed * max(0, ceil(castings / coat_lasts) - patterns) * face / finish_rate / 3',
      note: 'Each time a third of the first finish.',
    },
    { name: 'ash_g', label: 'Ash, g', unit: '', expr: 'pattern_mass / one_kg * 1000 * ash / 100' },
    { name: 'ash_film', label: 'Ash, g a m² of shell', unit: '', expr: 'ash_g / (face / one_cm2 / 10000)' },
    { name: 'coats', label: 'Coats of the shell', unit: '', expr: 'ceil(5 + size / one_mm / 100)' },
    { name: 'shell', label: 'Thickness of the shell', unit: 'mm', expr: 'coats * 1.1 * one_mm', note: 'A coat is about a millimetre.' },
    { name: 'dry_days', label: 'Days to dry', unit: '', expr: 'coats * 0.4' },
    { name: 'core_least', label: 'Both pieces of sand together', unit: 'mm', expr: '2 * sand_off' },
    {
      name: 'even_at',
      label: 'Castings from which a pattern is cheaper',
      unit: '',
      expr: 'pattern_price / max(0.01 * printed_price, printed_price - packed_price)',
    },
    { name: 'each_now', label: 'Mould of one casting', unit: 'money', expr: 'mould_printed > 0 ? printed_price : packed_price + pattern_price / castings' },
  ],
  findings,
  gives: [{ line: 'finish_each_h', to: 'fitting_hours', when: isPacked }],
  cautions: [
    'Burning a pattern out gives off poisonous fumes; pouring is the foundry’s work: both follow its own rules, its extraction and its protective clothing.',
  ],
};
