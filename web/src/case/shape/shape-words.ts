import { formOf, resolveNeed, sizeOf } from '@cuadro/core/case/facts';
import { familyOf } from '@cuadro/core/need/families';
import { weakestPlace } from '@cuadro/core/screen/load-path';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { formatNumber, formatQuantity, type UnitSystem } from '@cuadro/core/quantity/quantity';
import type { Vec3 } from '@cuadro/core/shape/turn';

/** A figure of the shape with the way it was measured. */
export interface ShapeFact {
  label: string;
  text: string;
  /** The method, for the margin. */
  how?: string;
  warn?: boolean;
}

export const areaText = (
  mm2: number,
  system: UnitSystem,
): string => (system === 'inch' ? `${formatNumber(mm2 / 645.16)} in²` : `${formatNumber(mm2 / 100)} cm²`);
export const volumeText = (
  mm3: number,
  system: UnitSystem,
): string => (system === 'inch' ? `${formatNumber(mm3 / 16_387.064)} in³` : `${formatNumber(mm3 / 1000)} cm³`);
export const lengthText = (mm: number, system: UnitSystem): string => formatQuantity(mm, 'length', system);

const FORM_WORDS = {
  turned: 'round, as turned',
  flat: 'a flat plate with cut-outs: it can be cut from sheet',
  block: 'a block with round holes or none: it can be milled and drilled',
  shaped: 'shaped',
};

/** A direction in words: along an axis where it is one, else by its components. */
export function directionWords(d: Vec3): string {
  const axis = d.findIndex((x) => Math.abs(x) > 0.9999);
  if (axis >= 0) return `${d[axis] > 0 ? '+' : '−'}${'xyz'[axis]}`;
  return d.map((x) => x.toFixed(2).replace('-', '−')).join(' ');
}

/** All that has been measured on a mesh, in words; the text alternative of the drawing as well. */
export function shapeFacts(doc: CaseDoc, s: ShapeRef, printed: boolean, system: UnitSystem): ShapeFact[] {
  const m = s.measure;
  const area = (x: number): string => areaText(x, system);
  const volume = volumeText(m.volume_mm3, system);
  const box = m.box_mm.reduce((a, b) => a * b, 1);
  const faults = [
    m.openEdges && `${m.openEdges} open edges`,
    m.crowdedEdges && `${m.crowdedEdges} edges with more than two faces`,
    m.flippedEdges && `${m.flippedEdges} edges where faces disagree`,
  ].filter(Boolean);
  return [
    {
      label: 'Triangles',
      text: formatNumber(m.triangles, 9),
      how: `As the file holds them; ${m.degenerate} of them have no area. Corners with the same coordinates are joined before anything is measured.`,
    },
    {
      label: 'Box',
      text: m.box_mm.map((x) => lengthText(x, system)).join(' × '),
      how: 'Smallest and largest corner along x, y and z, as the file stands. No range: it is read off, not guessed.',
    },
    m.watertight
      ? {
        label: 'Volume',
        text: `${volume}, ${formatNumber((100 * m.volume_mm3) / box, 2)} % of the box`,
        how: 'Σ v0·(v1×v2)/6 over all triangles, about the centre of the box. Cavities count negative. No range for a closed mesh.',
      }
      : {
        label: 'Volume',
        text: `about ${volume}: the mesh is open, so the estimate takes it ± 25 %`,
        how: 'Σ v0·(v1×v2)/6 over all triangles means little while edges are open; close the mesh to be rid of the range.',
        warn: true,
      },
    { label: 'Surface', text: area(m.area_mm2), how: 'Σ |(v1−v0)×(v2−v0)|/2 over all triangles, inner faces included.' },
    {
      label: 'Closed',
      text: m.watertight ? `yes, ${m.shells} ${m.shells === 1 ? 'shell' : 'shells'}` : `no: ${faults.join(', ')}`,
      how: 'Closed: every edge is used as often one way as the other. Shells are pieces joined over edges that exactly two triangles share.',
      warn: !m.watertight,
    },
    {
      label: 'Form',
      text: FORM_WORDS[formOf(doc, printed)],
      how:
        'Plate: nearly all faces are square or parallel to one axis, the square ones are just the two ends (2 V ÷ extent), and it is at most 30 mm thick. Block: at most 30 % of the stock is taken off, and most of that is round holes.',
    },
    ...studyFacts(s, system),
    ...weakFact(doc, s, printed, system),
    ...m.notes.map((text) => ({ label: 'Note', text })),
  ];
}

