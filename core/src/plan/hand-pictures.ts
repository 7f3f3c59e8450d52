import type { Dims, HandFormula } from '../mechanics/by-hand';
import { formatNumber } from '../quantity/quantity';
import { arcPoints, type Drawing, type Mark, type XY } from './drawing';

/** The pictures of the hand formulas, drawn to the lengths of a row: what each letter is, where it is held and where it is loaded. */
type Picture = (at: Dims) => { says: string; marks: Mark[] };

const rectangle = (x: number, y: number, w: number, h: number): XY[] => [[x, y], [x + w, y], [x + w, y + h], [x, y + h]];
const body = (points: readonly XY[]): Mark => ({ kind: 'line', points, closed: true, style: 'heavy', fill: 'part' });
const ground = (points: readonly XY[]): Mark => ({ kind: 'line', points, closed: true, style: 'thin', fill: 'hatch' });
const measured = (from: XY, to: XY, x: number, off: number): Mark => ({ kind: 'dimension', from, to, text: formatNumber(x, 4), off });

/** An arrow that ends at a place, so long, coming along a direction of length one. */
function arrow([x, y]: XY, [dx, dy]: XY, long: number): Mark[] {
  const tip = long / 4, side = long / 9;
  const back: XY = [x - dx * tip, y - dy * tip];
  return [
    { kind: 'line', points: [[x - dx * long, y - dy * long], [x, y]], style: 'work' },
    { kind: 'line', points: [[back[0] - dy * side, back[1] + dx * side], [x, y], [back[0] + dy * side, back[1] - dx * side]], style: 'work' },
  ];
}
/** A knife edge under a place. */
const support = ([x, y]: XY, size: number): Mark => ground([[x, y], [x + size / 2, y - size], [x - size / 2, y - size]]);

const PICTURES: Readonly<Record<HandFormula['id'], Picture>> = {
  arm: ({ l, h }) => {
    const s = Math.max(l, h) / 8;
    return {
      says: 'an arm from the side, held at its left end, loaded downwards at its right one',
      marks: [
        ground(rectangle(-s, -s, s, h + 2 * s)),
        body(rectangle(0, 0, l, h)),
        ...arrow([l, h], [0, -1], 2 * s),
        measured([0, 0], [l, 0], l, -1.5 * s),
        measured([l, 0], [l, h], h, -s),
      ],
    };
  },
  bridge: ({ l, h }) => {
    const s = Math.max(l, h) / 8;
    return {
      says: 'a bar from the side on two knife edges, loaded downwards in the middle',
      marks: [
        body(rectangle(0, 0, l, h)),
        support([0, 0], s),
        support([l, 0], s),
        ...arrow([l / 2, h], [0, -1], 2 * s),
        measured([0, 0], [l, 0], l, -2 * s),
        measured([l, 0], [l, h], h, -s),
      ],
    };
  },
  plate: ({ l, b, h, d }) => {
    const s = Math.max(l, b) / 10;
    return {
      says: `a plate ${formatNumber(h, 4)} mm thick from above, resting on its four edges, loaded on a round spot in the middle`,
      marks: [
        body(rectangle(0, 0, l, b)),
        { kind: 'line', points: rectangle(s / 4, s / 4, l - s / 2, b - s / 2), closed: true, style: 'dashed' },
        { kind: 'line', points: arcPoints([l / 2, b / 2], d / 2, 0, 360), closed: true, style: 'work', fill: 'hatch' },
        measured([0, 0], [l, 0], l, -s),
        measured([l, 0], [l, b], b, -s),
        measured([l / 2 - d / 2, b / 2], [l / 2 + d / 2, b / 2], d, b / 4),
        { kind: 'text', at: [s / 2, b - 0.9 * s], text: `${formatNumber(h, 4)} thick` },
      ],
    };
  },
  block: ({ l, h }) => {
    const s = Math.max(l, h) / 8;
    return {
      says: 'a block from the side on firm ground, pressed on the whole of its upper face',
      marks: [
        ground(rectangle(-s, -s, l + 2 * s, s)),
        body(rectangle(0, 0, l, h)),
        ...[0.1, 0.37, 0.63, 0.9].flatMap((k) => arrow([k * l, h], [0, -1], 1.5 * s)),
        measured([0, -s], [l, -s], l, -s),
        measured([l, 0], [l, h], h, -s),
      ],
    };
  },
  lug: ({ b, h, d }) => {
    const r = b / 2, root = 1.5 * b;
    return {
      says: `a lug ${formatNumber(h, 4)} mm thick, its round end to the right, held at its left end and pulled by a pin through its hole`,
      marks: [
        ground(rectangle(-root - b / 4, -r, b / 4, b)),
        body([[-root, -r], ...arcPoints([0, 0], r, -90, 90), [-root, r]]),
        { kind: 'line', points: arcPoints([0, 0], d / 2, 0, 360), closed: true, style: 'heavy', fill: 'shade' },
        ...arrow([1.6 * b, 0], [1, 0], b),
        measured([-root, -r], [-root, r], b, b / 2),
        measured([-d / 2, 0], [d / 2, 0], d, 0.8 * b),
        { kind: 'text', at: [-root + b / 8, -r + b / 12], text: `${formatNumber(h, 4)} thick` },
      ],
    };
  },
  hole: ({ h, d }) => {
    const w = 3 * Math.max(d, h);
    return {
      says: 'a plate cut through its hole, a bolt in it pressed against one side of the hole',
      marks: [
        body(rectangle(-w / 2, 0, w / 2 - d / 2, h)),
        body(rectangle(d / 2, 0, w / 2 - d / 2, h)),
        { kind: 'line', points: rectangle(-d / 2, -h / 2, d, 2 * h), closed: true, style: 'heavy', fill: 'shade' },
        ...arrow([d / 2, 1.25 * h], [1, 0], 1.2 * d),
        measured([w / 2, 0], [w / 2, h], h, -w / 8),
        measured([-d / 2, -h / 2], [d / 2, -h / 2], d, -h / 2),
      ],
    };
  },
  pin: ({ d }) => {
    const w = 3 * d, h = 1.2 * d;
    return {
      says: 'two plates one upon the other, pulled apart sideways, a dowel through both sheared between them',
      marks: [
        body(rectangle(-w, 0, 1.7 * w, h)),
        body(rectangle(-0.7 * w, -h, 1.7 * w, h)),
        { kind: 'line', points: rectangle(-d / 2, -h, d, 2 * h), closed: true, style: 'heavy', fill: 'shade' },
        ...arrow([-w - d, h / 2], [-1, 0], d),
        ...arrow([w + d, -h / 2], [1, 0], d),
        measured([-d / 2, h], [d / 2, h], d, h / 2),
      ],
    };
  },
};

/** @param at its lengths, mm */
export function handPicture({ id, label }: Pick<HandFormula, 'id' | 'label'>, at: Dims): Drawing {
  const { says, marks } = PICTURES[id](at);
  return { title: label[0].toUpperCase() + label.slice(1), says, marks };
}
