import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { FaceMark } from '../../case/types';
import { bvhOf, type Bvh } from '../../shape/bvh';
import { lieWords } from '../../shape/lie-words';
import type { Mesh } from '../../shape/mesh';
import { dot, frameFor, unit, type Vec3 } from '../../shape/turn';
import type { Range, Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const MEASURED: Source = {
  kind: 'measured',
  text:
    'Rays over the mesh: ball, shank and head of the probe as rings of lines along the way they come in, in twenty-six positions of the part. A thing thinner than their spacing may be missed.',
};
const SEATED: Source = {
  kind: 'standard',
  text: 'A part on three pads: what its faces are off by at the pads tilts it, by the distance of a place from the pads over what they are apart.',
};
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range for a measuring machine.' };

const AXES = ['x', 'y', 'z'] as const;
const MOST = 60;
/** Six faces, twelve edges and eight corners upwards. */
const UPS: readonly Vec3[] = [0, 1, 2].flatMap((count) =>
  [-1, 0, 1].flatMap((x) => [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((z): Vec3 => [x, y, z])))
    .filter((v) => v.filter((c) => c === 0).length === 2 - count)
    .map((v) => unit(v))
);

interface Target {
  what: string;
  at: Vec3;
  normal: Vec3;
}
interface Probe {
  long: number;
  ball: number;
  shank: number;
  head: number;
  turns: boolean;
  post: number;
}
/** A way of lying, the places that are got at, by number, and how tall the part is so. */
interface Pose {
  up: Vec3;
  reached: number[];
  tall: number;
}
export interface Poses {
  box_mm: number[];
  /** Every way that gets at anything. */
  all: Pose[];
  /** The fewest that together get at all that can be got at. */
  chosen: number[];
}

const targetsOf = (values: Values, marks: readonly FaceMark[]): Target[] => [
  ...((values['places'] as readonly Values[] | undefined) ?? []).map((row, i): Target => {
    const of = (id: string, usual: number): Vec3 => AXES.map((a) => Number(row[`${id}${a}`] ?? (a === 'z' ? usual : 0))) as Vec3;
    const n = of('n', 1);
    return { what: String(row['what'] ?? '').trim() || `Place ${i + 1}`, at: of('', 0), normal: Math.hypot(...n) > 1e-9 ? unit(n) : [0, 0, 1] };
  }),
  ...(values['marked'] === false ? [] : marks.map(({ note, point, normal }, i): Target => ({ what: note || `Marked face ${i + 1}`, at: point, normal }))),
];
const marksOf = ({ doc: { shapes } }: PlanContext['facts']): readonly FaceMark[] => (shapes.printed ?? shapes.machined)?.marks ?? [];
const probeOf = (v: Values): Probe => ({
  long: Number(v['long'] ?? 50),
  ball: Number(v['ball'] ?? 2) / 2,
  shank: Number(v['shank'] ?? 1.4) / 2,
  head: Number(v['head'] ?? 30) / 2,
  turns: v['turns'] !== 'fixed',
  post: Number(v['post'] ?? 25),
});

/** What looks down by more than this of a sine lies over the posts. */
const OVER_POSTS = -0.7;
/** A ball may touch beside itself, by so much of a sine. */
const BESIDE = -0.05;
/** Lines along shank and head. */
const AROUND = 10;
/** A line starts so far off the face, mm. */
const OFF = 0.02;

/** Is the way free along which the probe comes in to a place? @param a from the place towards the head */
function comesIn(tree: Bvh, { at, normal }: Target, a: Vec3, { long, ball, shank, head }: Probe): boolean {
  if (dot(normal, a) < BESIDE) return false;
  const c = at.map((x, k) => x + normal[k] * (ball + OFF)) as Vec3;
  const [r, b] = frameFor(a);
  const free = (radius: number, from: number, far: number): boolean => {
    for (let i = 0; i < (radius ? AROUND : 1); i++) {
      const t = (2 * Math.PI * i) / AROUND;
      const o = c.map((x, k) => x + a[k] * from + radius * (Math.cos(t) * r[k] + Math.sin(t) * b[k])) as Vec3;
      if (tree.ray(o[0], o[1], o[2], a[0], a[1], a[2], far, true).triangle >= 0) return false;
    }
    return true;
  };
  return free(0, 0, Infinity) && free(shank, ball, long) && free(head, long, Infinity) && free(head / 2, long, Infinity);
}

/** Ways the probe points while the part lies one way: straight down, and with a head that turns also by 30°, 60° and 90° all round. */
function waysIn(up: Vec3, turns: boolean): Vec3[] {
  if (!turns) return [up];
  const [r, b] = frameFor(up);
  return [
    up,
    ...[30, 60, 90].flatMap((tilt) =>
      Array.from({ length: 12 }, (_, i): Vec3 => {
        const s = Math.sin((tilt * Math.PI) / 180), c = Math.cos((tilt * Math.PI) / 180), t = (i * Math.PI) / 6;
        return up.map((x, k) => c * x + s * (Math.cos(t) * r[k] + Math.sin(t) * b[k])) as Vec3;
      })
    ),
  ];
}

/** To lean about one more axis is worse than any height, mm. */
const LEANING = 1e6;

/** In which ways of lying which places are got at, and the fewest that do. */
export function posesFor(mesh: Mesh, targets: readonly Target[], probe: Probe, progress: (share: number) => void = () => undefined): Poses {
  const tree = bvhOf(mesh);
  const v = mesh.vertices;
  const extent = (d: Vec3): [number, number] => {
    let low = Infinity, high = -Infinity;
    for (let i = 0; i < v.length; i += 3) {
      const x = d[0] * v[i] + d[1] * v[i + 1] + d[2] * v[i + 2];
      if (x < low) low = x;
      if (x > high) high = x;
    }
    return [low, high];
  };
  const all = UPS.flatMap((up, k): Pose[] => {
    progress(k / UPS.length);
    const [low, high] = extent(up);
    const ways = waysIn(up, probe.turns);
    const reached = targets.flatMap((t, i) => {
      // The head stays above the table on which the posts stand.
      const above = (a: Vec3): boolean =>
        dot(t.at, up) - low + probe.post + probe.long * dot(a, up) >= probe.head * Math.sqrt(Math.max(0, 1 - dot(a, up) ** 2));
      return dot(t.normal, up) > OVER_POSTS && ways.some((a) => above(a) && comesIn(tree, t, a, probe)) ? [i] : [];
    });
    return reached.length ? [{ up, reached, tall: high - low }] : [];
  });
  return { box_mm: [0, 1, 2].map((k) => extent([0, 1, 2].map((j) => (j === k ? 1 : 0)) as Vec3)).map(([a, b]) => b - a), all, chosen: fewest(all) };
}

/** The fewest of the ways that together get at all that any gets at; of as few, the squarest, then the least tall. One, two or three are tried all; beyond, the one that adds most is taken in turn. */
function fewest(all: readonly Pose[]): number[] {
  const whole = new Set(all.flatMap((p) => p.reached)).size;
  const covers = (set: readonly number[]): boolean => new Set(set.flatMap((i) => all[i].reached)).size === whole;
  /** A part that leans needs wedges under it: first how many axes it leans about, then how tall it is. */
  const awkward = (set: readonly number[]): number =>
    set.reduce((s, i) => s + all[i].tall + LEANING * (all[i].up.filter((x) => Math.abs(x) > 1e-9).length - 1), 0);
  const sets = (size: number, from = 0): number[][] =>
    size === 0 ? [[]] : all.flatMap((_, i) => (i < from ? [] : sets(size - 1, i + 1).map((rest) => [i, ...rest])));
  for (const size of [0, 1, 2, 3]) {
    const good = sets(size).filter(covers);
    if (good.length) return good.reduce((a, b) => (awkward(b) < awkward(a) - 1e-9 ? b : a));
  }
  const chosen: number[] = [];
  const got = new Set<number>();
  while (got.size < whole) {
    const adds = (i: number): number => all[i].reached.filter((x) => !got.has(x)).length;
    const next = all.map((_, i) => i).reduce((a, b) => (adds(b) > adds(a) || (adds(b) === adds(a) && all[b].tall < all[a].tall) ? b : a));
    chosen.push(next);
    for (const x of all[next].reached) got.add(x);
  }
  return chosen;
}

const names = (targets: readonly Target[], of: readonly number[]): string => of.map((i) => targets[i]?.what ?? '').join(', ');

function findings(f: Figures, values: Values, { facts }: PlanContext, found?: Poses): PlanFinding[] {
  const { need } = facts;
  const targets = targetsOf(values, marksOf(facts));
  const n = (x: number): string => formatNumber(x, 3);
  const seat = compared('seat', 'Seats', SEATED.text, f('seat_error'), need.tolerance ? need.tolerance.value / 3 : NaN, 'mm', {
    near: 3,
    says: (state) =>
      `Faces off by ±${n(f('part_form'))} mm at pads ${n(f('pads_apart'))} mm apart move a place ${n(f('furthest'))} mm away by ${n(f('seat_error'))} mm${
        state === 'pass'
          ? ', within a third of the tolerance.'
          : state === 'unknown'
          ? '.'
          : `; a third of ±${n(need.tolerance!.value)} mm is usual: pads further apart, on better faces, or the place nearer to them.`
      }`,
  });
  if (!found) {
    return [{
      id: 'poses',
      label: 'Clampings',
      state: 'unknown',
      basis: MEASURED.text,
      reason: targets.length
        ? 'It is looked at once the mesh on the Shape step has been measured for this plan: that of the work.'
        : 'Give the places that are measured.',
    }, seat];
  }
  const missed = targets.map((_, i) => i).filter((i) => !found.all.some((p) => p.reached.includes(i)));
  return [
    ...found.chosen.map((k, i): PlanFinding => {
      const pose = found.all[k];
      const before = new Set(found.chosen.slice(0, i).flatMap((j) => found.all[j].reached));
      return {
        id: `clamping-${i + 1}`,
        label: `Clamping ${i + 1}`,
        state: 'pass',
        value: pose.reached.length,
        unit: '',
        basis: MEASURED.text,
        reason: `${lieWords(pose.up, found.box_mm)}, ${n(pose.tall)} mm tall: ${names(targets, pose.reached.filter((x) => !before.has(x)))}.`,
      };
    }),
    ...(missed.length
      ? [{
        id: 'missed',
        label: 'Not got at',
        state: 'fail' as const,
        value: missed.length,
        limit: 0,
        unit: '',
        basis: MEASURED.text,
        reason: `${
          names(targets, missed)
        }: no way of lying lets this probe in. A longer or thinner stylus, a star, a head that turns, or a gauge of its own for it.`,
      }]
      : []),
    compared('tall', 'Room of the machine', MEASURED.text, f('needs_height'), f('height'), 'mm', {
      says: (state) =>
        `Tallest it stands ${n(f('tallest'))} mm on posts of ${n(f('post'))}, with stylus and way back ${n(f('needs_height'))} mm of ${n(f('height'))}${
          state === 'pass' ? '.' : ': lower posts, a shorter stylus, or another machine.'
        }`,
    }),
    seat,
  ];
}

const one = (name: string, label: string, unit: string, x: number | Range, source: Source) => takenAs('poses', name, label, unit, x, source);

/** Measuring and inspection: in how few ways of lying a probe gets at every place, and what the seat adds. */
export const poses: Planner<Poses> = {
  id: 'poses',
  about: 'work',
  label: 'Ways to lay it for the probe',
  what:
    'For the work that is measured (its mesh on the Shape step): in how few ways of lying a probe gets at all places, how tall it stands, how long a piece takes, and what its seat is off by.',
  basis: [MEASURED, SEATED, PRACTICE],
  fits: ({ doc, family }) =>
    (family.duty === 'gauge' || family.id === 'inspection-fixture' || family.duty === 'locate') && Object.values(doc.shapes).some((s) => s),
  headline: ['clampings', 'share', 'tallest', 'minutes', 'seat_error', 'offset'],
  inputs: [
    {
      kind: 'table',
      id: 'places',
      label: 'Places',
      help: 'In the axes of the mesh; the direction is that in which the surface looks there.',
      most: MOST,
      optional: true,
      columns: [
        { kind: 'text', id: 'what', label: 'What', max: 40, optional: true },
        ...AXES.map((a) => number(a, a, 'length', [-20_000, 20_000], 0)),
        ...AXES.map((a) => number(`n${a}`, `looks ${a}`, 'count', [-1, 1], a === 'z' ? 1 : 0)),
      ],
    },
    { kind: 'yes-no', id: 'marked', label: 'Faces marked on the Shape step are places too', group: 'Probe', usual: true },
    number('long', 'Stylus, from the ball to the head', 'length', [5, 1000], 50, { group: 'Probe' }),
    number('ball', 'Ball, across', 'length', [0.3, 20], 2, { group: 'Probe' }),
    number('shank', 'Shank, across', 'length', [0.2, 20], 1.4, { group: 'Probe' }),
    number('head', 'Head, across', 'length', [5, 200], 30, { group: 'Probe' }),
    {
      kind: 'choice',
      id: 'turns',
      label: 'Its head',
      group: 'Probe',
      options: [{ value: 'turns', label: 'turns' }, { value: 'fixed', label: 'stays upright' }],
      usual: 'turns',
    },
    number('height', 'Height that the machine has', 'length', [50, 10_000], 500, { group: 'Machine' }),
    number('post', 'Posts under it', 'length', [0, 500], 25, { group: 'Machine' }),
    number('clamp_min', 'To lay and clamp it, minutes', 'count', [0.1, 600], [1, 3, 8], { unit: 'minute', group: 'Machine', ranged: true, source: PRACTICE }),
    number('touch_s', 'A place takes', 'seconds', [1, 600], [4, 8, 20], { group: 'Machine', ranged: true, source: PRACTICE }),
    number('part_form', 'Faces of the part are off by ±, at the pads', 'length', [0, 20], 0.05, { group: 'Seat' }),
    number('pads_apart', 'Pads apart', 'length', [1, 5000], 80, { group: 'Seat' }),
    number('furthest', 'Furthest place from a pad', 'length', [0, 5000], 60, { group: 'Seat' }),
    number('print_off', 'The nest is off by ±', 'length', [0, 5], 0.2, { group: 'Seat' }),
  ],
  geometry: {
    version: 1,
    says: 'From which ways of lying a probe gets at the places.',
    byMarks: true,
    run: (mesh, values, marks, progress) => posesFor(mesh, targetsOf(values, marks), probeOf(values), progress),
  },
  entries: (found, { facts, values }: PlanContext) => {
    const count = targetsOf(values, marksOf(facts)).length;
    const reached = found ? new Set(found.all.flatMap((p) => p.reached)).size : 0;
    return [
      one('places_n', 'Places', '', count, MEASURED),
      one('got_at', 'Got at', '', reached, MEASURED),
      one('ways', 'Ways of lying; 0 until it is measured', '', found?.chosen.length ?? 0, MEASURED),
      one('stands', 'Stands', 'mm', Math.max(0, ...(found?.chosen.map((k) => found.all[k].tall) ?? [])), MEASURED),
    ];
  },
  lines: [
    { name: 'clampings', label: 'Clampings; 0 until it is measured', unit: '', expr: 'ways' },
    { name: 'share', label: 'Of the places, got at', unit: '', expr: 'got_at / max(1, places_n)' },
    { name: 'tallest', label: 'Tallest it stands', unit: 'mm', expr: 'stands' },
    {
      name: 'needs_height',
      label: 'Height that it needs',
      unit: 'mm',
      expr: 'post + tallest + 1.2 * long',
      note: 'The stylus and a fifth of it to draw back.',
    },
    { name: 'minutes', label: 'A piece takes', unit: 'minute', expr: 'clampings * clamp_min + got_at * touch_s / s_per_min' },
    { name: 'seat_error', label: 'The seat is off by', unit: 'mm', expr: 'part_form * (1 + furthest / pads_apart)' },
    {
      name: 'offset',
      label: 'Room round the part in its nest',
      unit: 'mm',
      expr: 'part_form + print_off',
      note: 'It goes in at its largest, into a nest at its smallest.',
    },
  ],
  findings,
  makes: [
    {
      maker: 'nest',
      label: 'The nest on three pads, with that room round it',
      values: (f) => ({ clearance: Math.min(5, Math.max(0.1, f('offset'))), pads: '3' }),
    },
  ],
  cautions: ['A probe that meets a clamp is costly: run the first piece of each clamping slowly, with the clamps as they will be.'],
};
