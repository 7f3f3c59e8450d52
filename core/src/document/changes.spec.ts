import fc from 'fast-check';
import { demoDoc, studiedRef } from '../case/testing';
import type { CaseDoc } from '../case/types';
import { box } from '../shape/testing';
import { CASE_CHANGES } from './case-fields';
import { inverse, same, settled } from './changes';
import { RECORD_CHANGES } from './record-fields';
import { SHOP_CHANGES } from './shop-fields';
import { DEFAULT_SHOP, type OwnMaterial, type Shop } from '../shelf/shop';
import { MATERIALS } from '../shelf/shelf';

const must = <T>(value: T) => ({ level: 'must' as const, value, from: '' });
const base = demoDoc({
  place: 'Cell 1',
  need: { load: must(200), serviceTemp: must(30) },
  pins: [{ process: 'cnc-mill', material: 'al-6061' }],
  overrides: { 'cnc-mill/al-6061': { price_each: { low: 1, likely: 2, high: 3, kind: 'quote', note: '' } } },
});

/** Edits that a page makes, each of a field of its own, with a figure in it. */
type Edit = (doc: CaseDoc, x: number) => CaseDoc;
const EDITS: Record<string, { edit: Edit; read: (doc: CaseDoc) => unknown }> = {
  place: { edit: (d, x) => ({ ...d, place: `Cell ${x}` }), read: (d) => d.place },
  size: { edit: (d, x) => ({ ...d, size_mm: [100 + x, 50, 20] }), read: (d) => d.size_mm },
  cost: { edit: (d, x) => ({ ...d, today: { ...d.today, cost: 100 + x } }), read: (d) => d.today.cost },
  wait: { edit: (d, x) => ({ ...d, today: { ...d.today, wait_days: 10 + x } }), read: (d) => d.today.wait_days },
  load: { edit: (d, x) => ({ ...d, need: { ...d.need, load: { ...d.need.load!, value: 300 + x } } }), read: (d) => d.need.load?.value },
  level: { edit: (d, x) => ({ ...d, need: { ...d.need, load: { ...d.need.load!, level: x % 2 ? 'want' : 'must' } } }), read: (d) => d.need.load?.level },
  years: { edit: (d, x) => ({ ...d, need: { ...d.need, years: must(1 + x) } }), read: (d) => d.need.years?.value },
  pin: {
    edit: (d, x) => ({
      ...d,
      pins: [...d.pins.filter((p) => p.process !== 'vat-resin'), { process: 'vat-resin', material: x % 2 ? 'resin-tough' : 'resin-rigid' }],
    }),
    read: (d) => d.pins.filter((p) => p.process === 'vat-resin'),
  },
  quote: {
    edit: (d, x) => ({
      ...d,
      overrides: { ...d.overrides, 'turning/s235': { ...d.overrides['turning/s235'], price_each: { low: x, likely: x, high: x, kind: 'you', note: '' } } },
    }),
    read: (d) => d.overrides['turning/s235']?.['price_each'],
  },
  rate: {
    edit: (d, x) => ({
      ...d,
      overrides: { ...d.overrides, 'turning/s235': { ...d.overrides['turning/s235'], setup_h: { low: x, likely: x, high: x, kind: 'you', note: '' } } },
    }),
    read: (d) => d.overrides['turning/s235']?.['setup_h'],
  },
};
const names = Object.keys(EDITS);
const edits = fc.array(fc.tuple(fc.constantFrom(...names), fc.nat(9)), { maxLength: 8 });
const made = (doc: CaseDoc, list: readonly (readonly [string, number])[]): CaseDoc => list.reduce((d, [n, x]) => EDITS[n].edit(d, x), doc);

