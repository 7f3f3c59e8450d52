import type { Values } from '../inputs/spec';
import type { SolvedLoads } from '../mechanics';
import type { Form } from '../need/family';
import type { Need } from '../need/requirements';
import type { Moulding } from '../shape/features/moulding';
import type { Measure } from '../shape/measure';
import type { ShapeStudy } from '../shape/study';
import type { Vec3 } from '../shape/turn';
import type { Range } from '../worksheet/types';
import type { SignalId } from './signals';

/** How the tool is made, or got, today. */
export type TodayWay = 'machined' | 'welded' | 'bolted' | 'hand-made' | 'board' | 'laid-up' | 'cast' | 'cut' | 'folded' | 'bought' | 'printed' | 'none';

/** A mesh of the case: the content is kept by its SHA-256, the measure travels with the case. */
export interface ShapeRef {
  hash: string;
  fileName: string;
  unit: 'mm' | 'inch';
  measure: Measure;
  /** Build direction in the part's own axes; as the file stands when left out. */
  up?: Vec3;
  /** What the analyses found; absent until they have run. */
  study?: ShapeStudy;
  /** Faces with a duty. */
  marks?: FaceMark[];
  /** Main load in the part's own axes, for laying the layers along it. */
  load?: Vec3;
  /** What the user corrected of what was found, by `CORRECTIONS`; stands in for it. */
  corrected?: Values;
  /** How it comes out of a mould pulled along the direction that the user chose; else that which was found stands. */
  moulding?: Moulding;
  /** What the loads of the case's table do to it, of size one: for the ways that print, and for those that cut solid stock. */
  solved?: { printed?: SolvedLoads; solid?: SolvedLoads };
  /** The model file it was tessellated from. */
  model?: { hash: string; fileName: string; tolerance_mm: number };
}

/** Duties of a face. A working face must come out clean; a datum is what is measured from; a no-marks face touches the work. */
export const FACE_DUTIES = ['working', 'datum', 'no-marks'] as const;
export type FaceDuty = (typeof FACE_DUTIES)[number];

/** A face picked on the part: found again by the point, which lies on it. */
export interface FaceMark {
  duty: FaceDuty;
  point: Vec3;
  normal: Vec3;
  area_mm2: number;
  /** ± on this face, mm, where it differs from the part's. */
  tolerance_mm?: number;
  /** Roughness wanted, µm. */
  ra_um?: number;
  /** Depth that may wear off it before it is at its end, mm, and the way that the work slides over it in a cycle, mm; else what the need says of the tool. */
  wear_mm?: number;
  slide_mm?: number;
  note: string;
}

/** A route pinned for comparison: a process with a material. Letters A–D go by position. */
export interface Pin {
  process: string;
  material: string;
}

/** "We have a quote": a figure put over a line of one route. */
export interface LineOverride extends Range {
  kind: 'quote' | 'you';
  note: string;
}

/** One planner's inputs as given, and what was measured on the mesh for them. */
export interface PlanDoc {
  values: Values;
  geometry?: { key: string; result: unknown };
}

/** What was agreed on a condition of the verdict. */
export interface Agreed {
  /** Who sees to it. */
  who: string;
  /** By when, ISO date; empty where nobody said. */
  by: string;
  done: boolean;
}

/** Somebody decided otherwise than the rules. */
export interface Overruled {
  /** The way that is taken, as a pin or today's. */
  way: string;
  reason: string;
  who: string;
  /** ISO date. */
  on: string;
}

/** What people settled about the verdict. */
export interface Decision {
  /** By the text of the condition. */
  agreed?: Record<string, Agreed>;
  overruled?: Overruled;
}

/** Raised when the form of a document changes; `upgrade` brings older ones up. */
export const DOC_VERSION = 5;

/** All that a user says about one candidate tool; the document that is saved, versioned and signed. */
export interface CaseDoc {
  /** Form of the document: `DOC_VERSION` when it was written. */
  version: number;
  title: string;
  family: string;
  /** Area and step: "Assembly, door cell". */
  place: string;
  /** Who answers for the step: asked about it, told of the answer. */
  owner?: string;
  /** What was seen at the machine. */
  signals?: SignalId[];
  /** A pattern for cases to come, and no candidate itself. */
  template?: true;
  /** What goes wrong today, in the user's words. */
  trouble: string;
  form: Form;
  /** Rough outer size; replaced by the measured box where a mesh is there. */
  size_mm: [number, number, number];
  today: {
    way: TodayWay;
    /** Shelf material it is made of today; null when not known. */
    material: string | null;
    /** Price of one tool today; null when nobody knows. */
    cost: number | null;
    /** What is paid once an order beside it; null when nobody knows. */
    once: number | null;
    /** Calendar days from asking to having it; null when nobody knows. */
    wait_days: number | null;
    weight_kg: number | null;
    /** Cycles one lasts, as seen. */
    life_cycles: number | null;
    /** Pieces it is welded or bolted up from. */
    pieces: number | null;
    /** Screws and dowels in it, and hoses or cables fitted to it. */
    fasteners: number | null;
    hoses: number | null;
    /** What one day without the tool costs: scrap, a second pair of hands, a line down. */
    delay_per_day: number;
    /** Waiting is left out of every comparison. */
    waitingFree?: boolean;
  };
  need: Need;
  shapes: { machined?: ShapeRef; printed?: ShapeRef };
  /** Routes chosen by the user; empty lets Cuadro suggest. */
  pins: Pin[];
  /** Remedies taken by the user, by "process/material"; a route that is not listed counts the usual ones in. */
  remedies?: Record<string, string[]>;
  /** Overridden lines, by "process/material" and line name. */
  overrides: Record<string, Record<string, LineOverride>>;
  /** Planners in use, by id. */
  plans?: Record<string, PlanDoc>;
  /** The load table: rows of `LOAD_INPUTS`, and of `HOLD_INPUTS` what holds the tool, by id. */
  loads?: Record<string, Values>;
  holds?: Record<string, Values>;
  decision?: Decision;
  /** Date from which lead times count, ISO. */
  start: string;
}

export const routeKey = (pin: Pin): string => `${pin.process}/${pin.material}`;
export const MAX_PINS = 4;
export const LETTERS = ['A', 'B', 'C', 'D'] as const;
/** Letter of a pinned route, or T for the tool of today. */
export type Letter = (typeof LETTERS)[number] | 'T';
/** The tool of today as a way of its own: it has no process or material of the shelf. */
export const TODAY_PIN: Pin = { process: 'today', material: 'today' };
