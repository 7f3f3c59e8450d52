import type { PlacedTag } from './part-scene';
import { layTags, type LaidTag } from './tag-layout';

const tag = (x: number, y: number, text = 'wall 3 mm', kind: PlacedTag['kind'] = 'thin'): PlacedTag => ({ x, y, text, kind, point: [0, 0, 0] });
/** Box of the words as drawn: 6.5 px a letter, 15 px a line. */
const box = ({ label, text }: LaidTag): [number, number, number, number] => {
  const w = 6.5 * text.length;
  const left = label!.side === 'start' ? label!.x : label!.x - w;
  return [left, left + w, label!.y - 12, label!.y + 3];
};

describe('words on the drawing', () => {
  it('stand at the upper right of their point where there is room', () => {
    expect(layTags([tag(100, 100)], [])[0].label).toEqual({ x: 114, y: 88, side: 'start' });
  });
  it('make room for each other', () => {
    const laid = layTags([tag(100, 100), tag(102, 101), tag(101, 99), tag(99, 100)], []);
    const boxes = laid.filter((t) => t.label).map(box);
    expect(boxes.length).toBe(4);
    boxes.forEach(([l, r, t, b], i) => boxes.slice(i + 1).forEach(([l2, r2, t2, b2]) => expect(l < r2 && l2 < r && t < b2 && t2 < b).toBe(false)));
  });
  it('leave the dot alone where a crowd leaves no room, the first ones keep theirs', () => {
    const laid = layTags(Array.from({ length: 30 }, () => tag(100, 100)), []);
    expect(laid.length).toBe(30);
    expect(laid[0].label).toBeDefined();
    expect(laid[29].label).toBeUndefined();
  });
  it('keep off the figures of the dimension lines', () => {
    const [moved] = layTags([tag(100, 100)], [{ x: 140, y: 84, text: '236 mm' }]);
    expect(moved.label).toEqual({ x: 114, y: 114, side: 'start' });
  });
  it('run over no side of the drawing, and of those that say the same only one has words', () => {
    const [right] = layTags([tag(380, 100)], [], 400);
    expect(right.label!.side).toBe('end');
    // Forty pixels wide: no place for sixty of words.
    expect(layTags([tag(20, 100)], [], 40)[0].label).toBeUndefined();
    expect(layTags([tag(100, 100, '')], [], 400)[0].label).toBeUndefined();
  });
  it('keep off the dots of other tags', () => {
    // A dot where the first's words would stand.
    const [first] = layTags([tag(100, 100), tag(140, 84)], []);
    expect(first.label).toEqual({ x: 114, y: 114, side: 'start' });
  });
  it('of a marked face stay in their ring', () => {
    const [face, near] = layTags([tag(100, 100, 'W1', 'face'), tag(90, 104, '2', 'hole')], []);
    expect(face.label).toEqual({ x: 100, y: 104, side: 'middle' });
    expect(near.label).not.toEqual({ x: 104, y: 92, side: 'start' });
  });
});
