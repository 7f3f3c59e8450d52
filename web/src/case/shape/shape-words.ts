import { formOf, resolveNeed, sizeOf } from '@cuadro/core/case/facts';
import { familyOf } from '@cuadro/core/need/families';
import { weakestPlace } from '@cuadro/core/screen/load-path';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import { formatNumber, formatQuantity, type UnitSystem } from '@cuadro/core/quantity/quantity';
import { BODY_KINDS } from '@cuadro/core/shape/features/body-kind';
import { BORE_KINDS } from '@cuadro/core/shape/features/bores';
import type { FeatureStudy } from '@cuadro/core/shape/features/study';
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

type StudiedBore = FeatureStudy['bores'][number];

/** A line for all holes of one kind and size. */
export interface BoreLine {
  count: number;
  kind: string;
  text: string;
  pattern: string;
}

/** "⌀6.6 mm, 40 mm deep; counterbore ⌀11 mm, 6 mm deep" */
function boreText(b: StudiedBore, mm: (x: number) => string): string {
  const angle = (deg: number): string => `${formatNumber(deg, 3)}°`;
  return [
    b.kind === 'slot' ? `${mm(b.diameter_mm)} wide, ${mm(b.length_mm!)} long` : `⌀${mm(b.diameter_mm)}`,
    b.through ? `through ${mm(b.depth_mm)}` : `${mm(b.depth_mm)} deep`,
    b.counterbore && `counterbore ⌀${mm(b.counterbore.diameter_mm)}, ${mm(b.counterbore.depth_mm)} deep`,
    b.countersink && `countersink ⌀${mm(b.countersink.diameter_mm)}, ${angle(b.angle_deg!)}`,
    b.kind === 'tapered' && `taper ${angle(b.angle_deg!)}`,
    b.point_deg !== undefined && `point ${angle(b.point_deg)}`,
    b.keyway_mm !== undefined && `keyway ${mm(b.keyway_mm)} wide`,
  ].filter(Boolean).join('; ');
}

/** Holes by kind and size, with the pattern they stand in; the widest first. */
export function boreLines({ bores }: FeatureStudy, system: UnitSystem): BoreLine[] {
  const mm = (x: number): string => lengthText(x, system);
  const lines = new Map<string, BoreLine>();
  for (const b of bores) {
    const text = boreText(b, mm);
    const p = b.pattern;
    const pattern = !p
      ? ''
      : p.kind === 'circle'
      ? `${p.count} on a circle of ${mm(p.diameter_mm!)}`
      : `${p.count} in a ${p.kind}, ${p.pitch_mm!.map(mm).join(' by ')} apart`;
    const line = lines.get(b.kind + text);
    if (line) line.count++;
    else lines.set(b.kind + text, { count: 1, kind: BORE_KINDS[b.kind], text, pattern });
  }
  return [...lines.values()];
}