/** The weakest section of the solid part under its load, and where it is; none where nothing bends it. */
export function weakestOf(doc: CaseDoc, s: ShapeRef, printed: boolean): ReturnType<typeof weakestPlace> {
  return weakestPlace({ need: resolveNeed(doc), family: familyOf(doc.family), size: sizeOf(doc, printed), study: s.study, loadMark: s.load });
}

function weakFact(doc: CaseDoc, s: ShapeRef, printed: boolean, system: UnitSystem): ShapeFact[] {
  const weak = weakestOf(doc, s, printed);
  if (!weak) return [];
  return [{
    label: 'Weakest section',
    text: `${areaText(weak.at.area_mm2, system)}, ${lengthText(weak.at.from_end_mm, system)} from its end`,
    how: `The part as a beam on two ends, loaded in the middle over 80 % of its length${
      s.load ? ', the way the load is marked' : ', the weaker way'
    }: of 48 sections across its long side, the one with the largest stress. Strength and stiffness of every way are judged on these sections, walls and fill as priced.`,
  }];
}

function studyFacts(s: ShapeRef, system: UnitSystem): ShapeFact[] {
  if (!s.study) return [];
  const { body } = s.study;
  const { thickness: t, voids, box, inertia } = body;
  const mm = (x: number): string => lengthText(x, system);
  const cavities = voids.reduce((sum, v) => sum + v.volume_mm3, 0);
  return [
    {
      label: 'Smallest box',
      text: box.size_mm.map(mm).join(' × '),
      how:
        'The smallest box found around the part in any direction: rotating callipers on its shadow along some 150 directions, the best polished by small turns. Used for stock and envelopes.',
    },
    {
      label: 'Walls',
      text: `from ${mm(t.min_mm)}; a twentieth is under ${mm(t.p5_mm)}, half under ${mm(t.median_mm)}`,
      how: `Rays along the inward normal from ${
        formatNumber(t.samples, 6)
      } places spread evenly by area, to the face that opposes within 37°. Sharp edges do not count. A sample of this size misses what covers less than about a ten-thousandth of the surface.`,
    },
    {
      label: 'Narrowest gap',
      text: t.gap_mm === null ? 'none: no face looks at another' : mm(t.gap_mm),
      how: 'The same rays outwards: slots, grooves and holes.',
    },
    {
      label: 'Cavities',
      text: voids.length ? `${voids.length} closed, ${volumeText(cavities, system)}: powder or resin would stay inside` : 'none closed',
      how: 'Shells whose faces look inwards. Open them with drain holes, bigger rather than smaller, before printing in powder or resin.',
      warn: voids.length > 0,
    },
    ...(body.pieces > 1
      ? [{
        label: 'Pieces',
        text: `${body.pieces} that do not hang together`,
        how: 'Shells whose faces look outwards. Parts that only touch count apart.',
        warn: true,
      }]
      : []),
    ...(inertia
      ? [{
        label: 'Inertia',
        text: `${inertia.principal_mm5.map((x) => formatNumber(x / 1e5, 3)).join(', ')} cm⁵`,
        how:
          'Principal second moments of the volume about its centre, by signed tetrahedra. Times the density they are moments of inertia: 1 cm⁵ of a material of 1 g/cm³ is 1 g·cm².',
      }]
      : []),
  ];
}
