import type { AfterCut } from '../shape/features/features';
import { familyOf } from '../need/families';
import type { Family } from '../need/family';
import type { Measure } from '../shape/measure';
import type { ShapeStudy } from '../shape/study';
import { once } from '../worksheet/once';
import type { Entry, Range, Source } from '../worksheet/types';
import { shapeFor, sizeOf } from './facts';
import {
  afterCutOn,
  type HoleRow,
  HOLES,
  holesOn,
  holeWork,
  isCorrected,
  type PocketRow,
  POCKETS,
  pocketsOn,
  type RibRow,
  RIBS,
  ribsOn,
  THIN_RIB,
  thinRibs,
  SET_UPS,
  setUpsOn,
} from './seen';
import type { CaseDoc, ShapeRef } from './types';

const GUESS: Source = { kind: 'guess', text: 'Guessed from the family and the rough size. Drop a mesh on the Shape step to measure it.' };

const STAND_IN: Source = { kind: 'guess', text: 'Usual for tools of this surface. Let the Shape step study the mesh to measure it.' };

const MM_PER_CM = 10;
const MM3_PER_CM3 = 1000;
const MM2_PER_CM2 = 100;

/**
 * Sizes, volume, surfaces, overhang and supports as worksheet entries. The more is known, the narrower: a guess from the family
 * and the rough size, then the mesh as it stands, then the study of the mesh in its build direction.
 */
export const shapeEntries = (doc: CaseDoc, printed: boolean): Entry[] => (printed ? printedEntries : stockEntries)(doc);

function entriesOf(doc: CaseDoc, printed: boolean): Entry[] {
  const family = familyOf(doc.family);
  const shape = shapeFor(doc, printed);
  const size = sizeOf(doc, printed);
  const source: Source = shape
    ? { kind: 'measured', text: `Measured on ${shape.fileName}.` }
    : GUESS;
  const spread = (value: number, share: number): Range => ({ low: value * (1 - share), likely: value, high: value * (1 + share) });
  const loose = shape ? 0 : 0.05;
  const [length, width, thickness] = size.sorted;
  const entry = (name: string, label: string, unit: string, range: Range): Entry => ({
    name,
    label,
    unit,
    ...range,
    source,
    key: `${printed ? 'print' : 'stock'}.${name}`,
  });
  const guess: MakeEntry = (name, label, unit, range) => ({ ...entry(name, label, unit, range), source: STAND_IN });
  const bed = shape?.study?.build.bed_mm ?? [length, width];
  const dimensions = [
    entry('length', 'Length', 'mm', spread(length, loose)),
    entry('width', 'Width', 'mm', spread(width, loose)),
    entry('thickness', 'Thickness', 'mm', spread(thickness, loose)),
    entry('height', 'Height on the bed', 'mm', spread(size.height, loose)),
    entry('footprint', 'Room on the bed', 'cm^2', spread(((bed[0] + 8) * (bed[1] + 8)) / MM2_PER_CM2, loose)),
  ];
  if (!shape) return [...dimensions, ...guessedEntries(doc, family, size.sorted, entry)];
  const measured = measuredEntries(shape.measure, entry);
  return [...dimensions, ...measured, ...(shape.study ? studiedEntries(shape.study, entry) : unstudiedEntries(shape.measure, entry, guess))];
}

const printedEntries = once((doc: CaseDoc) => entriesOf(doc, true));
const stockEntries = once((doc: CaseDoc) => entriesOf(doc, false));

type MakeEntry = (name: string, label: string, unit: string, range: Range) => Entry;

function measuredEntries(m: Measure, entry: MakeEntry): Entry[] {
  // An open mesh encloses no volume; the figure then is a guess around the signed sum.
  const doubt = m.watertight ? 0 : 0.25;
  const volume = Math.max(1, Math.abs(m.volume_mm3)) / MM3_PER_CM3;
  const range = (x: number): Range => ({ low: x * (1 - doubt), likely: x, high: x * (1 + doubt) });
  return [
    entry('volume', 'Volume', 'cm^3', range(volume)),
    entry('area', 'Surface', 'cm^2', range(m.area_mm2 / MM2_PER_CM2)),
  ];
}

