/** @jest-environment node */
import { DeltaReceiver, DeltaSender } from './delta';

/** Sender and receiver with a message between them that knows no references, as between threads. */
function line<T>() {
  const [sender, receiver] = [new DeltaSender<T>(), new DeltaReceiver<T>()];
  return {
    sender,
    receiver,
    pass: (x: T): [got: T, sent: number] => {
      const delta = structuredClone(sender.send(x));
      return [receiver.take(delta), JSON.stringify(delta).length];
    },
  };
}

describe('an answer that comes again', () => {
  it.each<[string, unknown[]]>([
    ['numbers that are none', [{ a: NaN, b: Infinity }, { a: NaN, b: 1 }, { a: 1, b: 1 }]],
    ['what is empty', [{}, [], null, undefined, '', 0, [[]], {}]],
    ['a list that grows and shrinks', [[1, 2, 3], [1, 2, 3, 4], [1], [2, 1], []]],
    ['a list of lists that shrinks', [[[1], [2], [3]], [[1], [2]], [[2]], [[2], [1]]]],
    ['fields that come, go and are undefined', [{ a: 1, s: 'x' }, { a: 1 }, { a: 1, s: undefined }, { a: 1 }, { s: 'x', a: 1 }]],
    ['an object where a list was, and back', [{ a: [1] }, { a: { 0: 1 } }, { a: [1] }]],
    ['arrays of bytes and dates', [{ a: new Float64Array([1, 2]), d: new Date(5) }, { a: new Float64Array([1, 3]), d: new Date(6) }]],
    ['text', [['a', 'b'], ['a', 'b'], ['b', 'a']]],
  ])('is whole again: %s', (_, states) => {
    const { pass } = line<unknown>();
    for (const state of states) expect(pass(state)[0]).toEqual(state);
    for (const state of states) expect(Object.keys(Object(pass(state)[0])).sort()).toEqual(Object.keys(Object(state)).sort());
  });
  it('is the object that was there wherever nothing changed, and is not sent', () => {
    const { pass } = line<{ sentence: string; rows: { id: number; text: string }[] }>();
    const state = (n: number) => ({
      sentence: 'long '.repeat(100),
      rows: Array.from({ length: 50 }, (_, id) => ({ id, text: id === 7 ? `now ${n}` : `as ever ${id} `.repeat(10) })),
    });
    const [first, whole] = pass(state(1));
    const [second, small] = pass(state(2));
    expect(second).toEqual(state(2));
    expect(second.rows[7]).not.toBe(first.rows[7]);
    expect(second.rows[8]).toBe(first.rows[8]);
    expect(small).toBeLessThan(whole / 10);
    const [third] = pass(state(2));
    expect(third).toBe(second);
  });
  it('says a sentence once, in whatever answer and wherever it stands', () => {
    const { pass } = line<{ rows: string[] }>();
    const sentence = 'No face of this part is asked to be flat, so that nothing is judged. '.repeat(10);
    const [got, sent] = pass({ rows: Array.from({ length: 80 }, () => sentence) });
    expect(new Set(got.rows)).toEqual(new Set([sentence]));
    expect(sent).toBeLessThan(sentence.length + 80 * 12);
    const [again, little] = pass({ rows: ['first', ...Array.from({ length: 90 }, () => sentence)] });
    expect([again.rows.length, again.rows[0], again.rows[90]]).toEqual([91, 'first', sentence]);
    expect(little).toBeLessThan(sentence.length + 91 * 12);
  });
  it('is whole when more is said than is held', () => {
    const { pass } = line<string[]>();
    for (const round of [1, 2, 3]) {
      const many = Array.from({ length: 12_000 }, (_, i) => `a sentence of its own, number ${i} of ${round}`);
      expect(pass(many)[0]).toEqual(many);
    }
  });
  it('is sent whole by a worker that has been started again', () => {
    const { receiver, pass } = line<number[][]>();
    pass([[1], [2]]);
    const anew = structuredClone(new DeltaSender<number[][]>().send([[1], [3]]));
    expect(receiver.take(anew)).toEqual([[1], [3]]);
  });
});
