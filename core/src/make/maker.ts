import type { InputSpec, Values } from '../inputs/spec';
import type { Mesh } from '../shape/mesh';
import type { Vec3 } from '../shape/turn';
import type { Kernel } from './kernel';

export interface MadeSolid {
  name: string;
  mesh: Mesh;
  note?: string;
}
export interface Made {
  solids: MadeSolid[];
  warnings: string[];
  notes: string[];
}

/** A picture as grey values, row by row from the top, 0 to 1. Whoever calls decodes it. */
export interface GreyPicture {
  grey: Float32Array;
  columns: number;
  rows: number;
}

export interface MakeContext {
  /** Loads the boolean kernel when it is first asked for. */
  kernel(): Promise<Kernel>;
  /** The part it is made around or from; there for makers that need one. */
  part?: Mesh;
  /** Which way is up on the part. */
  up: Vec3;
  /** Answers, gaps filled with what is usual. */
  values: Values;
  picture?: GreyPicture;
}

/**
 * Geometry that Cuadro makes. One file each in `makers/`; form, worker and command line come from its inputs.
 */
export interface Maker {
  id: string;
  /** After "make ": "soft jaws around this part". */
  label: string;
  needsPart: boolean;
  /** Made from a picture. */
  needsPicture?: boolean;
  inputs: readonly InputSpec[];
  /** @throws MeshError, a sentence for beside the form, where the figures do not go together */
  make(ctx: MakeContext): Promise<Made>;
  caution?: string;
}

/** A number among values that have been filled. */
export const num = (values: Values, id: string): number => values[id] as number;