/** Names and units of the entries that a build direction decides. */
const BUILD = {
  overhang: (entry: MakeEntry, r: Range) => entry('overhang', 'Overhang flatter than 45°', 'cm^2', r),
  support: (entry: MakeEntry, r: Range) => entry('support_space', 'Room under overhangs, to be supported', 'cm^3', r),
  raft: (entry: MakeEntry, r: Range) => entry('raft_space', 'Raft under what does not stand by itself', 'cm^3', r),
  side: (entry: MakeEntry, r: Range) => entry('side_area', 'Surface made by walls', 'cm^2', r),
  skin: (entry: MakeEntry, r: Range) => entry('skin_area', 'Level faces, to be closed by skins', 'cm^2', r),
  islands: (entry: MakeEntry, r: Range) => entry('island_height', 'Height times islands: where the nozzle starts anew', 'mm', r),
} as const;

const exactly = (x: number): Range => ({ low: x, likely: x, high: x });
const times = (r: Range, x: number): Range => ({ low: r.low * x, likely: r.likely * x, high: r.high * x });

function studiedEntries({ build }: ShapeStudy, entry: MakeEntry): Entry[] {
  return [
    BUILD.overhang(entry, exactly(build.overhang_mm2 / MM2_PER_CM2)),
    BUILD.support(entry, times(build.support_mm3, 1 / MM3_PER_CM3)),
    BUILD.raft(entry, exactly(build.raft_mm3 / MM3_PER_CM3)),
    BUILD.side(entry, exactly(build.side_mm2 / MM2_PER_CM2)),
    BUILD.skin(entry, exactly(build.skin_mm2 / MM2_PER_CM2)),
    BUILD.islands(entry, exactly(build.island_mm)),
  ];
}

/** Mean height of supports, share of the part's, before the columns have been measured. */
const REACH: Range = { low: 0.15, likely: 0.35, high: 0.6 };

function unstudiedEntries(m: Measure, entry: MakeEntry, guess: MakeEntry): Entry[] {
  const area = m.area_mm2 / MM2_PER_CM2;
  const overhang = m.overhang_mm2 / MM2_PER_CM2;
  return [
    BUILD.overhang(entry, exactly(overhang)),
    BUILD.support(guess, times(REACH, (overhang * m.box_mm[2]) / MM_PER_CM)),
    BUILD.raft(guess, exactly(0)),
    BUILD.side(guess, times(SIDES, area)),
    BUILD.skin(guess, times(SKINS, area)),
    BUILD.islands(guess, times(ISLANDS, m.box_mm[2])),
  ];
}

/** Shares of the surface, and islands in a layer, usual for tools. */
const SIDES: Range = { low: 0.4, likely: 0.65, high: 0.9 };
const SKINS: Range = { low: 0.1, likely: 0.35, high: 0.6 };
const ISLANDS: Range = { low: 1, likely: 1.5, high: 4 };

function guessedEntries(doc: CaseDoc, family: Family, [l, w, t]: readonly number[], entry: MakeEntry): Entry[] {
  const box = (l * w * t) / MM3_PER_CM3;
  const skin = (2 * (l * w + w * t + t * l)) / MM2_PER_CM2;
  const fill: Range = doc.form === 'block' ? { low: 0.75, likely: 0.9, high: 0.98 } : doc.form === 'flat' ? { low: 0.5, likely: 0.7, high: 0.9 } : family.fill;
  // Ribs and pockets add surface over the box; a plate or block has little more than its box.
  const folds: Range = doc.form === 'shaped' ? { low: 0.9, likely: 1.3, high: 2 } : { low: 0.95, likely: 1.05, high: 1.2 };
  const plan = (l * w) / MM2_PER_CM2;
  const hang: Range = doc.form === 'shaped' ? { low: 0.02, likely: 0.15, high: 0.4 } : { low: 0, likely: 0.01, high: 0.05 };
  return [
    entry('volume', 'Volume', 'cm^3', times(fill, box)),
    entry('area', 'Surface', 'cm^2', times(folds, skin)),
    BUILD.overhang(entry, times(hang, plan)),
    BUILD.support(entry, {
      low: hang.low * REACH.low * plan * (t / MM_PER_CM),
      likely: hang.likely * REACH.likely * plan * (t / MM_PER_CM),
      high: hang.high * REACH.high * plan * (t / MM_PER_CM),
    }),
    BUILD.raft(entry, exactly(0)),
    BUILD.side(entry, { low: folds.low * SIDES.low * skin, likely: folds.likely * SIDES.likely * skin, high: folds.high * SIDES.high * skin }),
    BUILD.skin(entry, { low: folds.low * SKINS.low * skin, likely: folds.likely * SKINS.likely * skin, high: folds.high * SKINS.high * skin }),
    BUILD.islands(entry, times(ISLANDS, t)),
  ];
}

