import type { CrossSection } from 'manifold-3d';
import { number } from '../../inputs/spec';
import { bvhOf } from '../../shape/bvh';
import { MeshError } from '../../shape/mesh';
import { crossOf, dot, frameFor, unit, type Vec3 } from '../../shape/turn';
import { meshOf, placed, solidOf } from '../kernel';
import { strokesOf } from '../letters';
import { type Maker, num } from '../maker';
import { flatFacing, roomOn } from '../on-flat';

/** Sides by how they lie on the standing part. */
const SIDES = { top: 'top', front: 'front', back: 'back', left: 'left', right: 'right', bottom: 'bottom' } as const;
type Side = keyof typeof SIDES;
/** A stroke wider than this share of the height runs together; rounds of its end. */
const BOLD = 1 / 5, ROUND = 16;

function wayOf(side: Side, up: Vec3): Vec3 {
  const [right, back] = frameFor(up);
  const minus = (d: Vec3): Vec3 => d.map((x) => -x) as Vec3;
  return { top: up, bottom: minus(up), right, left: minus(right), back, front: minus(back) }[side];
}

/** Number, revision or name of a tool in its face, in strokes as wide as they print. */
export const label: Maker = {
  id: 'label',
  label: 'this part with its number on it',
  needsPart: true,
  inputs: [
    { kind: 'text', id: 'text', label: 'Text', usual: 'T-000 A', max: 60, help: 'Number and revision: what is on the tool is what people go by.' },
    { kind: 'choice', id: 'side', label: 'On its', options: Object.entries(SIDES).map(([value, words]) => ({ value, label: words })), usual: 'top' },
    number('height', 'Height of a capital', 'length', [2, 200], 6),
    number('stroke', 'Width of a stroke', 'length', [0.2, 20], 1, { help: 'Two widths of the nozzle, at least.' }),
    number('depth', 'Deep or proud by', 'length', [0.1, 20], 0.6),
    { kind: 'yes-no', id: 'raised', label: 'It stands proud', usual: false },
    { kind: 'yes-no', id: 'mirrored', label: 'Mirrored, for a mould', usual: false },
  ],
  async make({ kernel, part, up, values: v }) {
    const mesh = part!, height = num(v, 'height'), stroke = num(v, 'stroke'), depth = num(v, 'depth');
    const text = String(v['text'] ?? '').trim();
    if (!text) throw new MeshError('Say what stands on it.');
    const side = v['side'] as Side;
    const way = wayOf(side, up);
    const flat = flatFacing(mesh, way);
    if (!flat) throw new MeshError(`No flat face looks to its ${side}. Take another side.`);
    const { strokes, width } = strokesOf(text, height);
    const out = flat.normal;
    // On a wall it reads upright; on a level face along the one way or the other.
    const level = Math.abs(dot(out, up)) > 0.9;
    const [first, second] = frameFor(out);
    const upright = level ? undefined : unit([0, 1, 2].map((k) => up[k] - dot(up, out) * out[k]) as Vec3);
    const turns: [Vec3, Vec3][] = upright ? [[crossOf(upright, out), upright]] : [[first, second], [second, first.map((x) => -x) as Vec3]];
    // Parts of letters hang below the line by a third of their height.
    const [w, h] = [width + stroke, 4 / 3 * height + stroke];
    const found = turns.map((turn) => ({ turn, room: roomOn(mesh, flat, rectangleOf(w, h), [...turn, out]) })).find((x) => x.room.places.length);
    if (!found)
      throw new MeshError(
        `“${text}” is ${w.toFixed(0)} × ${
          h.toFixed(0)
        } mm, and the ${side} face has no room for it in one piece. Make it lower or shorter, or take another side.`,
      );
    const { turn: [right, back], room: { places, at } } = found;
    const centre = places.reduce(([a, b], [x, y]) => [a + x / places.length, b + y / places.length], [0, 0]);
    const off = (p: readonly number[]): number => Math.hypot(p[0] - centre[0], p[1] - centre[1]);
    const [cx, cy] = places.reduce((best, p) => (off(p) < off(best) ? p : best));
    const origin = (z: number): Vec3 => [0, 1, 2].map((k) => right[k] * cx + back[k] * cy + out[k] * z) as Vec3;
    const raised = v['raised'] === true;
    const beneath = bvhOf(mesh).ray(...origin(at - 1e-3), ...(out.map((x) => -x) as Vec3)).distance;
    if (!raised && beneath < 2 * depth)
      throw new MeshError(
        `Beneath the ${side} face are ${beneath.toFixed(1)} mm: the text would go through half of it. Make it less deep, or let it stand proud.`,
      );
    const k = await kernel();
    const sign = v['mirrored'] === true ? -1 : 1;
    const pen = (p: readonly number[]): CrossSection => k.CrossSection.circle(stroke / 2, ROUND).translate([sign * (p[0] - width / 2), p[1] - height / 2]);
    const lines = strokes.flatMap((s) => (s.length === 1 ? [pen(s[0])] : s.slice(1).map((p, i) => k.CrossSection.hull([pen(s[i]), pen(p)]))));
    if (!lines.length) throw new MeshError('Say what stands on it.');
    const letters = k.CrossSection.union(lines).extrude(depth + (raised ? OVERLAP : 1)).transform(
      placed([right, back, out], origin(raised ? at - OVERLAP : at - depth)),
    );
    const solid = solidOf(k, mesh);
    return {
      solids: [{ name: 'with-number', mesh: meshOf(raised ? solid.add(letters) : solid.subtract(letters)) }],
      warnings: stroke > BOLD * height ? [`Strokes of ${stroke} mm run together in letters of ${height} mm: thinner strokes, or higher letters.`] : [],
      notes: [
        `“${text}”, ${width.toFixed(0)} × ${height} mm, ${depth} mm ${
          raised ? 'proud' : 'deep'
        } on its ${side}. A new revision is a new text: make it anew with it.`,
      ],
    };
  },
};

/** So deep raised letters stand in the face, mm. */
const OVERLAP = 0.2;

/** Points that a rectangle covers, a grid of them. */
function rectangleOf(w: number, h: number): [number, number][] {
  const [nx, ny] = [w, h].map((s) => Math.max(4, Math.ceil(s / 3)));
  return Array.from({ length: (nx + 1) * (ny + 1) }, (_, i): [number, number] => [w * ((i % (nx + 1)) / nx - 0.5), h * (Math.floor(i / (nx + 1)) / ny - 0.5)]);
}
