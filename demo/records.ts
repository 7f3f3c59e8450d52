// dprint-ignore-file: tables, a line each
import type { Values } from '@cuadro/core/inputs/spec';
import type { Duty } from '@cuadro/core/need/family';

/** A year in the log of the made-up plant: builds against their estimates, and what its tools lasted. */
export interface DemoRecord {
  kind: string;
  /** Title of the case it belongs to. */
  of?: string;
  at: Date;
  values: Values;
}

type Outcome = 'good' | 'failed';
type Ended = 'in-use' | 'worn' | 'broken' | 'withdrawn';
/** Days ago, tool, process; hours estimated and taken; euros estimated and paid; days estimated and taken. */
type Build = [ago: number, tool: string, process: string, hours: [number, number], money: [number, number], days: [number, number], outcome?: Outcome, remark?: string];
type Used = [ago: number, tool: string, duty: Duty, material: string, cycles: number, ended: Ended, remark?: string];

const BUILDS: readonly Build[] = [
  [362, 'Tray gripper fingers, first pair', 'extrusion-open', [9, 10.5], [74, 88], [3, 4]],
  [351, 'Divider scraper holder', 'extrusion-open', [6.5, 6.2], [48, 46], [3, 3]],
  [340, 'Go and no-go frame, oven sill', 'extrusion-open', [14, 19], [110, 152], [4, 7], 'failed', 'A corner lifted at hour 9; larger brim the second time'],
  [322, 'Hinge jig, 600 door', 'extrusion-open', [17, 18.4], [139, 146], [5, 5]],
  [301, 'Cable guide, conveyor 4', 'extrusion-open', [4, 4.4], [33, 35], [2, 2]],
  [288, 'Bottom nest, gearbox', 'extrusion-chamber', [26, 29], [312, 340], [6, 8]],
  [270, 'Label placing stop', 'extrusion-open', [3.5, 3.4], [28, 27], [2, 3]],
  [263, 'Assembly cradle, control box', 'extrusion-open', [21, 27], [168, 214], [5, 9], 'failed', 'Wet filament: strings and a weak top layer. Dried 8 h at 70 °C and made again'],
  [249, 'Assembly cradle, second station', 'extrusion-open', [21, 21.8], [168, 171], [5, 5]],
  [236, 'Masking plugs, burner bores', 'vat-resin', [3, 3.3], [41, 44], [2, 2]],
  [221, 'Seal position check', 'vat-resin', [7, 8.1], [96, 104], [3, 4]],
  [214, 'Weld locator, tray frame', 'extrusion-chamber', [18, 19.5], [226, 239], [6, 6]],
  [203, 'Weld locator, tray frame, spare', 'extrusion-chamber', [18, 18.2], [226, 228], [6, 7]],
  [190, 'Hinge jig, 750 door', 'extrusion-open', [19, 20.6], [152, 163], [5, 6]],
  [181, 'Gasket pressing roller shell', 'extrusion-open', [5.5, 6], [44, 47], [2, 2]],
  [167, 'Lens seat, door lamp', 'vat-resin', [5, 5.2], [66, 67], [3, 3]],
  [155, 'Drill guide, handle holes', 'extrusion-open', [7, 7.7], [57, 62], [3, 3]],
  [149, 'Oven window frame, glue fixture', 'extrusion-open', [31, 35], [242, 268], [7, 8]],
  [132, 'Bench hook for dough knives', 'extrusion-open', [2.5, 2.6], [21, 21], [2, 1]],
  [121, 'Bowl check, support pads', 'extrusion-chamber', [12, 13.4], [148, 160], [4, 5]],
  [110, 'Thread mask set', 'vat-resin', [4, 5.9], [53, 78], [2, 4], 'failed', 'Came off the plate; supports doubled'],
  [98, 'Side panel bending insert', 'extrusion-chamber', [16, 17.1], [205, 213], [5, 5]],
  [84, 'Hinge jig, 900 door', 'extrusion-open', [22, 23.5], [174, 184], [6, 6]],
  [71, 'Nest for the flour sieve', 'extrusion-open', [12, 12.4], [96, 99], [4, 4]],
  [57, 'Chain guard gauge', 'extrusion-open', [8, 9.1], [64, 71], [3, 3]],
  [43, 'Door bottom stop, left and right', 'extrusion-chamber', [14, 15.2], [172, 181], [5, 6]],
  [29, 'Ceramic spacer tray', 'extrusion-open', [10, 10.3], [79, 82], [3, 4]],
  [12, 'Motor plate locating pins, carrier', 'extrusion-open', [6, 6.7], [49, 53], [3, 3]],
];