/** What is neither flat nor round, by form. */
const FREE: Record<CaseDoc['form'], Range> = {
  flat: { low: 0, likely: 0.01, high: 0.05 },
  block: { low: 0, likely: 0.02, high: 0.1 },
  turned: { low: 0, likely: 0.02, high: 0.1 },
  shaped: { low: 0.1, likely: 0.25, high: 0.5 },
};

/** Faces that are cut line by line with a ball end: from the mesh, or guessed from the form. */
export function freeShareEntry(doc: CaseDoc, printed: boolean): Entry {
  const shape = shapeFor(doc, printed);
  const free = shape?.study && shape.measure.area_mm2 ? shape.study.body.freeForm_mm2 / shape.measure.area_mm2 : undefined;
  return {
    name: 'free_share',
    label: 'Free-form faces, share of the surface',
    unit: '',
    ...(free === undefined ? FREE[doc.form] : exactly(Math.min(1, free))),
    source: free === undefined
      ? { kind: 'guess', text: 'Guessed from the form: flat, block or shaped.' }
      : { kind: 'measured', text: `What is neither flat nor a round hole on ${shape!.fileName}.` },
    key: `${printed ? 'print' : 'stock'}.free_share`,
  };
}

/** Set-ups and holes for the machined way: from the mesh, or guessed from the form. */
export function machiningEntries(doc: CaseDoc): Entry[] {
  const shape = shapeFor(doc, false);
  const guessed: Record<CaseDoc['form'], Range> = {
    flat: { low: 1, likely: 2, high: 2 },
    block: { low: 2, likely: 3, high: 4 },
    turned: { low: 2, likely: 2, high: 3 },
    shaped: { low: 3, likely: 4, high: 6 },
  };
  const setups = setUpsOn(shape);
  const out: Entry[] = [
    setups
      ? {
        name: 'setups',
        label: 'Set-ups',
        unit: '',
        low: setups,
        likely: setups,
        high: isCorrected(shape!, SET_UPS.id) ? setups : setups + 1,
        whole: true,
        source: isCorrected(shape!, SET_UPS.id)
          ? { kind: 'you', text: 'Clampings on three axes as you corrected them on the Shape step.' }
          : {
            kind: 'measured',
            text: `Clampings on three axes that the holes, pockets and faces of ${
              shape!.fileName
            } ask for; one more where the cutter is too thick or too short.`,
          },
        key: 'stock.setups',
      }
      : {
        name: 'setups',
        label: 'Set-ups',
        unit: '',
        ...guessed[doc.form],
        whole: true,
        source: { kind: 'guess', text: 'Guessed from the form: flat, block or shaped.' },
      },
  ];
  out.push(freeShareEntry(doc, false));
  const holes = holeCount(shape);
  if (holes) out.push({ name: 'holes', label: 'Holes and threads', unit: '', ...exactly(holes.count), whole: true, source: holes.source, key: 'stock.holes' });
  const pockets = pocketsOn(shape);
  if (pockets) {
    const ribs = ribsOn(shape) ?? [];
    const narrow = narrowMinutes(shape!);
    const minutes = cornerMinutes(pockets) + ribMinutes(ribs) + narrow;
    const tight = pockets.filter((p) => cornerMinutes([p]) > 0).length;
    const thin = thinRibs(ribs);
    const where = isCorrected(shape!, POCKETS.id) || isCorrected(shape!, RIBS.id) ? 'As you corrected them on the Shape step' : `On ${shape!.fileName}`;
    out.push({
      name: 'corner_min',
      label: 'Inside corners, narrow places and thin ribs, in aluminium',
      unit: 'minute',
      low: 0.5 * minutes,
      likely: minutes,
      high: 2 * minutes,
      source: {
        kind: isCorrected(shape!, POCKETS.id) || isCorrected(shape!, RIBS.id) ? 'you' : 'measured',
        text: [
          tight
            ? `${where}: ${tight} ${tight === 1 ? 'pocket' : 'pockets'} with corners tighter than ${
              ROUGH_CUTTER_MM / 2
            } mm. Practice: a cutter steps 0.3 of its diameter at 130 mm a minute for each mm of it, slower by the square of its reach over four diameters; sharp corners are left at a tenth of their depth, 1 mm at least: sharper ones are eroded, which is not in it.`
            : `${where}: no pocket with corners tighter than ${ROUGH_CUTTER_MM / 2} mm.`,
          narrow > 0 ? `${Number(narrow.toPrecision(2))} minutes more where only cutters thinner than ${ROUGH_CUTTER_MM} mm get in, holder and all.` : '',
          thin
            ? `${thin} ${
              thin === 1 ? 'rib' : 'ribs'
            } more than ${THIN_RIB} times as high as thick: both sides in steps of two thicknesses, ${RIB_FEED} mm a minute.`
            : '',
        ].filter(Boolean).join(' '),
      },
      key: 'stock.corner_min',
    });
  }
  const cut = shape?.study?.body.features.cut;
  if (cut) {
    out.push({
      name: 'pierces',
      label: 'Pierces',
      unit: '',
      ...exactly(cut.pierces),
      whole: true,
      source: { kind: 'measured', text: `Outline and cut-outs of ${shape.fileName}.` },
      key: 'stock.pierces',
    });
    const then = afterCutOn(shape!);
    const minutes = then.reduce((sum, t) => sum + AFTER_CUT_MIN[t.do] * t.count, 0);
    const own = isCorrected(shape!, HOLES.id) || isCorrected(shape!, POCKETS.id);
    out.push({
      name: 'after_h',
      label: 'Holes, steps and edges after cutting',
      unit: 'h',
      low: (0.6 * minutes) / 60,
      likely: minutes / 60,
      high: (1.8 * minutes) / 60,
      source: {
        kind: own ? 'you' : 'measured',
        text: then.length
          ? `On ${shape!.fileName}${own ? ', as you corrected it' : ''}: ${then.map((t) => t.text).join('; ')}. Minutes each by practice.`
          : `Nothing on ${shape!.fileName} stops half way.`,
      },
      key: 'stock.after_h',
    });
  }
  return out;
}

