import {
  around,
  type Colour,
  type Esd,
  type Flame,
  FLUID_IDS,
  type FluidId,
  type FluidRating,
  type Impact,
  type Material,
  type Moisture,
  type Removal,
  TYPICAL,
  type Uv,
} from '../types';

/** A row of a material table; everything the row leaves out is filled in by the table's common part. */
export interface Row {
  id: string;
  label: string;
  processes: string[];
  density: number;
  /** GPa: in the layer plane, across it */
  modulus: [number, number];
  /** MPa: in the layer plane, across it (yield for metals) */
  strength: [number, number];
  /** °C: low, typical, high */
  use: [number, number, number];
  /** °C in water for long, where that is lower: low, typical, high */
  water?: [number, number, number];
  /** per kg: low, typical, high */
  price: [number, number, number];
  /** Ratings in the order of FLUID_IDS: coolant, mineral oil, alcohol, ketone, aromatic, chlorinated, alkaline, acid, hydraulic */
  fluids: string;
  marks: Material['marks'];
  wear: number;
  creep: number;
  cutting?: number;
  /** Of the machine's throughput, how much it takes; all of it when left out. */
  flow?: number;
  fibre?: number;
  /** µm/(m·K) */
  cte: number;
  hardness: string;
  impact?: Impact;
  uv?: Uv;
  esd?: Esd;
  flame?: Flame;
  /** Most water before the machine, % of mass, and the drying recipe; absent: takes up none. */
  wet?: [uptake: Moisture['uptake'], limit_pct: number, dry: string];
  /** MPa a face bears; 1.2 times the strength in plane when left out */
  press?: number;
  contact?: Material['contact'];
  removal?: Removal;
  colour?: Colour;
  note: string;
}

/** What rows of a kind have in common when they do not say otherwise. */
const COMMON: Record<Material['family'], { impact: Impact; uv: Uv; esd: Esd; flame: Flame }> = {
  polymer: { impact: 'fair', uv: 'fades', esd: 'insulating', flame: 'slow' },
  fibre: { impact: 'fair', uv: 'fades', esd: 'insulating', flame: 'slow' },
  metal: { impact: 'tough', uv: 'stable', esd: 'conductive', flame: 'does-not-burn' },
  board: { impact: 'brittle', uv: 'fades', esd: 'insulating', flame: 'burns' },
};

/** Turn table rows into materials. Strength and stiffness carry ±15 %, density ±2 %. */
export function materials(family: Material['family'], rows: Row[]): Material[] {
  return rows.map((r) => ({
    id: r.id,
    label: r.label,
    processes: r.processes,
    family,
    density_g_cm3: around(r.density, 0.02),
    modulus_gpa: { inPlane: around(r.modulus[0], 0.15), across: around(r.modulus[1], 0.15) },
    strength_mpa: { inPlane: around(r.strength[0], 0.15), across: around(r.strength[1], 0.2) },
    use_c: { low: r.use[0], likely: r.use[1], high: r.use[2] },
    ...(r.water && { water_c: { low: r.water[0], likely: r.water[1], high: r.water[2] } }),
    price_per_kg: { low: r.price[0], likely: r.price[1], high: r.price[2] },
    fluids: Object.fromEntries(FLUID_IDS.map((f, i) => [f, r.fluids[i] as FluidRating])) as Record<FluidId, FluidRating>,
    marks: r.marks,
    wear: r.wear,
    creep: r.creep,
    cte: around(r.cte, 0.15),
    hardness: r.hardness,
    impact: r.impact ?? COMMON[family].impact,
    uv: r.uv ?? COMMON[family].uv,
    esd: r.esd ?? COMMON[family].esd,
    flame: r.flame ?? COMMON[family].flame,
    moisture: r.wet ? { uptake: r.wet[0], limit_pct: r.wet[1], dry: r.wet[2] } : { uptake: 'none' },
    compressive_mpa: around(r.press ?? 1.2 * r.strength[0], 0.2),
    contact: r.contact ?? 'ask',
    removal: r.removal ?? 'stays',
    colour: r.colour ?? 'own',
    cutting: r.cutting,
    ...(r.flow !== undefined && { flow: r.flow }),
    fibre_per_cm3: r.fibre === undefined ? undefined : around(r.fibre, 0.2),
    note: r.note,
    source: TYPICAL,
  }));
}