const USED: readonly Used[] = [
  [300, 'Plug set 1, burner bores', 'mask', 'resin-flexible', 640, 'worn', 'lips torn at the second blast'],
  [250, 'Plug set 2, burner bores', 'mask', 'resin-flexible', 910, 'worn'],
  [170, 'Plug set 3, burner bores', 'mask', 'resin-flexible', 780, 'worn'],
  [20, 'Plug set 4, burner bores', 'mask', 'resin-flexible', 410, 'in-use'],
  [260, 'Tray carrier, row A', 'carry', 'petg', 19_400, 'worn', 'ribs rounded, trays rattle'],
  [140, 'Tray carrier, row B', 'carry', 'petg', 26_800, 'worn'],
  [15, 'Tray carrier, row C', 'carry', 'petg', 17_500, 'in-use'],
  [230, 'Sill frame', 'gauge', 'pa12', 8_200, 'withdrawn', 'product changed'],
  [60, 'Bowl check', 'gauge', 'pa12', 14_600, 'in-use'],
  [205, 'Side panel insert, test', 'bend', 'pc', 240, 'broken', 'nose split along a layer; built lying down since'],
  [96, 'Side panel insert', 'bend', 'pc', 610, 'worn'],
  [9, 'Side panel insert, third', 'bend', 'pc', 380, 'in-use'],
];

/** Machines of the plant, to be changed: name, process, room, ± on a short part and per 100 mm, how many, may run alone. */
const MACHINES: readonly [string, string, [number, number, number], [number, number], number, boolean][] = [
  ['Open printers by the window', 'extrusion-open', [350, 300, 300], [0.15, 0.1], 3, true],
  ['Chamber printer', 'extrusion-chamber', [330, 300, 300], [0.08, 0.07], 1, true],
  ['Fibre printer', 'extrusion-fibre', [300, 240, 190], [0.04, 0.04], 1, true],
  ['Resin printer', 'vat-resin', [180, 140, 80], [0.05, 0.05], 1, true],
  ['Machining centre 1', 'cnc-mill', [1000, 500, 500], [0.02, 0.005], 1, true],
];

/** Tools of a month by kind: how many, paid today, own mill, programming, printing, hands (h), plastic, at a bureau, days sooner. */
const A_MONTH: readonly [string, number, number, number, number, number, number, number, number, number][] = [
  ['Drill jigs and hand tools', 2.5, 60, 3.5, 1.5, 14, 0.9, 24, 235, 9],
  ['Nests and assembly cradles', 3, 85, 4, 2, 19, 0.8, 36, 310, 11],
  ['Soft jaws, pairs', 2, 25, 2, 1, 7, 0.4, 11, 120, 5],
  ['Gripper parts', 1, 320, 1, 0.5, 11, 1.2, 21, 210, 14],
  ['Gauges and inspection nests', 1, 140, 3, 1.5, 9, 0.6, 16, 180, 10],
  ['Trays and carriers', 1.5, 190, 0, 0, 16, 0.5, 30, 260, 6],
];
const TOOLS: Values[] = A_MONTH.map(([kind, a_month, today, mill_h, program_h, print_h, hands_h, material, bureau, days]) => ({ kind, a_month, today, mill_h, program_h, print_h, hands_h, material, bureau, days }));
/** Three answers to the same question. */
const SCENARIOS: readonly Values[] = [
  { name: 'All to a bureau', means: 'bureau', tools: TOOLS, day_worth: 15 },
  { name: 'Two more open frames', means: 'own', tools: TOOLS, machines: [{ name: 'Open-frame printer', count: 2, price: 4200, speed: 0.8, draw: 0.9 }], training_h: 30, staff_h: { low: 6, likely: 12, high: 20 }, day_worth: 15 },
  {
    name: 'A second chamber printer', means: 'own', tools: TOOLS, machines: [{ name: 'Heated-chamber extruder', count: 1, price: 46_000, speed: 1.4, draw: 2.4 }], install: 1800, residual: 9000, day_worth: 15, claim: 9,
    target_down: 0.1,
  },
];

