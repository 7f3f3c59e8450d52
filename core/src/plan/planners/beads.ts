import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Line, Source } from '../../worksheet/types';
import { type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const BEADS: Source = {
  kind: 'standard',
  text: 'A wall is whole beads beside each other, a level face whole layers on each other; what is milled off has to be in them.',
};
const LAYER: Source = { kind: 'standard', text: 'A layer takes what is laid in it over what the extruder gives an hour.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range of large extrusion; the window belongs to the material and the machine.' };

const minutes = (s: number): string => (s < 100 ? `${formatNumber(s, 2)} s` : `${formatNumber(s / 60, 2)} min`);
const mm = (x: number): string => `${formatNumber(x)} mm`;

/** How one way of growing it comes out: layers along `along`, round the other two. */
function way(id: 'up' | 'side', words: string, [along, a, b]: readonly [string, string, string]): Line[] {
  // Standing up the working face lies level and is layers; grown sideways it stands, and is beads.
  return [
    { name: `layers_${id}`, label: `Layers, ${words}`, unit: '', expr: `ceil(${along} / layer)` },
    {
      name: `walls_${id}`,
      label: `Walls, ${words}`,
      unit: 'mm^3',
      expr: `2 * (${a} + ${b}) * ${along} * skin_beads`,
      note: 'Round the layer, the whole way.',
    },
    {
      name: `caps_${id}`,
      label: `Level faces, ${words}`,
      unit: 'mm^3',
      expr: `${id === 'up' ? 1 : 2} * ${a} * ${b} * skin_layers`,
      note: 'Standing, the foot stays open.',
    },
    {
      name: `inside_${id}`,
      label: `Fill, ${words}`,
      unit: 'mm^3',
      expr: `fill * max(0 * ${along} * ${a} * ${b}, ${along} * ${a} * ${b} - walls_${id} - caps_${id})`,
    },
    {
      name: `laid_${id}`,
      label: `Weight laid, ${words}`,
      unit: 'kg',
      expr:
        `(model > one_mm3 ? model + stock * long_side * mid_side : min(${along} * ${a} * ${b}, walls_${id} + caps_${id} + inside_${id})) * density / mm3_per_cm3 / g_per_kg`,
      note: 'Of a mesh its own volume and the stock on its face; else a box of such walls.',
    },
    { name: `lays_${id}`, label: `A layer takes to lay, ${words}`, unit: 's', expr: `laid_${id} / layers_${id} / rate * s_per_h` },
    {
      name: `layer_s_${id}`,
      label: `A layer takes, ${words}`,
      unit: 's',
      expr: `max(lays_${id}, window_least)`,
      note: 'One that is done sooner waits until it bears the next.',
    },
    { name: `hours_${id}`, label: `On the machine, ${words}`, unit: 'h', expr: `layers_${id} * layer_s_${id} / s_per_h` },
    { name: `face_${id}`, label: `Left on the working face once milled, ${words}`, unit: 'mm', expr: `${id === 'up' ? 'skin_layers' : 'skin_beads'} - stock` },
  ];
}

function findings(f: Figures, values: Values): PlanFinding[] {
  const window = (id: 'up' | 'side', words: string): PlanFinding => {
    const lays = f(`lays_${id}`), least = f('window_least'), most = f('window_most');
    const common = { id: `window-${id}`, label: `Layer time, ${words}`, value: lays, unit: 's', basis: `${LAYER.text} ${PRACTICE.text}`, ofNew: true };
    if (lays > most) {
      return {
        ...common,
        state: lays > 1.5 * most ? 'fail' : 'conditional',
        limit: most,
        margin: 1 - lays / most,
        reason: `A layer takes ${minutes(lays)}, ${minutes(most)} at most before it is too cold to bond: ${
          formatNumber(Math.ceil(lays / most))
        } times the output, fewer beads, the tool in pieces, or a heater before the nozzle.`,
      };
    }
    if (lays < 0.97 * least) {
      return {
        ...common,
        state: 'conditional',
        limit: least,
        margin: lays / least - 1,
        reason: `A layer is laid in ${minutes(lays)} and has to cool for ${minutes(least)}: lay ${
          formatNumber(Math.ceil(least / lays))
        } tools side by side, more slowly, or let it wait, ${formatNumber(f(`hours_${id}`), 2)} h in all.`,
      };
    }
    return {
      ...common,
      state: 'pass',
      limit: most,
      margin: 1 - lays / most,
      reason: `A layer takes ${minutes(lays)}, between ${minutes(least)} and ${minutes(most)}.`,
    };
  };
  const quicker = f('hours_up') <= f('hours_side') ? 'up' : 'side', lighter = f('laid_up') <= f('laid_side') ? 'up' : 'side';
  const words = { up: 'standing', side: 'grown sideways' } as const;
  const each = (id: 'up' | 'side'): string =>
    `${words[id]} ${formatNumber(f(`hours_${id}`), 3)} h, ${formatNumber(f(`laid_${id}`), 3)} kg, ${mm(f(`face_${id}`))} left on its face`;
  return [
    window('up', 'standing'),
    window('side', 'grown sideways'),
    {
      id: 'way',
      label: 'Which way it grows',
      state: 'pass',
      basis: BEADS.text,
      ofNew: true,
      reason: `${each('up')}; ${each('side')}. ${
        Math.abs(f('laid_up') / f('laid_side') - 1) < 0.01
          ? `${quicker === 'up' ? 'Standing' : 'Sideways'} is quicker; they weigh the same.`
          : quicker === lighter
          ? `${quicker === 'up' ? 'Standing' : 'Sideways'} is both quicker and lighter.`
          : `${quicker === 'up' ? 'Standing' : 'Sideways'} is quicker, ${words[lighter]} lighter.`
      }`,
    },
    {
      id: 'skin',
      label: 'Stock and skin',
      state: f('model') > 0 || f('inside_up') > 0 || values['fill'] === 0 ? 'pass' : 'conditional',
      basis: BEADS.text,
      ofNew: true,
      reason: `${formatNumber(f('beads'))} beads of ${mm(f('bead'))} and ${formatNumber(f('skins'))} layers of ${mm(f('layer'))} leave ${
        mm(Math.min(f('face_up'), f('face_side')))
      } once ${mm(f('stock'))} are milled off${
        f('inside_up') > 0 || values['fill'] === 0 ? '.' : '; its walls meet inside, so that it is solid: thinner beads, or less stock.'
      }`,
    },
  ];
}

/** Large extrusion: beads and stock from the depth of milling, the time of a layer against its window, and which way the tool grows. */
export const beads: Planner = {
  id: 'beads',
  about: 'build',
  label: 'Beads and layer time',
  what:
    'For a tool laid in thick beads: how many beads and layers hold the stock that is milled off, what a layer takes against its window, and whether it grows standing or sideways.',
  basis: [BEADS, LAYER, PRACTICE],
  fits: ({ doc }) => Math.max(...doc.size_mm) >= 400 || doc.pins.some((p) => p.process === 'pellet-extrusion'),
  headline: ['beads', 'stock', 'layer_s_up', 'layer_s_side', 'hours_up', 'hours_side', 'laid_up', 'laid_side'],
  inputs: [
    number('bead', 'Bead, across', 'length', [1, 40], 12, { group: 'Bead' }),
    number('layer', 'Layer', 'length', [0.5, 20], 4, { group: 'Bead' }),
    number('rate', 'Extruder gives, kg an hour', 'count', [0.2, 300], [12, 20, 30], { unit: 'kg/h', group: 'Bead', ranged: true, source: PRACTICE }),
    number('density', 'Plastic, g/cm³', 'count', [0.8, 3], [1.1, 1.2, 1.4], { unit: 'g/cm^3', group: 'Bead', ranged: true, source: PRACTICE }),
    number('fill', 'Fill inside, as a share', 'count', [0, 1], 0.08, { group: 'Bead' }),
    number('deepest', 'Deepest cut when it is milled', 'length', [0, 50], 3, {
      group: 'Milling',
      help: 'Strand tops, what it warps, what it is off when it is clamped.',
    }),
    number('spare', 'Beyond that', 'length', [0, 50], 2, { group: 'Milling' }),
    number('skin', 'Skin that stays', 'length', [1, 200], 12, { group: 'Milling', help: 'So that the mill does not open the fill, and vacuum holds.' }),
    number('window_least', 'A layer takes at least', 'seconds', [1, 3600], 60, { group: 'Window', help: 'Until it bears the next.' }),
    number('window_most', 'A layer takes at most', 'seconds', [5, 36_000], 420, { group: 'Window', help: 'While it is warm enough to bond.' }),
  ],
  entries: (_, { facts: { doc } }: PlanContext) => {
    const [wide, deep, tall] = [...doc.size_mm].sort((a, b) => b - a);
    const mesh = doc.shapes.printed?.measure;
    const size: Source = { kind: 'need', text: 'Size of the tool, its longest side along the bed.' };
    return [
      takenAs('beads', 'long_side', 'Longest side', 'mm', wide, size),
      takenAs('beads', 'mid_side', 'Middle side', 'mm', deep, size),
      takenAs('beads', 'short_side', 'Shortest side', 'mm', tall, size),
      takenAs('beads', 'model', 'Volume of the mesh; 0 without one', 'mm^3', mesh?.watertight ? mesh.volume_mm3 : 0, {
        kind: 'measured',
        text: 'Volume of the mesh to print, as on the Shape step.',
      }),
      takenAs('beads', 'one_mm3', 'A cubic millimetre', 'mm^3', 1, { kind: 'standard', text: 'By definition.' }),
      takenAs('beads', 'mm3_per_cm3', 'mm³ in a cm³', 'mm^3/cm^3', 1000, { kind: 'standard', text: 'By definition.' }),
    ];
  },
  lines: [
    { name: 'stock', label: 'Stock that is laid on', unit: 'mm', expr: 'deepest + spare' },
    { name: 'beads', label: 'Beads in a wall', unit: '', expr: 'max(1, ceil((skin + stock) / bead))' },
    { name: 'skins', label: 'Layers in a level face', unit: '', expr: 'max(1, ceil((skin + stock) / layer))' },
    { name: 'skin_beads', label: 'Wall as laid', unit: 'mm', expr: 'beads * bead' },
    { name: 'skin_layers', label: 'Level face as laid', unit: 'mm', expr: 'skins * layer' },
    ...way('up', 'standing', ['short_side', 'long_side', 'mid_side']),
    ...way('side', 'grown sideways', ['long_side', 'mid_side', 'short_side']),
    {
      name: 'milled',
      label: 'Milled off the working face',
      unit: 'kg',
      expr: 'long_side * mid_side * stock * density / mm3_per_cm3 / g_per_kg',
    },
  ],
  findings,
  cautions: [
    'Metres of hot plastic shrink and warp for hours: let it come to the temperature of the hall before it is milled, and keep away from a machine that moves by itself.',
  ],
};
