import { recordFaults } from '../records/kind';
import { job } from '../records/kinds/job';
import { BUILT_IN_SITE } from '../records/site';
import { binJob, binsOf, runHours, waitOrGo } from './bins';

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

describe('a filled bin as a job', () => {
  const powder = binsOf(BUILT_IN_SITE).find((b) => b.id === 'powder-polymer')!;
  it('takes a part of the hours of a full one whatever it holds, the rest by its height', () => {
    // 3 000 layers of 14 s.
    expect(powder.full_hours).toBeCloseTo((3000 * 14) / 3600, 9);
    expect(runHours({ full_hours: 12, room_mm: [300, 200, 250] }, 0.25, 100)).toBeCloseTo(12 * (0.25 + 0.75 * 0.4), 9);
    expect(runHours({ full_hours: 12, room_mm: [300, 200, 250] }, 0.25, 400)).toBeCloseTo(12, 9);
    expect(runHours({ room_mm: [300, 200, 250] }, 0.25, 100)).toBeUndefined();
  });
  it('names what lies in it, on its machine, by its day; the job is one that the Board takes', () => {
    const values = binJob({ ...powder, machine: 'Bin 2' }, [{ title: 'Jig', placed: 2 }, { title: 'Nest', placed: 0 }], 8.26, '2026-12-04');
    expect(values).toMatchObject({ what: '2 × Jig', process: 'powder-polymer', machine: 'Bin 2', run: 8.3, due: '2026-12-04' });
    expect(recordFaults(job, values)).toEqual([]);
    const many = binJob(powder, Array.from({ length: 40 }, (_, i) => ({ title: `Fixture ${i}`, placed: 1 })), 0);
    expect(recordFaults(job, many)).toEqual([]);
    expect(many).toMatchObject({ run: 0.1 });
  });
});