/** The first piece of the bowl nest: what was done and read, days ago. Its filament was wet, and was dried again. */
const MADE: readonly [ago: number, step: string, machine: string, readings: Values[], more?: Values][] = [
  [262, 'Dry the material', 'moisture analyser, simulated', [{ what: 'moisture', value: 0.31, most: 0.1 }], { decision: 'again', reason: 'Above the limit after a night beside the oven line: dried 6 h and read again.', feeds: 'recipe' }],
  [261, 'Dry the material', 'moisture analyser, simulated', [{ what: 'moisture', value: 0.06, most: 0.1 }]],
];
/** The nest in use: readings of the wear of its pads. */
const NEST = 'Inspection nest, cast divider bowl';
const NEST_READ: readonly [ago: number, cycles: number, wear: number | undefined, event: string][] = [
  [240, 0, undefined, 'count'], [190, 1700, 0.04, 'wear'], [140, 3100, 0.06, 'wear'], [95, 4600, 0.1, 'wear'], [50, 5900, 0.12, 'wear'], [12, 7200, 0.15, 'wear'],
];

/** What lies on the shelves, last used days ago. */
const STORED: readonly [last: number, tool: string, number: string, place: string, room: number, worth: number, model: string, more?: Values][] = [
  [1010, 'Drill plate, mixer base 40 l', 'V-031', 'tool crib, rack 4', 0.3, 540, 'drawn', { again_days: 4 }],
  [860, 'Bending form, old oven rail', 'V-018', 'tool crib, floor', 1.2, 1900, 'none', { draw_h: 6 }],
  [35, 'Setting gauge, spiral arm', 'V-052', 'turning cell', 0.05, 310, 'none', { one_person: true, draw_h: 3 }],
  [20, 'Welding frame, trolley', 'V-060', 'welding, bay 3', 2.4, 2600, 'old'],
];

/** What is to be made next: hours of the run, days until it is due. */
const JOBS: readonly [what: string, process: string, material: string, run: number, due: number][] = [
  ['Hinge drill jig, second piece', 'extrusion-open', 'PETG', 9, 2],
  ['Kitting tray, six pieces', 'extrusion-open', 'PETG', 31, 5],
  ['Masking caps, first forty', 'extrusion-chamber', 'PA12-CF', 22, 3],
  ['Finger gripper, two fingers', 'extrusion-chamber', 'PA6-CF', 6, 1],
  ['Sprocket guard, trial', 'extrusion-open', 'ASA', 12, 4],
  ['Bearing nest, insert', 'extrusion-chamber', 'PA6-CF', 11, 6],
  ['Blower coupling, two halves', 'extrusion-chamber', 'PA12-CF', 8, 2],
];

/** Lots of material as they came in: what coupons read, how often powder was used again. */
const LOTS: readonly [ago: number, lot: string, material: string, more: Values][] = [
  [232, 'L-2198', 'petg', { tests: [{ what: 'Water, %', value: 0.31, most: 0.2 }], remark: 'Came in an opened bag' }],
  [228, 'L-2231', 'petg', { tests: [{ what: 'Water, %', value: 0.08, most: 0.2 }, { what: 'Coupon upright, MPa', value: 27, least: 22 }] }],
  [120, 'P-07', 'pa12-powder', { builds: 11, fresh: 40, oldest: 3, tests: [{ what: 'Coupon upright, MPa', value: 44, least: 40 }] }],
  [40, 'P-08', 'pa12-powder', { builds: 4, fresh: 40, oldest: 3, tests: [{ what: 'Coupon upright, MPa', value: 46, least: 40 }], heats: [{ tool: 'N-014', cycles: 380, result: 'sound' }] }],
];
/** Edges and what they cut, minutes. */
const EDGES: readonly [ago: number, cutter: string, material: string, minutes: number, ended: string, price: number][] = [
  [200, '6 mm carbide, bare', 'pa12-cf', 38, 'worn', 24],
  [170, '6 mm carbide, bare', 'pa12-cf', 46, 'worn', 24],
  [150, '6 mm carbide, bare', 'pa12-cf', 33, 'worn', 24],
  [100, '6 mm diamond coated', 'pa12-cf', 410, 'in-use', 88],
  [90, '6 mm diamond coated', 'pa12-cf', 520, 'worn', 88],
  [60, '8 mm carbide', 'al-6061', 640, 'in-use', 31],
];
/** Where the origin of a tool was found. */
const FOUND: readonly [ago: number, x: number, y: number, z: number][] = [[190, 120.012, 64.995, 18.02], [140, 120.021, 65.004, 18.02], [62, 120.017, 64.991, 18.03]];

const DAY_MS = 86_400_000;