describe('changes of a case', () => {
  it('lead from one state to the other, and back', () => {
    fc.assert(
      fc.property(edits, edits, (first, then) => {
        const a = made(base, first), b = made(a, then);
        const changes = CASE_CHANGES.between(a, b);
        expect(CASE_CHANGES.apply(a, changes)).toEqual({ doc: expect.anything(), clashes: [] });
        expect(same(CASE_CHANGES.apply(a, changes).doc, b)).toBe(true);
        expect(same(CASE_CHANGES.apply(b, inverse(changes)).doc, a)).toBe(true);
      }),
      { seed: 11, numRuns: 200 },
    );
  });
  it('of two editors: a field that only one touched ends at that one’s value, whoever is first; the others clash', () => {
    fc.assert(
      fc.property(edits, edits, (mine, theirs) => {
        const a = made(base, mine), b = made(base, theirs);
        for (const [first, second] of [[a, b], [b, a]]) {
          const merged = CASE_CHANGES.apply(first, CASE_CHANGES.between(base, second));
          for (const n of names) {
            const { read } = EDITS[n];
            const [was, x, y] = [base, first, second].map(read);
            if (same(x, was)) expect(read(merged.doc)).toEqual(y);
            // What both changed stays as the first one left it, and is named where it differs.
            else expect(read(merged.doc)).toEqual(same(y, was) || same(x, y) || n === 'pin' ? read(merged.doc) : x);
          }
          const clashing = names.filter((n) =>
            n !== 'pin' && [first, second].every((d) => !same(EDITS[n].read(d), EDITS[n].read(base))) && !same(EDITS[n].read(a), EDITS[n].read(b))
          );
          expect(merged.clashes.length > 0).toBe(clashing.length > 0);
        }
      }),
      { seed: 7, numRuns: 300 },
    );
  });
  it('name the field, and nothing that was not touched', () => {
    const after = EDITS['load'].edit(EDITS['place'].edit(base, 5), 5);
    expect(CASE_CHANGES.between(base, after)).toEqual([
      { path: ['place'], was: 'Cell 1', now: 'Cell 5' },
      { path: ['need', 'load', 'value'], was: 200, now: 305 },
    ]);
  });
  it('of one field to two values clash; the answer decides each for itself', () => {
    const mine = EDITS['cost'].edit(EDITS['place'].edit(EDITS['wait'].edit(base, 1), 2), 3);
    const theirs = EDITS['cost'].edit(EDITS['place'].edit(base, 7), 8);
    const changes = CASE_CHANGES.between(base, mine);
    const { doc, clashes } = CASE_CHANGES.apply(theirs, changes);
    expect(clashes).toEqual([{ path: ['place'], mine: 'Cell 2', theirs: 'Cell 7' }, { path: ['today', 'cost'], mine: 103, theirs: 108 }]);
    expect([doc.place, doc.today.cost, doc.today.wait_days]).toEqual(['Cell 7', 108, 11]);
    const answered = CASE_CHANGES.apply(theirs, settled(changes, clashes, (c) => c.path[0] === 'place'));
    expect(answered.clashes).toEqual([]);
    expect([answered.doc.place, answered.doc.today.cost, answered.doc.today.wait_days]).toEqual(['Cell 2', 108, 11]);
  });
  it('to a field that was forgotten meanwhile clash, and a forgotten field that was changed does', () => {
    const forgot = { ...base, need: { serviceTemp: base.need.serviceTemp } };
    const changed = EDITS['load'].edit(base, 4);
    expect(CASE_CHANGES.apply(forgot, CASE_CHANGES.between(base, changed)).clashes).toEqual([{ path: ['need', 'load', 'value'], mine: 304 }]);
    expect(CASE_CHANGES.apply(changed, CASE_CHANGES.between(base, forgot)).clashes).toMatchObject([{ path: ['need', 'load'], theirs: { value: 304 } }]);
  });
  it('of lists go element by element: pins of two people are all there, and a remedy that one took stays', () => {
    const pin = (material: string) => ({ process: 'vat-resin', material });
    const a = { ...base, pins: [...base.pins, pin('resin-tough')] }, b = { ...base, pins: [...base.pins, pin('resin-rigid')] };
    expect(CASE_CHANGES.apply(a, CASE_CHANGES.between(base, b)).doc.pins).toEqual([...base.pins, pin('resin-tough'), pin('resin-rigid')]);
    const took = (ids: string[]): CaseDoc => ({ ...base, remedies: { 'cnc-mill/al-6061': ids } });
    expect(CASE_CHANGES.apply(took(['ream', 'seal']), CASE_CHANGES.between(took(['ream']), took(['ream', 'coating']))).doc.remedies).toEqual({
      'cnc-mill/al-6061': ['ream', 'seal', 'coating'],
    });
  });
  it('of a mesh bring its study along; another mesh is another thing', () => {
    const ref = studiedRef(box(40, 30, 20)), other = { ...studiedRef(box(50, 30, 20)), hash: 'c'.repeat(64) };
    const with_ = (printed: typeof ref): CaseDoc => ({ ...base, shapes: { printed } });
    const noted = {
      ...ref,
      marks: [{ duty: 'datum' as const, point: [0, 0, 0] as [number, number, number], normal: [0, 0, 1] as [number, number, number], area_mm2: 10, note: '' }],
    };
    const laid = { ...ref, up: [1, 0, 0] as [number, number, number], study: { ...ref.study!, version: 99 } };
    // One marks a face, the other lays it another way.
    const both = CASE_CHANGES.apply(with_(noted), CASE_CHANGES.between(with_(ref), with_(laid)));
    expect(both.clashes).toEqual([]);
    // Undone, the first mesh is back whole; on the way, what it measured stays at home.
    const replaced = CASE_CHANGES.between(with_(ref), with_(other));
    expect(CASE_CHANGES.apply(with_(other), inverse(replaced)).doc.shapes.printed).toEqual(ref);
    expect(CASE_CHANGES.toSend(replaced)[0].was).toEqual({ hash: ref.hash, fileName: ref.fileName, unit: 'mm', up: ref.up });
    expect(CASE_CHANGES.apply(with_(ref), CASE_CHANGES.toSend(replaced)).doc.shapes.printed).toEqual(other);
    expect(both.doc.shapes.printed).toMatchObject({ up: [1, 0, 0], study: { version: 99 }, marks: noted.marks });
    expect(CASE_CHANGES.apply(with_(noted), CASE_CHANGES.between(with_(ref), with_(other))).clashes).toMatchObject([{ path: ['shapes', 'printed'] }]);
  });
});