/** The cutter that pockets are finished with leaves corners of half its diameter. */
const ROUGH_CUTTER_MM = 10;
/** No round cutter makes a sharp corner: it is left at a tenth of its depth, which a cutter of five diameters' reach makes, and at this at least. */
const SHARP_MM = 1, SHARP_PER_DEPTH = 0.1;
/** One pass through a corner, mm; its step and its feed in aluminium, per mm of diameter. */
const PASS_MM = 15, STEP = 0.3, FEED = 130;
/** Beyond this reach a cutter chatters; longer than fifteen diameters none goes, and the corner is left wider. */
const STIFF = 4, LONGEST = 15;

/**
 * Minutes in aluminium that small cutters take in inside corners: (length of the corners/0.3 d)·15 mm/(130 d), times (h/4 d)² where it reaches further than
 * four diameters, for cutters d = 2 r thinner than the one that finished the walls.
 */
export function cornerMinutes(pockets: readonly PocketRow[]): number {
  return pockets.reduce((sum, { corner_radius_mm: r, corners_mm, depth_mm }) => {
    if (r === undefined || !corners_mm) return sum;
    const radius = r || SHARP_PER_DEPTH * depth_mm;
    const d = Math.max(2 * radius, 2 * SHARP_MM, depth_mm / LONGEST);
    if (d >= ROUGH_CUTTER_MM) return sum;
    const slender = Math.max(1, depth_mm / d / STIFF) ** 2;
    return sum + (corners_mm / (STEP * d)) * (PASS_MM / (FEED * d)) * slender;
  }, 0);
}

/** Finished by a cutter of 10 mm in aluminium, cm² a minute; thinner ones by their diameter to this power, long ones half as fast. */
const FINISHED = 15, BY_DIAMETER = 1.5, SLOWER = 2;

/**
 * Minutes in aluminium that places beyond the inside corners take where only thinner cutters get in: area · (1/v(d) − 1/v(10)), v = 15 cm²/min · (d/10)^1.5, half where
 * the cutter has to be long.
 */
function narrowMinutes(shape: ShapeRef): number {
  if (!shape.study) return 0;
  const { cutters, pockets } = shape.study.body.features;
  const corners = pockets.reduce((s, p) => s + p.corner_mm2, 0) / MM2_PER_CM2;
  const small = cutters.needs.filter((n) => n.diameter_mm < ROUGH_CUTTER_MM);
  const all = small.reduce((s, n) => s + n.area_mm2, 0) / MM2_PER_CM2;
  if (!(all > 0)) return 0;
  const minutes = small.reduce((s, { diameter_mm: d, area_mm2, long_mm2 }) => {
    const each = 1 / (FINISHED * (d / ROUGH_CUTTER_MM) ** BY_DIAMETER);
    return s + ((area_mm2 - long_mm2) * (each - 1 / FINISHED) + long_mm2 * (SLOWER * each - 1 / FINISHED)) / MM2_PER_CM2;
  }, 0);
  // The corners themselves are priced by their own rule.
  return minutes * Math.max(0, 1 - corners / all);
}