/** @param today the log ends shortly before it */
export function demoRecords(today: Date): DemoRecord[] {
  const at = (ago: number): Date => new Date(today.getTime() - ago * DAY_MS);
  const builds = BUILDS.map(([ago, tool, process, hours, money, days, outcome = 'good', remark]): DemoRecord => ({
    kind: 'build', at: at(ago),
    values: {
      tool, process, outcome, hours_estimated: hours[0], hours_actual: hours[1], money_estimated: money[0], money_actual: money[1],
      // Ranges as the estimates had them: a tenth less, an eighth more; days come whole.
      money_low: Math.round(0.9 * money[0]), money_high: Math.round(1.125 * money[0]), days_low: Math.max(1, days[0] - 1), days_high: days[0] + 1,
      days_estimated: days[0], days_actual: days[1], ...(remark && { remark }),
    },
  }));
  const used = USED.map(([ago, tool, duty, material, cycles, ended, remark]): DemoRecord => ({ kind: 'tool-life', at: at(ago), values: { tool, duty, material, cycles, ended, ...(remark && { remark }) } }));
  const machines = MACHINES.map(([name, process, [x, y, z], [a, b], count, alone]): DemoRecord => ({
    kind: 'machine', at: at(300), values: { name, process, x, y, z, tolerance_a: a, tolerance_b: b, count, alone },
  }));
  const day = (ago: number): string => at(ago).toISOString().slice(0, 10);
  const made = MADE.map(([ago, step, machine, readings, more]): DemoRecord => ({ kind: 'making', of: NEST, at: at(ago), values: { piece: '1', step, on: day(ago), machine, lot: 'L-2231', readings, ...more } }));
  const nest: DemoRecord = {
    kind: 'tool-life', of: NEST, at: at(11),
    values: {
      tool: 'Bowl nest', number: 'N-014', place: 'metrology room', duty: 'gauge', material: 'petg', item: 'body', cycles: 7200, allowed: 0.25, ended: 'in-use',
      readings: NEST_READ.map(([ago, cycles, wear, event]): Values => ({ on: day(ago), cycles, event, ...(wear !== undefined && { wear }) })),
    },
  };
  const studies: DemoRecord[] = [
    {
      kind: 'trial', of: NEST, at: at(205),
      values: {
        figure: 'Measuring one bowl', unit: 'min', aim: 'lower', how_before: 'clock of the machine, from bowl to print-out', how_after: 'clock of the machine, from bowl to print-out',
        before: '13.5 15.2 12.8 14.6 16.1 13.9 14.4 12.2', after: '5.6 5.2 5.9 5.4 5.1 6.0 5.5 5.3', on: day(205),
      },
    },
    {
      kind: 'gauge-study', of: NEST, at: at(204),
      values: {
        figure: 'Height of the rim, four bowls, two measurers', tolerance: 0.4, on: day(204),
        readings: '1; A; 62.03 62.04 62.03\n1; B; 62.04 62.05 62.04\n2; A; 62.11 62.11 62.12\n2; B; 62.12 62.12 62.13\n3; A; 61.95 61.96 61.95\n3; B; 61.96 61.96 61.97\n4; A; 62.07 62.06 62.07\n4; B; 62.07 62.08 62.08',
      },
    },
  ];
  const stored = STORED.map(([last, tool, number, place, room, worth, model, more]): DemoRecord => ({
    kind: 'stored-tool', at: at(60), values: { tool, number, place, last_used: day(last), room, worth, model, one_person: false, owner: 'us', ...more },
  }));
  const scenarios = SCENARIOS.map((values, k): DemoRecord => ({ kind: 'scenario', at: at(30 - k), values }));
  const jobs = JOBS.map(([what, process, material, run, due]): DemoRecord => ({ kind: 'job', at: at(1), values: { what, process, material, run, hands: 0.7, due: at(-due).toISOString().slice(0, 10), done: false } }));
  const lots = LOTS.map(([ago, lot, material, more]): DemoRecord => ({ kind: 'lot', at: at(ago), values: { lot, material, from: day(ago), state: 'free', ...more } }));
  const edges = EDGES.map(([ago, cutter, material, minutes, ended, price]): DemoRecord => ({ kind: 'cutter', at: at(ago), values: { cutter, material, minutes, ended, price } }));
  const found = FOUND.map(([ago, x, y, z]): DemoRecord => ({ kind: 'set-up', at: at(ago), values: { tool: 'N-014', machine: 'measuring machine', on: day(ago), by: 'corner', x, y, z } }));
  const vices: DemoRecord[] = [{ kind: 'vice', at: at(290), values: { name: 'Mill 2, main', opening: 220, wide: 125, high: 40, screw: 8, pitch: 80, force: 18_000 } }];
  return [...vices, ...lots, ...edges, ...found, ...jobs, ...machines, ...builds, ...used, ...made, nest, ...studies, ...stored, ...scenarios].sort((a, b) => a.at.getTime() - b.at.getTime());
}
