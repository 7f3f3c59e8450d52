import { plainFacts } from '../case/facts';
import { demoDoc, studiedRef } from '../case/testing';
import type { Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { box, flipped, join, moved } from '../shape/testing';
import { evaluatePlan, geometryKey } from './evaluate-plan';
import { room } from './planners/room';

const PART = box(60, 40, 20);
const volume = (what: string, kind: string, from: number[], to: number[]): Values => ({
  what,
  kind,
  ...Object.fromEntries(['x', 'y', 'z'].flatMap((a, k) => [[`from_${a}`, from[k]], [`to_${a}`, to[k]]])),
});
const facts = plainFacts(demoDoc({ shapes: { printed: studiedRef(PART) } }), BUILT_IN_SITE);
const run = (volumes: Values[], mesh = PART) => {
  const values = { volumes };
  const result = room.geometry!.run(mesh, values, [], () => undefined);
  return evaluatePlan(room, facts, { values, geometry: { key: geometryKey(room, facts.doc.shapes.printed!.hash, values), result } });
};

describe('room to keep', () => {
  it('is kept beside the part, and where it only touches', () => {
    const { findings, figures } = run([volume('Spindle', 'out', [0, 0, 20], [60, 40, 80]), volume('Hand', 'out', [70, 0, 0], [90, 40, 20])]);
    expect(findings.map((f) => [f.label, f.state])).toEqual([['Spindle', 'pass'], ['Hand', 'pass']]);
    expect(figures('overstepped')).toBeCloseTo(0, 6);
  });
  it('is overstepped by as far as the part reaches into it, and says where', () => {
    // The corner of the part at 60, 40, 20 lies 3, 4 and 2 inside: the way out is 2.
    const { findings: [f] } = run([volume('Weld gun', 'out', [57, 36, 18], [100, 100, 100])]);
    expect(f).toMatchObject({ state: 'fail', value: expect.closeTo(2, 5) });
    expect(f.reason).toContain('2 mm into “Weld gun”, deepest at 60 / 40 / 20 mm');
  });
  it('is overstepped where it lies wholly within the material, not where the part is hollow there', () => {
    const inside = [volume('Bolt', 'out', [20, 10, 5], [30, 20, 15])];
    // In the middle of a cube of 10: the nearest of its own places lies 5 inside.
    expect(run(inside).findings[0]).toMatchObject({ state: 'fail', value: expect.closeTo(5, 5) });
    expect(run(inside, join(PART, flipped(moved(box(20, 20, 14), [15, 5, 3])))).findings[0].state).toBe('pass');
  });
  it('that the tool has to fit into is overstepped by what stands out of it; corners may be given either way round', () => {
    const fits = run([volume('Machine', 'in', [60, 40, 20], [0, 0, 0])]).findings[0];
    expect(fits.state).toBe('pass');
    const out = run([volume('Machine', 'in', [0, 0, 0], [52, 40, 20])]).findings[0];
    expect(out).toMatchObject({ state: 'fail', value: expect.closeTo(8, 5), reason: expect.stringContaining('8 mm out of “Machine”') });
  });
  it('is not known before the mesh was looked at', () => {
    expect(evaluatePlan(room, facts, { values: { volumes: [volume('Hand', 'out', [0, 0, 0], [5, 5, 5])] } }).findings[0].state).toBe('unknown');
  });
});
