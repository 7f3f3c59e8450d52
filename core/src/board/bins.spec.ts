import { BUILT_IN_SITE } from '../records/site';
import { binsOf, waitOrGo } from './bins';

describe('what parts are put into', () => {
  it('is each way of printing with its room; in powder parts lie above each other, and a full bin has a price', () => {
    const bins = binsOf(BUILT_IN_SITE);
    const powder = bins.find((b) => b.id === 'powder-polymer')!, open = bins.find((b) => b.id === 'extrusion-open')!;
    expect([powder.stacked, open.stacked]).toEqual([true, false]);
    expect(powder.full_run).toBeGreaterThan(100);
    expect(open.full_run).toBeUndefined();
    expect(bins.some((b) => b.id === 'cnc-mill')).toBe(false);
  });
  it('is a machine of the house before all else, with its own room', () => {
    const machine = {
      name: 'Bin 2',
      process: 'powder-polymer',
      count: 1,
      envelope_mm: [300, 200, 250] as [number, number, number],
      materials: [],
      alone: true,
    };
    const [first] = binsOf({
      ...BUILT_IN_SITE,
      evidence: { ...BUILT_IN_SITE.evidence, machines: [machine, { ...machine, name: 'Theirs', supplier: 'Bureau' }] },
    });
    expect(first).toMatchObject({ label: 'Bin 2', room_mm: [300, 200, 250], stacked: true });
  });
});

describe('go now, or wait', () => {
  // A run of 400, a quarter of it whatever it holds; a room of 300 × 200 × 250 = 15 l, of which 10 % is parts when it is full.
  const asked = { run: 400, fixed: 0.25, room_mm: [300, 200, 250] as const, usual_fill: 0.1, days: 4, day_costs: 50 };
  it('weighs what a half empty run costs more against the days until it is full', () => {
    // 100 mm of 250 cost 400 (0.25 + 0.75 · 0.4) = 220; 0.45 l of 1.5 l are 120 of a full one.
    const w = waitOrGo({ ...asked, height_mm: 100, parts_mm3: 450_000 });
    expect(w.now).toBeCloseTo(220, 9);
    expect(w.full).toBeCloseTo(120, 9);
    expect(w.surcharge).toBeCloseTo(100, 9);
    expect(w).toMatchObject({ waiting: 200, go: true });
    expect(waitOrGo({ ...asked, days: 1, height_mm: 100, parts_mm3: 450_000 }).go).toBe(false);
  });
  it('never credits a run that is fuller than usual', () => {
    expect(waitOrGo({ ...asked, days: 0, height_mm: 250, parts_mm3: 2_000_000 })).toMatchObject({ surcharge: 0, go: true });
  });
});