describe('changes of the shop and of a record', () => {
  const shop = (more: Partial<Shop> = {}): Shop => ({ ...DEFAULT_SHOP, ...more });
  const range = (likely: number, note = '') => ({ low: likely - 1, likely, high: likely + 1, note });
  const own = (id: string, label: string): OwnMaterial => ({ material: { ...MATERIALS[0], id, label }, history: [] });

  it('of different figures merge; a range and its note are one field', () => {
    const base = shop({ figures: { mill_rate: range(70) } });
    const mine = SHOP_CHANGES.between(base, { ...base, figures: { mill_rate: range(75), open_rate: range(4) } });
    expect(mine.map((c) => c.path.join('.')).sort()).toEqual(['figures.mill_rate', 'figures.open_rate']);
    const theirs = { ...base, currency: 'CHF', figures: { mill_rate: range(70, 'their note') } };
    const { doc, clashes } = SHOP_CHANGES.apply(theirs, mine);
    expect(doc).toMatchObject({ currency: 'CHF', figures: { open_rate: range(4), mill_rate: range(70, 'their note') } });
    expect(clashes).toMatchObject([{ path: ['figures', 'mill_rate'], mine: range(75), theirs: range(70, 'their note') }]);
  });
  it('that take the last figure of the site away leave no figure of it', () => {
    const base = shop({ figures: { mill_rate: range(70) } });
    expect(SHOP_CHANGES.apply(base, SHOP_CHANGES.between(base, shop({ figures: {} }))).doc.figures).toEqual({});
  });
  it('of different materials of the site merge by their names', () => {
    const base = shop({ materials: [own('a', 'A'), own('b', 'B')] });
    const mine = SHOP_CHANGES.between(base, shop({ materials: [own('a', 'A'), own('b', 'B'), own('c', 'C')] }));
    const theirs = shop({ materials: [own('b', 'B by them')] });
    expect(SHOP_CHANGES.apply(theirs, mine)).toMatchObject({
      doc: { materials: [{ material: { label: 'B by them' } }, { material: { id: 'c' } }] },
      clashes: [],
    });
  });
  it('of a record are answer by answer', () => {
    const base = { supplier: 'Near', price: 40, breaks: [{ from: 1 }] };
    const mine = RECORD_CHANGES.between(base, { ...base, price: 45, breaks: [{ from: 1 }, { from: 10 }] });
    expect(RECORD_CHANGES.apply({ ...base, supplier: 'Far' }, mine)).toEqual({
      doc: { supplier: 'Far', price: 45, breaks: [{ from: 1 }, { from: 10 }] },
      clashes: [],
    });
    expect(RECORD_CHANGES.apply({ ...base, price: 50 }, mine).clashes).toEqual([{ path: ['price'], mine: 45, theirs: 50 }]);
  });
});
