import type { Duty, Form } from '../need/family';
import type { NumberInput } from '../inputs/spec';
import type { FibreLayout, LoadClass } from '../mechanics';
import type { Material } from '../shelf/types';
import type { Entry, Line, Range } from '../worksheet/types';
import type { BuildStudy } from '../shape/study';
import type { Machine } from './machine';

/** People and machines that a stage needs; each has a queue and working hours in the shop. */
export type Resource = 'engineer' | 'programmer' | 'printer' | 'mill' | 'bench' | 'metrology' | 'supplier' | 'carrier';

/** Something to be read while a tool is made: one of the readings of a step made, with the limit where practice has one. */
export interface ToRead {
  what: string;
  least?: number;
  most?: number;
}

/** One step on the way to a finished tool. */
export interface Stage {
  id: string;
  label: string;
  resource: Resource;
  /**
   * work: only while the shift is on. run: started by somebody during the shift, then goes on by itself through the night.
   * Where the shop does not allow unattended running, a run waits for the shift like work.
   */
  mode: 'work' | 'run';
  /** Line or entry with the hours of the whole stage (of one run, when `runs` is given). */
  hours: string;
  /** Line with the number of runs, each of which needs somebody to start it. */
  runs?: string;
  /** Done by somebody else, by their own working hours. */
  away?: boolean;
  /** What is read at it, and what to look at. */
  read?: readonly ToRead[];
  look?: string;
  /** Stages that must be finished first; the one before, when left out. */
  after?: string[];
}

/** A figure the process brings along: a declared input with its usual range, in the worksheet's unit. */
export type Fact = NumberInput & { unit: string; usual: Range };

/** How far beyond its usual high a fact may be set before it is taken for a slip of the pen. */
const FAR = 100;

/** Shorthand for a process fact with low, likely and high. A plain number that usually stays below 1 is a share. */
export const fact = (id: string, label: string, unit: string, low: number, likely: number, high: number, extra: Partial<NumberInput> = {}): Fact => ({
  kind: 'number',
  quantity: 'count',
  ranged: true,
  id,
  label,
  unit,
  usual: { low, likely, high },
  min: 0,
  max: unit === '' && high <= 1 ? 1 : FAR * Math.max(high, 1),
  ...extra,
});

/**
 * A way of making a tool: one file in `processes/`. The lines are its cost and time model; the bill and the programme
 * lines that every process shares are added by `routeLines`.
 */
export interface Process {
  id: string;
  label: string;
  kind: 'print' | 'machine' | 'cut' | 'hand';
  where: 'house' | 'bureau';
  what: string;
  /** Where its figures come from, in a sentence of its own. */
  practice: string;
  /** As an instruction, for the head of a verdict: "Have it welded up". */
  imperative?: string;
  /** Largest part, mm, sorted long to short. */
  envelope_mm: [number, number, number];
  /** Tolerance it holds without further work: ±(a + b·L), mm. */
  tolerance: { a_mm: number; b_per_mm: number };
  /** Suits only work of these forms; other work cannot be made this way. */
  forms?: readonly Form[];
  /** Uses of one, where it is used again though the duty is used up by one: a core that is pulled out. */
  uses?: Range;
  facts: readonly Fact[];
  /** Must include `mass_part` (kg). Lines with `cost` make up the price. */
  lines: readonly Line[];
  stages: readonly Stage[];
  /** Entries that follow from the layers of the build and this process's facts together; a wide guess without a study. */
  profileEntries?(build: BuildStudy | undefined): Entry[];
  /** Thinnest wall, narrowest gap and narrowest round hole it makes, mm. */
  limits?: { wall_mm: number; gap_mm: number; hole_mm: number };
  /** What stays behind in a closed cavity. */
  traps?: 'powder' | 'resin' | 'support';
  /** Ra of its faces before any finishing, µm. */
  roughness_um: Range;
  /** Does a wall hold vacuum? tight: as it is. seal: after sealing. porous: hardly. */
  tight: 'tight' | 'seal' | 'porous';
  /** What is light by itself comes out grey: its fusing agent is black. */
  greys?: true;
  /** Makes only tools of these duties. */
  duties?: readonly Duty[];
  /** Fewest pieces for which it is run, or the most, and why. */
  batch?: { least?: number; most?: number; says: string };
  /** Few tools have been made this way: what is known, and what to ask for first. */
  thin?: string;
  /** What it takes beyond the usual, in a sentence. */
  skill?: string;
  /** It may not run alone: somebody is by it, and a build has to fit into a shift. */
  watched?: true;
  /** The machine of the register that it is made on; absent where the book figures stand. */
  machine?: Machine;
  /** Share of the strength of the solid that its joints bear of a load that comes and goes: welds and bolted joints crack first. */
  joint?: number;
  /** Below this length, mm, it is the wrong machine. */
  smallest_mm?: number;
  /** What is handled that has a safety sheet. */
  chemicals?: readonly string[];
  cautions: readonly string[];
  /** What is tried and seen to at the machine before it starts, where it can hurt whoever is near. */
  beforeStart?: readonly string[];
}

