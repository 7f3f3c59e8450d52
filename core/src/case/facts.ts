import { family as familyOf } from '../need/families';
import type { Family, Form } from '../need/family';
import { REQUIREMENTS, type Need, type Requirement, type RequirementId } from '../need/requirements';
import type { Axis, Measure } from '../shape/measure';
import type { Entry, Range, Source } from '../worksheet/types';
import type { CaseDoc, ShapeRef } from './types';

/** A requirement with the knowledge whether the user gave it or the family assumes it. */
export type Resolved<T> = Requirement<T> & { assumed: boolean };
export type ResolvedNeed = { [K in RequirementId]?: Resolved<NonNullable<Need[K]>['value']> };

/** Fill the gaps of a need with what is usual for the family. Essential facts stay open until somebody gives them. */
export function resolveNeed(doc: CaseDoc): ResolvedNeed {
  const family = familyOf(doc.family);
  const out: Record<string, unknown> = {};
  for (const { id } of REQUIREMENTS) {
    const own = doc.need[id];
    const assumed = family.defaults[id];
    if (own) out[id] = { ...own, assumed: false };
    else if (assumed) out[id] = { ...assumed, assumed: true };
  }
  return out as ResolvedNeed;
}

/** Essential facts that neither the user nor the family gives. */
export function missingEssentials(doc: CaseDoc): RequirementId[] {
  const family = familyOf(doc.family);
  const need = resolveNeed(doc);
  return family.essential.filter((id) => need[id] === undefined);
}

export interface Size {
  /** Long to short, mm. */
  sorted: [number, number, number];
  /** As placed for printing, mm. */
  height: number;
  measured: boolean;
}

/** Which mesh stands for a way of making: its own, else the other one's. */
export const shapeFor = (doc: CaseDoc, printed: boolean): ShapeRef | undefined =>
  printed ? (doc.shapes.printed ?? doc.shapes.machined) : (doc.shapes.machined ?? doc.shapes.printed);

export function sizeOf(doc: CaseDoc, printed: boolean): Size {
  const shape = shapeFor(doc, printed);
  const box = shape?.measure.box_mm ?? doc.size_mm;
  const sorted = [...box].sort((a, b) => b - a) as [number, number, number];
  return { sorted, height: shape ? box[2] : sorted[2], measured: !!shape };
}

const AXES: readonly Axis[] = ['x', 'y', 'z'];

/** A constant section up to this thickness is a plate that can be cut; beyond, a block to be milled. */
const PLATE_MM = 30;

/**
 * The form as measured where there is a mesh (constant section along the short side: plate or block), else as the user
 * says. What was called a plate and turns out not to be one counts as shaped.
 */
export function formOf(doc: CaseDoc, printed: boolean): Form {
  const shape = shapeFor(doc, printed);
  if (!shape) return doc.form;
  const { prismatic, box_mm } = shape.measure;
  const short = Math.min(...box_mm);
  if (prismatic !== null && box_mm[AXES.indexOf(prismatic)] <= short * 1.0001) return short <= PLATE_MM ? 'flat' : 'block';
  return doc.form === 'flat' ? 'shaped' : doc.form;
}

const GUESS: Source = { kind: 'guess', text: 'Guessed from the family and the rough size. Drop a mesh on the Shape step to measure it.' };

const MM3_PER_CM3 = 1000;
const MM2_PER_CM2 = 100;

/** Volume, area, overhang and sizes as worksheet entries: measured where there is a mesh, a wide guess where not. */
export function shapeEntries(doc: CaseDoc, printed: boolean): Entry[] {
  const family = familyOf(doc.family);
  const shape = shapeFor(doc, printed);
  const size = sizeOf(doc, printed);
  const source: Source = shape
    ? { kind: 'measured', text: `Measured on ${shape.fileName}.` }
    : GUESS;
  const spread = (value: number, share: number): Range => ({ low: value * (1 - share), likely: value, high: value * (1 + share) });
  const loose = shape ? 0 : 0.05;
  const [length, width, thickness] = size.sorted;
  const entry = (name: string, label: string, unit: string, range: Range): Entry => ({ name, label, unit, ...range, source, key: `${printed ? 'print' : 'stock'}.${name}` });
  const dimensions = [
    entry('length', 'Length', 'mm', spread(length, loose)),
    entry('width', 'Width', 'mm', spread(width, loose)),
    entry('thickness', 'Thickness', 'mm', spread(thickness, loose)),
    entry('height', 'Height on the bed', 'mm', spread(size.height, loose)),
    entry('footprint', 'Room on the bed', 'cm^2', spread(((length + 8) * (width + 8)) / MM2_PER_CM2, loose)),
  ];
  if (shape) return [...dimensions, ...measuredEntries(shape.measure, entry)];
  return [...dimensions, ...guessedEntries(doc, family, size.sorted, entry)];
}

type MakeEntry = (name: string, label: string, unit: string, range: Range) => Entry;

function measuredEntries(m: Measure, entry: MakeEntry): Entry[] {
  // An open mesh encloses no volume; the figure then is a guess around the signed sum.
  const doubt = m.watertight ? 0 : 0.25;
  const volume = Math.max(1, Math.abs(m.volume_mm3)) / MM3_PER_CM3;
  const range = (x: number): Range => ({ low: x * (1 - doubt), likely: x, high: x * (1 + doubt) });
  return [
    entry('volume', 'Volume', 'cm^3', range(volume)),
    entry('area', 'Surface', 'cm^2', range(m.area_mm2 / MM2_PER_CM2)),
    entry('overhang', 'Overhang flatter than 45°', 'cm^2', range(m.overhang_mm2 / MM2_PER_CM2)),
  ];
}

function guessedEntries(doc: CaseDoc, family: Family, [l, w, t]: readonly number[], entry: MakeEntry): Entry[] {
  const box = (l * w * t) / MM3_PER_CM3;
  const skin = (2 * (l * w + w * t + t * l)) / MM2_PER_CM2;
  const fill: Range =
    doc.form === 'block' ? { low: 0.75, likely: 0.9, high: 0.98 } : doc.form === 'flat' ? { low: 0.5, likely: 0.7, high: 0.9 } : family.fill;
  // Ribs and pockets add surface over the box; a plate or block has little more than its box.
  const folds: Range = doc.form === 'shaped' ? { low: 0.9, likely: 1.3, high: 2 } : { low: 0.95, likely: 1.05, high: 1.2 };
  const plan = (l * w) / MM2_PER_CM2;
  const hang: Range = doc.form === 'shaped' ? { low: 0.02, likely: 0.15, high: 0.4 } : { low: 0, likely: 0.01, high: 0.05 };
  const times = (r: Range, x: number): Range => ({ low: r.low * x, likely: r.likely * x, high: r.high * x });
  return [
    entry('volume', 'Volume', 'cm^3', times(fill, box)),
    entry('area', 'Surface', 'cm^2', times(folds, skin)),
    entry('overhang', 'Overhang flatter than 45°', 'cm^2', times(hang, plan)),
  ];
}
