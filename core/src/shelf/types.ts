import type { Range, Source } from '../worksheet/types';

/** How well a material stands a fluid: A no effect, B slight, C soak test needed, D attacked. */
export type FluidRating = 'A' | 'B' | 'C' | 'D';

export type FluidId = 'coolant' | 'mineral-oil' | 'alcohol' | 'ketone' | 'aromatic' | 'chlorinated' | 'alkaline' | 'acid' | 'hydraulic';

export type ProcessId = string;

/**
 * A material as the shelf holds it. Strength and stiffness are given in the layer plane and across the layers;
 * for stock materials both are the same.
 */
export interface Material {
  id: string;
  label: string;
  /** Processes that can use it. */
  processes: ProcessId[];
  family: 'polymer' | 'fibre' | 'metal' | 'board';
  density_g_cm3: Range;
  modulus_gpa: { inPlane: Range; across: Range };
  strength_mpa: { inPlane: Range; across: Range };
  /** Highest temperature in lasting use, °C. Between low and high: test. */
  use_c: Range;
  /** The same in water, °C, where that is lower: it hydrolyses, or water softens it. */
  water_c?: Range;
  price_per_kg: Range;
  fluids: Record<FluidId, FluidRating>;
  /** Does it mark a finished surface? */
  marks: 'no' | 'with-pad' | 'yes';
  /** Wear life relative to short-fibre nylon (1). */
  wear: number;
  /** Share of the short-term strength that may be used under lasting load. */
  creep: number;
  /** Thermal expansion, µm/(m·K), in the layer plane. */
  cte: Range;
  /** As usually given: "Shore D 75", "HB 95". */
  hardness: string;
  impact: Impact;
  uv: Uv;
  esd: Esd;
  flame: Flame;
  moisture: Moisture;
  /** Pressure a face of it bears at room temperature, MPa. */
  compressive_mpa: Range;
  /** Food or medical contact: never on Cuadro's word; `never` where nobody sells a grade for it. */
  contact: 'ask' | 'never';
  /** Cutting effort relative to aluminium 6061 (1); only for stock that is cut. */
  cutting?: number;
  /** Of the machine's throughput, how much it takes, by easy plastic on extruders and stainless steel under a laser. All of it when left out. */
  flow?: number;
  /** Continuous fibre laid into it, price per cm³ of fibre. */
  fibre_per_cm3?: Range;
  /** How it is got out of what was made around it. */
  removal: Removal;
  /** As it comes; absent in sites' own rows that are older than this: that of the row they replace, else its own. */
  colour?: Colour;
  note: string;
  source: Source;
}

export type Removal = 'stays' | 'dissolved' | 'melted' | 'broken' | 'burnt' | 'withdrawn';
export type Impact = 'brittle' | 'fair' | 'tough';
export type Uv = 'embrittles' | 'fades' | 'stable';
export type Esd = 'insulating' | 'dissipative' | 'conductive';
export type Flame = 'burns' | 'slow' | 'self-extinguishing' | 'does-not-burn';
export interface Moisture {
  uptake: 'none' | 'some' | 'much';
  /** Most water, % of mass, with which it may go into the machine. */
  limit_pct?: number;
  /** Drying recipe. */
  dry?: string;
}

export const IMPACT_WORDS: Record<Impact, string> = { brittle: 'breaks when dropped', fair: 'stands light knocks', tough: 'stands drops' };
export const UV_WORDS: Record<Uv, string> = { embrittles: 'goes brittle in sunlight', fades: 'fades and weakens slowly', stable: 'stands sunlight' };
export const ESD_WORDS: Record<Esd, string> = { insulating: 'charges up', dissipative: 'leads charge away slowly', conductive: 'conducts' };
export type Colour = 'any' | 'clear' | 'light' | 'black' | 'own';
export const COLOUR_WORDS: Record<Colour, string> = {
  any: 'in many colours, all through',
  clear: 'clear',
  light: 'white, and takes a dye',
  black: 'black',
  own: 'in its own',
};
export const REMOVAL_WORDS: Record<Removal, string> = {
  stays: 'stays as it is',
  dissolved: 'dissolves in a warm bath',
  melted: 'melts out',
  broken: 'is broken out by hand',
  burnt: 'burns out of a shell',
  withdrawn: 'is pulled out and used again',
};
export const FLAME_WORDS: Record<Flame, string> = {
  burns: 'burns',
  slow: 'burns slowly',
  'self-extinguishing': 'goes out by itself',
  'does-not-burn': 'does not burn',
};

export const FLUIDS: Record<FluidId, string> = {
  coolant: 'water-based coolant',
  'mineral-oil': 'mineral oil, grease',
  alcohol: 'alcohol',
  ketone: 'ketone (acetone)',
  aromatic: 'aromatic solvent (thinner)',
  chlorinated: 'chlorinated solvent',
  alkaline: 'alkaline detergent',
  acid: 'acid cleaner',
  hydraulic: 'hydraulic fluid',
};
/** What a tool may get wet with: the fluids that a material is rated for, and plain water, which follows from its moisture. */
export type WetWith = FluidId | 'water';
export const FLUID_IDS = Object.keys(FLUIDS) as FluidId[];
export const WET_WITH: Record<WetWith, string> = { water: 'water', ...FLUIDS };

export const TYPICAL: Source = { kind: 'shelf', text: "Typical published range; confirm with your supplier's sheet." };

/** likely ± share, the usual spread of published values. */
export const around = (likely: number, share = 0.1): Range => ({
  low: likely * (1 - share),
  likely,
  high: likely * (1 + share),
});
export const exactly = (value: number): Range => ({ low: value, likely: value, high: value });

/** From this hardness on, HRC, steel is cut soft and hardened afterwards. */
const HARD_HRC = 45;
/** Stock that is hardened after it is cut. */
export const isHardened = ({ family, cutting, hardness }: Pick<Material, 'family' | 'cutting' | 'hardness'>): boolean =>
  family === 'metal' && cutting !== undefined && Number(/HRC (\d+)/.exec(hardness)?.[1] ?? 0) >= HARD_HRC;