/** A print's inside: walls all round, the rest filled to a share; continuous fibre where the material has it. */
export interface Fill {
  wall_mm: number;
  share: number;
  /** Solid so far around where loads and holds stand. */
  solid_mm?: number;
  fibre?: FibreLayout;
  laid?: LaidFibre;
}

/** Continuous fibre as it is told to the printer. */
export interface LaidFibre {
  /** Mean over the layers. */
  rings: number;
  sheets: number;
  panels: number;
  layer_mm: number;
  ring_width: number;
  outer_mm: number;
}

/** Facts under which processes keep the width of their walls. */
const WALLS = ['wall', 'bead'];

/**
 * Walls, fill and fibre as priced; nothing where the process makes it solid and of one material.
 * @param given figures put over the process's own
 */
export function fillOf(process: Process, material: Pick<Material, 'fibre_per_cm3'>, given: Readonly<Record<string, Range>> = {}): Fill | undefined {
  const likely = (id: string): number | undefined => (given[id] ?? process.facts.find((f) => f.id === id)?.usual)?.likely;
  const laid = material.fibre_per_cm3 && laidOf(likely);
  const share = likely('infill');
  const wall = WALLS.map(likely).find((x) => x !== undefined);
  if (share === undefined || wall === undefined || (share >= 1 && !laid)) return undefined;
  const solid_mm = likely('solid_depth');
  return { wall_mm: wall, share: Math.min(1, share), ...(solid_mm && { solid_mm }), ...(laid && { laid, fibre: layoutOf(laid) }) };
}

/** As the lines of `blocks/extrusion.ts` count it. */
function laidOf(likely: (id: string) => number | undefined): LaidFibre | undefined {
  const [rings, sheets, panels, layer_mm, ring_width, outer_mm] = ['rings', 'sheets', 'panels', 'layer_height', 'ring_width', 'outer'].map(likely);
  if (rings === undefined || sheets === undefined || panels === undefined || layer_mm === undefined || ring_width === undefined || outer_mm === undefined)
    return undefined;
  return { rings, sheets, panels, layer_mm, ring_width, outer_mm };
}

const layoutOf = ({ rings, sheets, panels, layer_mm, ring_width, outer_mm }: LaidFibre): FibreLayout => ({
  ring_mm: rings > 0 ? Math.max(1, rings) * ring_width : 0,
  ring_share: Math.min(1, rings),
  sheet_mm: sheets * layer_mm,
  panel_mm: panels * layer_mm,
  outer_mm,
  roof_mm: outer_mm,
});

/** What of a material a solution of loads rests on. */
export type LoadedMaterial = Pick<Material, 'modulus_gpa' | 'fibre_per_cm3'>;

/** Ways whose loads share a solution: by walls, fill and fibre, and by how much softer the material is across its layers. */
export function loadClassOf(process: Process, material: LoadedMaterial, given?: Readonly<Record<string, Range>>): LoadClass {
  const { wall_mm = 0, share = 1, solid_mm, fibre } = fillOf(process, material, given) ?? {};
  const { inPlane, across } = material.modulus_gpa;
  const inside = share < 1 ? { wall_mm, share, ...(solid_mm && { solid_mm }) } : { wall_mm: 0, share };
  return { ...inside, ratio: across.likely / inPlane.likely, ...(fibre && { fibre }) };
}

const rangeWords = ({ usual: { low, likely, high }, unit }: Fact): string =>
  (low === high ? String(likely) : `${low} to ${high}, mostly ${likely}`) + (unit ? ` ${unit.replace(/\^2/g, '²').replace(/\^3/g, '³')}` : '');

/** Facts of a process as entries; samples are kept apart from those of other processes by the key. */
export function factEntries(process: Process): Entry[] {
  return process.facts.map((f) => ({
    name: f.id,
    label: f.label,
    unit: f.unit,
    ...f.usual,
    spread: f.spread,
    whole: f.whole,
    key: `${process.id}.${f.id}`,
    source: f.source ?? { kind: 'shelf' as const, text: `${f.label}: ${rangeWords(f)} as a rule. ${process.practice}` },
  }));
}
