import { shapeFor, sizeOf, type CaseFacts } from '../../case/facts';
import { holdsAt, loadRows } from '../../case/load-table';
import { routeKey } from '../../case/types';
import { number, type Values } from '../../inputs/spec';
import { loadName, placeOf } from '../../need/loads';
import type { Process } from '../../process/process';
import { PROCESSES, processOf } from '../../process/processes';
import { formatNumber } from '../../quantity/quantity';
import type { Cut } from '../../screen/bonded-joints';
import type { CheckContext } from '../../screen/check';
import { type Joined, joinedIn, type JudgedJoint } from '../../screen/joined';
import { jointText } from '../../screen/joint-kinds';
import { fitOf, fitsWhole, longestPiece, MOST_SECTIONS, piecesOf } from '../../screen/sections';
import { traitsOf } from '../../screen/traits';
import { STRENGTH_FACTOR } from '../../screen/under-load';
import type { Mesh } from '../../shape/mesh';
import { orientedBox } from '../../shape/oriented-box';
import { type Profile, profileAlong } from '../../shape/profile';
import { fromEnd } from '../../shape/sections';
import { dot } from '../../shape/turn';
import { material as materialOf, materialsFor } from '../../shelf/shelf';
import type { Material } from '../../shelf/types';
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
  text:
    'Structural two-part adhesive on faces that were roughened and degreased, common figures; less where it is warm, and no more than the layers beside it bear.',
};
const ROOM: Source = { kind: 'standard', text: 'Room of the machine, by all ways to lay the piece in it.' };
const MEASURED: Source = { kind: 'measured', text: 'Sections of the mesh across its long side.' };

/** Ways of printing, each a machine and what is printed on it. */
const WAYS = PROCESSES.filter((p) => p.kind === 'print').flatMap((p) =>
  materialsFor(p.id).map((m) => ({ value: routeKey({ process: p.id, material: m.id }), label: `${p.label} in ${m.label}` }))
);
/** The usual one for a tool of some size. */
const USUAL = 'extrusion-chamber/pa12-cf';
const JOINTS = Array.from({ length: MOST_SECTIONS - 1 }, (_, k) => k + 1);

interface Plan extends Joined {
  tool: Cut & Pick<CheckContext, 'process' | 'material' | 'traits'>;
  /** Longest piece that goes into the machine, mm; 0 where none does. */
  most: number;
  /** Pieces that it takes; too many to be joined are none. */
  count: number;
}

function planOf({ doc, family, need }: CaseFacts, v: Values): Plan {
  const [process, material] = ((v['way'] as string | undefined) ?? USUAL).split('/').map((id, i) => (i ? materialOf(id) : processOf(id))) as [
    Process,
    Material,
  ];
  const shape = shapeFor(doc, true);
  const size = sizeOf(doc, true);
  const tool = {
    family,
    need,
    size,
    process,
    material,
    traits: traitsOf(process, material, size),
    study: shape?.study,
    loadMark: shape?.load,
    tableRows: loadRows(doc).map(([, row]) => row),
    holdsAt: holdsAt(doc),
  };
  const most = longestPiece(size, process);
  const { pieces: sides, count: fewest } = piecesOf(size, process);
  const needed = fitsWhole(fitOf(size, process)) ? 1 : most > 0 && sides[1] * sides[2] === 1 ? fewest : Infinity;
  const count = Math.max(needed, Number(v['count'] ?? 0));
  return { ...joinedIn(tool, count <= MOST_SECTIONS ? Math.max(1, count) : 1), tool, most, count };
}