/** What the part is made from at a machine shop, and the clampings it asks for. */
export function featureFacts(f: FeatureStudy, area_mm2: number, system: UnitSystem): ShapeFact[] {
  const mm = (x: number): string => lengthText(x, system);
  const clampings = (n: number): string => `${n} ${n === 1 ? 'clamping' : 'clampings'}`;
  const { three_axis, four_axis, five_axis, from, unreachable } = f.setUps;
  const share = (x: number): string => `${formatNumber((100 * x) / area_mm2, 2)} %`;
  return [
    {
      label: f.bodies.length === 1 && f.bodies[0].count === 1 ? 'Made' : 'Bodies',
      text: f.bodies.map((b) =>
        `${b.count > 1 ? `${b.count} × ` : ''}${BODY_KINDS[b.kind]}${f.bodies.length > 1 || b.count > 1 ? `, ${b.box_mm.map(mm).join(' × ')}` : ''}`
      ).join('; '),
      how:
        'Plate: two faces a thickness apart (up to 30 mm, and half of its middle side), all else upright between them, or a hole, a pocket or a broken edge. Turned: 95 % of the surface goes round one axis, holes beside it not counted. Folded: 85 % of the faces lie one gauge, up to 8 mm, from the face behind them. Block: all faces square to its box, but for holes, pockets and broken edges. In any position of the part.',
    },
    {
      label: 'Set-ups',
      text: `three axes: ${clampings(three_axis)}, from ${from.map(directionWords).join(', ')}; four axes: ${four_axis}; five axes: ${five_axis}`,
      how:
        'Each hole, counterbore and pocket asks for a direction of its own (a plain through hole may be drilled from either end); 3 000 places on the rest of the surface are reached from a direction when they do not look away from it and nothing is in the way. Fewest directions that do 98.5 %, taken greedily. On four axes all directions square to the rotary axis are one clamping, on five all but from below.',
    },
    {
      label: 'Cutters',
      text: [
        ...f.cutters.needs.map((n) =>
          `⌀${mm(n.diameter_mm)} does ${share(n.area_mm2)} of the surface${n.long_mm2 > 0 ? `, ${share(n.long_mm2)} only where it is long` : ''}`
        ),
        f.cutters.none_mm2 > 0 && `none gets to ${areaText(f.cutters.none_mm2, system)}`,
      ].filter(Boolean).join('; ') || 'none',
      how:
        'The thickest of 20, 10, 6, 4, 2 and 1 mm that reaches each of 1 200 places from one of the clampings, with a holder 20 mm thicker than the cutter, which stands out of it by five diameters, a long one by ten. Holes are drilled and not counted. What asks for less than 10 mm is priced with the inside corners: 15 cm² a minute in aluminium at 10 mm, by the diameter to the power of one and a half, half of that where the cutter is long.',
      warn: f.cutters.none_mm2 > 0.002 * area_mm2,
    },
    ...unreachable.map((u): ShapeFact => ({
      label: 'No cutter leaves',
      text: `${u.why}; ${areaText(u.area_mm2, system)}, ${formatNumber((100 * u.area_mm2) / area_mm2, 2)} % of the surface`,
      how:
        'Undercuts: what neither these directions nor 26 others reach. Sharp corners: upright edges between two walls of a pocket, taken as wide as a cutter of 0.5 mm radius leaves them. Deep corners: deeper than six cutter diameters.',
      warn: true,
    })),
    ...(f.bosses.length
      ? [{
        label: 'Bosses',
        text: f.bosses.slice(0, 6).map((b) => `${b.count > 1 ? `${b.count} × ` : ''}⌀${mm(b.diameter_mm)}, ${mm(b.height_mm)} high`).join('; '),
        how: 'Round posts all round, no wider than half of the part; what goes round the axis of a turned part is the part itself.',
      }]
      : []),
    {
      label: 'Datums',
      text: f.datums.length
        ? f.datums.map((d, i) => `${'ABC'[i]} ${directionWords(d.normal)}, spans ${areaText(d.spans_mm2, system)}`).join('; ')
        : 'none: nothing flat lies outermost',
      how:
        'Faces to set it down on and to measure from (3-2-1): of the flat planes that nothing lies beyond, the one that spans most; then the one square to it; then the one square to both. All that lies in one plane counts by its convex outline: four pads carry as well as the face between them. The Faces tab takes them over.',
    },
    {
      label: 'In a mould',
      text: mouldWords(f, area_mm2, system),
      how:
        'Two halves that part along the direction with the least undercut, then with the fewest walls without draft: of the sides of its box and of its largest faces; or along the direction chosen below. 1 500 places: an undercut is one that the half it belongs to does not see. A wall is within 20° of upright; under half a degree it drags. The parting line climbs where faces of the one half lie beneath faces of the other.',
    },
    {
      label: 'Mirrors',
      text: f.mirrors.length ? `across ${f.mirrors.map((d) => directionWords(d).replace(/^[+−]/, '')).join(', ')}` : 'none across the sides of its box',
      how: '400 places of the surface, each with its like on the other side of its centre of gravity to a two-thousandth of its size, all but one in fifty.',
    },
    f.cut
      ? {
        label: 'As a plate',
        text: `cut it: ${mm(f.cut.length_mm)} of cut, ${f.cut.pierces} pierces, ${mm(f.cut.thickness_mm)} thick${
          f.cut.then.length ? `; then ${f.cut.then.map((t) => t.text).join('; ')}` : ''
        }`,
        how:
          'Outline and cut-outs at the height where they are fewest: what goes through is cut, the rest is done afterwards and priced with it, by minutes each.',
      }
      : { label: 'As a plate', text: 'no', how: 'Neither two faces a thickness apart with upright walls, nor that with holes, pockets and broken edges.' },
  ];
}

function mouldWords({ moulding: m }: FeatureStudy, area_mm2: number, system: UnitSystem): string {
  const share = (x: number): string => `${areaText(x, system)}, ${formatNumber((100 * x) / area_mm2, 2)} % of the surface`;
  const walls = !m.wall_mm2
    ? 'no upright walls'
    : m.undrafted_mm2 > 0.02 * m.wall_mm2
    ? `${formatNumber((100 * m.undrafted_mm2) / m.wall_mm2, 2)} % of its walls without draft`
    : `walls drafted by ${formatNumber(m.draft_deg ?? 0, 2)}° and more`;
  return `parts along ${directionWords(m.pull).replace(/^[+−]/, '')}: ${m.undercut_mm2 ? `undercuts ${share(m.undercut_mm2)}` : 'no undercut'}; ${walls}; ${
    m.climbs_mm > 0.02 ? `parting line climbs by up to ${lengthText(m.climbs_mm, system)}` : 'one level parts it'
  }`;
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
    {
      label: 'Centre of gravity',
      text: m.watertight ? m.centroid_mm.map((x) => lengthText(x, system)).join(' / ') : 'not known: the mesh is open',
      how: 'Of the enclosed volume, along x, y and z of the file, the material taken as even. Walls and fill, sleeves and metal faces move it a little.',
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
      how: 'Plate and turned: as the Milling tab has it. Block: at most 30 % of the stock is taken off, and most of that is round holes.',
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