/** A thin rib is finished in steps of two thicknesses, both sides, at this feed, mm a minute. */
const RIB_FEED = 600;

/** Minutes in aluminium that thin ribs take beyond the finishing of their faces: 2 l ⌈h/2 t⌉/600 mm a minute for each. */
export const ribMinutes = (ribs: readonly RibRow[]): number =>
  ribs.reduce(
    (sum, { thickness_mm: t, height_mm: h, length_mm: l, count }) => sum + (h > THIN_RIB * t ? (count * 2 * l * Math.ceil(h / (2 * t))) / RIB_FEED : 0),
    0,
  );

/** How many diameters a drill goes in: a through hole is drilled from both ends. */
const drilledDeep = (h: HoleRow): number => (h.through ? h.depth_mm / 2 : h.depth_mm) / h.diameter_mm;

/** What makes a machinist start again: how often each of them does, as a share. */
const RISKS: readonly { what: (n: number) => string; of: (shape: ShapeRef) => number; share: Range }[] = [
  {
    what: (n) => `${n} ${n === 1 ? 'hole' : 'holes'} five to ten diameters deep, 0.4 % each`,
    of: (s) => (holesOn(s) ?? []).filter((h) => drilledDeep(h) > 5 && drilledDeep(h) <= 10).length,
    share: { low: 0.002, likely: 0.004, high: 0.01 },
  },
  {
    what: (n) => `${n} deeper than ten, 1.5 % each`,
    of: (s) => (holesOn(s) ?? []).filter((h) => drilledDeep(h) > 10).length,
    share: { low: 0.005, likely: 0.015, high: 0.04 },
  },
  {
    what: (n) => `${n} ${n === 1 ? 'pocket' : 'pockets'} with tight inside corners, 0.5 % each`,
    of: (s) => (pocketsOn(s) ?? []).filter((p) => cornerMinutes([p]) > 0).length,
    share: { low: 0.002, likely: 0.005, high: 0.015 },
  },
  {
    what: (n) => `${n} thin ${n === 1 ? 'rib' : 'ribs'}, 0.5 % each`,
    of: (s) => thinRibs(ribsOn(s) ?? []),
    share: { low: 0.002, likely: 0.005, high: 0.02 },
  },
];
/** Nobody goes on machining what fails more often. */
const MOST_SCRAP = 0.25;

/** The share scrapped by a machine shop with what the part's own features add to it; as it is where they add nothing. */
export function scrapWithRisks(doc: CaseDoc, scrap: Entry): Entry {
  const shape = shapeFor(doc, false);
  const found = shape ? RISKS.flatMap((r) => (r.of(shape) ? [{ ...r, n: r.of(shape) }] : [])) : [];
  if (!found.length) return scrap;
  const at = (end: 'low' | 'likely' | 'high'): number => Math.min(MOST_SCRAP, scrap[end] + found.reduce((s, { n, share }) => s + n * share[end], 0));
  return {
    ...scrap,
    low: at('low'),
    likely: at('likely'),
    high: at('high'),
    source: { kind: 'measured', text: `${scrap.source.text} On ${shape!.fileName} besides: ${found.map(({ n, what }) => what(n)).join('; ')}, by practice.` },
    key: 'stock.scrap',
  };
}

/** Minutes of one operation on a plate that has been cut, marking out and clamping counted. */
const AFTER_CUT_MIN: Record<AfterCut['do'], number> = { drill: 2.5, tap: 1.5, ream: 2, counterbore: 3, countersink: 1.5, taper: 6, mill: 25, chamfer: 8 };

function holeCount(shape: ShapeRef | undefined): { count: number; source: Source } | undefined {
  const rows = holesOn(shape);
  if (!shape || !rows) return undefined;
  const { holes, threads, reamed } = holeWork(rows);
  const own = isCorrected(shape, HOLES.id);
  return {
    count: holes + threads + reamed,
    source: own
      ? {
        kind: 'you',
        text: `The hole table on the Shape step, as you corrected it${
          threads + reamed ? `: ${holes} drilled, ${threads} of them tapped and ${reamed} reamed, an operation more each` : ''
        }.`,
      }
      : { kind: 'measured', text: `Round holes found on ${shape.fileName}; correct them on the Shape step.` },
  };
}