function findings(f: Figures, values: Values, { facts }: PlanContext): PlanFinding[] {
  const { tool, most, count, joints, allowed } = planOf(facts, values);
  const length = tool.size.sorted[0];
  const isLoaded = !!tool.tableRows?.length || !!tool.need.load?.value;
  const mm = (x: number): string => `${formatNumber(x, 3)} mm`;
  const two = (x: number): string => formatNumber(Number(x.toPrecision(2)));
  const room = `${tool.process.envelope_mm.map((x) => formatNumber(x)).join(' × ')} mm`;
  const fits = { id: 'fits', label: 'Goes into the machine', ofNew: true as const, basis: ROOM.text, unit: 'mm' };
  const judged = ({ along_mm, area_mm2, stress, row, state, how, holed }: JudgedJoint, k: number): PlanFinding => {
    const place = `${mm(along_mm)} from its end, ${two(area_mm2 / 100)} cm²`;
    const common = { id: `joint-${k + 1}`, label: `Joint ${k + 1}`, ofNew: true, basis: WORKED.text, unit: 'MPa' };
    if (!isLoaded)
      return { ...common, state: 'unknown', reason: `${place}. What it bears is known once there is a load, or a row of the load table, on Need.` };
    const does = state === 'pass'
      ? `It may be ${jointText(how)}.`
      : how.kind === 'butt'
      ? `It may be ${jointText(how)}, but a poor bond would not bear it: prove it with one and a half times the load.`
      : `Have it ${jointText(how)}${state === 'conditional' ? ', and prove it with one and a half times the load' : ''}.`;
    return {
      ...common,
      state: state === 'pass' && holed ? 'conditional' : state,
      value: stress.likely,
      limit: allowed,
      margin: 1 - stress.likely / allowed,
      reason: `${place}: ${two(stress.likely)} MPa${row ? ` under “${row}”` : ''}, ${two(allowed)} MPa allowed. ${does}${
        holed ? ' It goes through a hole: one piece more keeps off it, or the hole is drilled when it is joined.' : ''
      }`,
    };
  };
  if (!Number.isFinite(count))
    return [{ ...fits, state: 'fail', reason: `However short, it is too wide and high for ${room}: a larger machine, or cut along it as well.` }];
  if (count > MOST_SECTIONS)
    return [{
      ...fits,
      state: 'fail',
      value: length,
      limit: most,
      reason: `${count} pieces; more than ${MOST_SECTIONS} are a kit, not a tool: a larger machine.`,
    }];
  if (count < 2) return [{ ...fits, state: 'pass', value: length, limit: most, reason: `Its ${mm(length)} go into ${room} whole: nothing has to be cut.` }];
  const longest = f('longest');
  return [
    { ...fits, state: 'pass', value: longest, limit: most, reason: `In ${count} pieces, the longest of ${mm(longest)}; ${mm(most)} go into ${room}.` },
    ...joints.map(judged),
  ];
}

/** Seen from the side, with its planes, loads and holds. */
function drawing(f: Figures, values: Values, { facts }: PlanContext, profile?: Profile): Drawing {
  const { tool, planes, joints, pieces: lengths } = planOf(facts, values);
  const [length, wide] = tool.size.sorted;
  const sections = tool.study?.body.sections;
  const axes = tool.study?.body.box.axes;
  const outline: XY[] = profile
    ? [...profile.along.map((x, k): XY => [x, profile.high[k]]), ...profile.along.map((x, k): XY => [x, profile.low[k]]).reverse()]
    : [[0, 0], [length, 0], [length, wide], [0, wide]];
  const top = Math.max(...outline.map((p) => p[1])), bottom = Math.min(...outline.map((p) => p[1]));
  const over = (top - bottom) * 0.12 + length * 0.02;
  const seen = (p: readonly number[]): XY => [fromEnd(sections!, axes![0], p), dot(p, axes![1])];
  const marks: Mark[] = [
    { kind: 'line', points: outline, closed: true, style: 'heavy', fill: 'part' },
    ...joints.flatMap(({ along_mm: x, stress }, k): Mark[] => [
      { kind: 'line', points: [[x, bottom - over], [x, top + over]], style: 'dashed' },
      { kind: 'text', at: [x, top + 1.6 * over], text: `${k + 1}: ${formatNumber(Number(stress.likely.toPrecision(2)))} MPa`, anchor: 'middle' },
    ]),
    ...(planes.length
      ? lengths.map((long, k): Mark => {
        const from = planes[k - 1] ?? 0;
        return { kind: 'dimension', from: [from, bottom], to: [from + long, bottom], text: formatNumber(long, 4), off: -2.2 * over };
      })
      : []),
    ...(profile && axes && sections
      ? [
        ...(tool.tableRows ?? []).flatMap((row): Mark[] => {
          const place = placeOf(row);
          return place ? [{ kind: 'dot', at: seen(place.point), text: loadName(row) }] : [];
        }),
        ...(tool.holdsAt ?? []).map((h): Mark => ({ kind: 'dot', at: seen(h.point), text: 'held' })),
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
    { kind: 'choice', id: 'way', label: 'Printed by', options: WAYS, usual: USUAL },
    number('count', 'Pieces at least', 'count', [0, MOST_SECTIONS], 0, { whole: true, help: '0: as few as go into the machine.' }),
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
    const { joints, pieces: lengths, bears } = planOf(facts, values);
    const none = { low: 0, likely: 0, high: 0 };
    return [
      ...JOINTS.flatMap((k) => [
        takenAs('pieces', `at_${k}`, `Joint ${k}, from its end; 0 where there is none`, 'mm', joints[k - 1]?.along_mm ?? 0, WORKED),
        takenAs('pieces', `area_${k}`, `Joint ${k}, its area`, 'cm^2', (joints[k - 1]?.area_mm2 ?? 0) / 100, MEASURED),
        takenAs('pieces', `stress_${k}`, `Joint ${k}, tension and shear together`, 'MPa', joints[k - 1]?.stress ?? none, WORKED),
      ]),
      takenAs('pieces', 'longest_piece', 'Longest piece', 'mm', Math.max(...lengths), WORKED),
      takenAs('pieces', 'bond', 'The bond bears', 'MPa', bears, BOND),
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
