import { shapeFor, sizeOf, type CaseFacts } from '../../case/facts';
import { holdsAt, loadRows } from '../../case/load-table';
import { number, type Values } from '../../inputs/spec';
import { loadName, placeOf } from '../../need/loads';
import type { Process } from '../../process/process';
import { PROCESSES, processOf } from '../../process/processes';
import { formatNumber } from '../../quantity/quantity';
import { type BondedJoint, bondedJoints, type BondOn, bondOn, type Cut } from '../../screen/bonded-joints';
import { jointFor, jointText } from '../../screen/joint-kinds';
import { goesThroughHole, jointPlanes, shortestPiece } from '../../screen/joint-planes';
import { fitOf, fitsWhole, longestPiece, MOST_SECTIONS, piecesOf } from '../../screen/sections';
import { STRENGTH_FACTOR } from '../../screen/under-load';
import type { Mesh } from '../../shape/mesh';
import { orientedBox } from '../../shape/oriented-box';
import { type Profile, profileAlong } from '../../shape/profile';
import { dot } from '../../shape/turn';
import type { Source } from '../../worksheet/types';
import type { Drawing, Mark, XY } from '../drawing';
import { type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const WORKED: Source = {
  kind: 'standard',
  text:
    'Each joint by equilibrium of the side that nothing holds (else a beam on two ends): σ = N/A + M c/I, τ = 1.5 V/A + T c/(I₁ + I₂) on the section of the mesh there, under the worst row of the load table. Planes keep off holes, lie where they are worked least, and make pieces as equal as that allows.',
};
const BOND: Source = {
  kind: 'standard',
  text: 'Structural two-part adhesive on faces that were roughened and degreased, common figures; less where it is warm.',
};
const ROOM: Source = { kind: 'standard', text: 'Room of the machine, by all ways to lay the piece in it.' };
const MEASURED: Source = { kind: 'measured', text: 'Sections of the mesh across its long side.' };

const ON = { plastic: 'a stiff plastic', metal: 'metal', soft: 'what bends away beneath it' } as const satisfies Record<BondOn, string>;
/** The usual machine for a tool of some size. */
const USUAL = 'extrusion-chamber';
const printed = PROCESSES.filter((p) => p.kind === 'print');
const processIn = (v: Values): Process => processOf((v['process'] as string | undefined) ?? USUAL);
const onOf = (v: Values): BondOn => (v['on'] as BondOn | undefined) ?? 'plastic';
const JOINTS = Array.from({ length: MOST_SECTIONS - 1 }, (_, k) => k + 1);

interface Plan {
  cut: Cut;
  /** Longest piece that goes into the machine; 0 where none does. */
  most: number;
  pieces: number;
  joints: BondedJoint[];
  planes: number[];
}

function planOf({ doc, family, need }: CaseFacts, v: Values): Plan {
  const shape = shapeFor(doc, true);
  const size = sizeOf(doc, true);
  const cut: Cut = { family, need, size, study: shape?.study, loadMark: shape?.load, tableRows: loadRows(doc).map(([, row]) => row), holdsAt: holdsAt(doc) };
  const most = longestPiece(size, processIn(v));
  const { pieces: sides, count: fewest } = piecesOf(size, processIn(v));
  const needed = fitsWhole(fitOf(size, processIn(v))) ? 1 : most > 0 && sides[1] * sides[2] === 1 ? fewest : Infinity;
  const pieces = Math.max(needed, Number(v['count'] ?? 0));
  const bond = bondOn(onOf(v), need.serviceTemp?.value);
  const planes = pieces <= MOST_SECTIONS ? jointPlanes(cut, pieces, { most_mm: most, enough_mpa: bond.low / STRENGTH_FACTOR }) : [];
  return { cut, most, pieces, planes, joints: bondedJoints(cut, planes) };
}

/** Is anything known of what loads it? */
const isLoaded = ({ cut: { need, tableRows } }: Plan): boolean => !!tableRows?.length || !!need.load?.value;

function findings(f: Figures, values: Values, { facts }: PlanContext): PlanFinding[] {
  const plan = planOf(facts, values);
  const length = plan.cut.size.sorted[0];
  const mm = (x: number): string => `${formatNumber(x, 3)} mm`;
  const two = (x: number): string => formatNumber(Number(x.toPrecision(2)));
  const room = processIn(values).envelope_mm.map((x) => formatNumber(x)).join(' × ');
  const fits: PlanFinding = {
    id: 'fits',
    label: 'Goes into the machine',
    ofNew: true,
    basis: ROOM.text,
    unit: 'mm',
    ...(!Number.isFinite(plan.pieces)
      ? { state: 'fail', reason: `However short, it is too wide and high for ${room} mm: a larger machine, or cut along it as well.` }
      : plan.pieces > MOST_SECTIONS
      ? { state: 'fail', value: length, limit: plan.most, reason: `${plan.pieces} pieces; more than ${MOST_SECTIONS} are a kit, not a tool: a larger machine.` }
      : plan.pieces < 2
      ? { state: 'pass', value: length, limit: plan.most, reason: `Its ${mm(length)} go into ${room} mm whole: nothing has to be cut.` }
      : {
        state: 'pass',
        value: f('longest'),
        limit: plan.most,
        reason: `In ${plan.pieces} pieces, the longest of ${mm(f('longest'))}; ${mm(plan.most)} go into ${room} mm.`,
      }),
  };
  return [
    fits,
    ...plan.joints.map(({ along_mm, area_mm2, depth_mm, stress, row }, k): PlanFinding => {
      const allowed = f('allowed'), bears = bondOn(onOf(values), facts.need.serviceTemp?.value);
      const place = `${mm(along_mm)} from its end, ${two(area_mm2 / 100)} cm²`;
      const common = { id: `joint-${k + 1}`, label: `Joint ${k + 1}`, ofNew: true, basis: WORKED.text, unit: 'MPa' };
      if (!isLoaded(plan))
        return { ...common, state: 'unknown', reason: `${place}. What it bears is known once there is a load, or a row of the load table, on Need.` };
      const holed = goesThroughHole(plan.cut, along_mm);
      const joint = jointFor({ stress, area_mm2, depth_mm }, allowed, shortestPiece(plan.planes, length));
      return {
        ...common,
        state: stress.likely <= bears.low / STRENGTH_FACTOR && !holed ? 'pass' : joint.kind !== 'none' ? 'conditional' : 'fail',
        value: stress.likely,
        limit: allowed,
        margin: 1 - stress.likely / allowed,
        reason: `${place}: ${two(stress.likely)} MPa${row ? ` under “${row}”` : ''}, ${two(allowed)} MPa allowed. ${
          joint.kind === 'none' ? 'No joint bears that here: have it' : 'There it is'
        } ${jointText(joint)}.${
          joint.kind === 'butt' && stress.likely > bears.low / STRENGTH_FACTOR
            ? ' A poor bond would not bear it: prove it with one and a half times the load.'
            : ''
        }${holed ? ' It goes through a hole: one piece more keeps off it, or the hole is drilled when it is joined.' : ''}`,
      };
    }),
  ];
}

/** Seen from the side, with its planes, loads and holds. */
function drawing(f: Figures, values: Values, { facts }: PlanContext, profile?: Profile): Drawing {
  const { cut, planes, joints } = planOf(facts, values);
  const [length, wide] = cut.size.sorted;
  const beam = cut.study?.body.sections?.sides[0];
  const axes = cut.study?.body.box.axes;
  const outline: XY[] = profile
    ? [...profile.along.map((x, k): XY => [x, profile.high[k]]), ...profile.along.map((x, k): XY => [x, profile.low[k]]).reverse()]
    : [[0, 0], [length, 0], [length, wide], [0, wide]];
  const top = Math.max(...outline.map((p) => p[1])), bottom = Math.min(...outline.map((p) => p[1]));
  const over = (top - bottom) * 0.12 + length * 0.02;
  const seen = (p: readonly number[]): XY => [dot(p, axes![0]) - (dot(beam!.centre_mm.slice(0, 3), axes![0]) - beam!.step_mm / 2), dot(p, axes![1])];
  const marks: Mark[] = [
    { kind: 'line', points: outline, closed: true, style: 'heavy', fill: 'part' },
    ...joints.flatMap(({ along_mm: x, stress }, k): Mark[] => [
      { kind: 'line', points: [[x, bottom - over], [x, top + over]], style: 'dashed' },
      { kind: 'text', at: [x, top + 1.6 * over], text: `${k + 1}: ${formatNumber(Number(stress.likely.toPrecision(2)))} MPa`, anchor: 'middle' },
    ]),
    ...(planes.length
      ? [...planes, length].map((x, k): Mark => {
        const from = planes[k - 1] ?? 0;
        return { kind: 'dimension', from: [from, bottom], to: [x, bottom], text: formatNumber(x - from, 4), off: -2.2 * over };
      })
      : []),
    ...(profile && axes && beam
      ? [
        ...(cut.tableRows ?? []).flatMap((row): Mark[] => {
          const place = placeOf(row);
          return place ? [{ kind: 'dot', at: seen(place.point), text: loadName(row) }] : [];
        }),
        ...(cut.holdsAt ?? []).map((h): Mark => ({ kind: 'dot', at: seen(h.point), text: 'held' })),
      ]
      : []),
  ];
  return {
    title: 'Where it is cut',
    says: joints.length
      ? `The tool from the side, ${formatNumber(length)} mm long, cut at ${
        joints.map((j) => `${formatNumber(j.along_mm, 4)} mm`).join(', ')
      } from its end, with the stress in each joint.`
      : `The tool from the side, ${formatNumber(length)} mm long, in one piece.`,
    marks,
  };
}

/** A tool that is printed in sections: where its planes lie, what each joint bears, and how it is put together. */
export const pieces: Planner<Profile> = {
  id: 'pieces',
  about: 'build',
  label: 'In pieces',
  what:
    'Where a tool that is too long for a machine is best cut, off its holes and where its loads work the joints least; what each bond bears, and whether it is butted, scarfed or drawn together by rods.',
  basis: [WORKED, BOND, ROOM],
  fits: ({ doc }) => sizeOf(doc, true).sorted[0] >= 150,
  headline: ['worst', 'allowed', 'use', 'longest'],
  inputs: [
    { kind: 'choice', id: 'process', label: 'Printed by', options: printed.map((p) => ({ value: p.id, label: p.label })), usual: USUAL },
    number('count', 'Pieces at least', 'count', [0, MOST_SECTIONS], 0, { whole: true, help: '0: as few as go into the machine.' }),
    { kind: 'choice', id: 'on', label: 'Bonded on', options: Object.entries(ON).map(([value, label]) => ({ value, label })), usual: 'plastic' },
  ],
  geometry: {
    version: 1,
    says: 'The outline of the mesh from the side.',
    run: (mesh: Mesh) => {
      const { axes } = orientedBox(mesh);
      return profileAlong(mesh, axes[0], axes[1]);
    },
  },
  entries: (_, { facts, values }: PlanContext) => {
    const { joints, planes, cut } = planOf(facts, values);
    const length = cut.size.sorted[0];
    const ends = [...planes, length].map((x, k) => x - (planes[k - 1] ?? 0));
    const none = { low: 0, likely: 0, high: 0 };
    return [
      ...JOINTS.flatMap((k) => [
        takenAs('pieces', `at_${k}`, `Joint ${k}, from its end; 0 where there is none`, 'mm', joints[k - 1]?.along_mm ?? 0, WORKED),
        takenAs('pieces', `area_${k}`, `Joint ${k}, its area`, 'cm^2', (joints[k - 1]?.area_mm2 ?? 0) / 100, MEASURED),
        takenAs('pieces', `stress_${k}`, `Joint ${k}, tension and shear together`, 'MPa', joints[k - 1]?.stress ?? none, WORKED),
      ]),
      takenAs('pieces', 'longest_piece', 'Longest piece', 'mm', Math.max(...ends), WORKED),
      takenAs('pieces', 'bond', 'The bond bears', 'MPa', bondOn(onOf(values), facts.need.serviceTemp?.value), BOND),
      takenAs('pieces', 'factor', 'Safety', '', STRENGTH_FACTOR, { kind: 'standard', text: 'As every load of the load table.' }),
    ];
  },
  lines: [
    { name: 'worst', label: 'Most worked joint', unit: 'MPa', expr: `max(${JOINTS.map((k) => `stress_${k}`).join(', ')})` },
    { name: 'allowed', label: 'Allowed in a bond', unit: 'MPa', expr: 'bond / factor' },
    { name: 'use', label: 'Of what is allowed', unit: '', expr: 'worst / allowed' },
    { name: 'longest', label: 'Longest piece', unit: 'mm', expr: 'longest_piece' },
    { name: 'to_bond', label: 'To bond in all', unit: 'cm^2', expr: JOINTS.map((k) => `area_${k}`).join(' + ') },
  ],
  findings,
  makes: [{
    maker: 'pieces',
    label: 'The tool in these pieces',
    values: (f) => ({ axis: 'long', planes: JOINTS.map((k) => f(`at_${k}`)).filter((at) => at > 0).map((at) => ({ at })) }),
  }],
  drawing,
  cautions: ['A proof load of one and a half times the largest decides, by the sheet of the adhesive; nobody stands under a bonded tool.'],
};
