import { HAND_FORMULAS } from '../mechanics/by-hand';
import { frameOf, laidOut, pointsOf } from './drawing';
import { handPicture } from './hand-pictures';

describe('the pictures of hand formulas', () => {
  it.each(HAND_FORMULAS.map((f) => [f.id, f] as const))('%s is drawn with each of its lengths, whatever they are', (_, f) => {
    const usual = { l: 100, b: 31, h: 15, d: 8 };
    for (const dims of [usual, { l: 20, b: 300, h: 2, d: 90 }, { l: 2000, b: 5, h: 400, d: 1 }]) {
      const d = handPicture(f, dims);
      expect(pointsOf(d).flat().every(Number.isFinite)).toBe(true);
      expect(frameOf(d).width).toBeGreaterThan(0);
    }
    const words = laidOut(handPicture(f, usual)).words.map((w) => w.text).join(' ');
    const shown = f.dims.filter((k) => new RegExp(`\\b${usual[k]}\\b`).test(words));
    // Across the picture: of an arm, a bar and a block that is the width.
    expect(f.dims.filter((k) => !shown.includes(k))).toEqual(['arm', 'bridge', 'block'].includes(f.id) ? ['b'] : []);
  });
});
