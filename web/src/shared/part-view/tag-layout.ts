import type { PlacedTag } from './part-scene';

/** A tag with room for its words: the end of its leader, and on which side of it the words stand. None where there was no room. */
export interface LaidTag extends PlacedTag {
  label?: { x: number; y: number; side: 'start' | 'middle' | 'end' };
}

interface Rect {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Width of a letter and height of a line of the drawing's label face, px; a little generous. */
const LETTER = 6.5;
const LINE = 15;
/** Half of a dot, px: no words stand over one. */
const DOT = 3;
/** Where the leader may end, in the order in which the places are tried, px from the point. */
const PLACES: readonly (readonly [number, number])[] = [[12, -12], [12, 14], [-12, -12], [-12, 14], [26, -30], [-26, -30], [26, 32], [-26, 32]];

const rect = (x: number, y: number, text: string, side: 'start' | 'middle' | 'end'): Rect => {
  const w = text.length * LETTER;
  const left = side === 'start' ? x : side === 'end' ? x - w : x - w / 2;
  return { left, right: left + w, top: y - LINE + 3, bottom: y + 3 };
};
const meet = (a: Rect, b: Rect): boolean => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

/**
 * Give each tag a place for its words where no earlier one, no dot and none of the given texts stands; the first tags matter most. A tag
 * without room or words keeps its dot. Marks of faces stand where they are: their words are a letter in a ring.
 * @param taken texts that stand already, by their middle
 * @param width of the drawing, px: no words run over its sides
 */
export function layTags(tags: readonly PlacedTag[], taken: readonly { x: number; y: number; text: string }[], width = Infinity): LaidTag[] {
  const dots = tags.map((t): Rect => ({ left: t.x - DOT, right: t.x + DOT, top: t.y - DOT, bottom: t.y + DOT }));
  const full: Rect[] = [...dots, ...taken.map((t) => rect(t.x, t.y + 4, t.text, 'middle'))];
  return tags.map((t) => {
    if (t.kind === 'face') {
      full.push({ left: t.x - 9, right: t.x + 9, top: t.y - 9, bottom: t.y + 9 });
      return { ...t, label: { x: t.x, y: t.y + 4, side: 'middle' } };
    }
    if (!t.text) return t;
    for (const [dx, dy] of PLACES) {
      const side = dx > 0 ? 'start' : 'end';
      const label = { x: t.x + dx + Math.sign(dx) * 2, y: t.y + dy, side } as const;
      const r = rect(label.x, label.y, t.text, side);
      if (r.left < 0 || r.right > width || full.some((f) => meet(f, r))) continue;
      full.push(r);
      return { ...t, label };
    }
    return t;
  });
}
