import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { CHECKS } from '../screen/screen';
import { material } from '../shelf/shelf';
import { DISAGREEMENTS, disagreementAt } from './disagreements';
import { AREA_IDS, AREAS, familiesIn } from './areas';
import { FAMILIES, familiesLike, familyOf } from './families';
import { relevant } from './relevant';
import { REQUIREMENTS, requirementSpec } from './requirements';

const given = <T>(value: T) => ({ level: 'must' as const, value, from: '' });

describe('the kinds of tool', () => {
  it('are the files of their folder, each once', () => {
    const files = readdirSync(join(__dirname, 'families')).map((f) => f.replace('.ts', ''));
    expect(FAMILIES.map((f) => f.id).sort()).toEqual(files.sort());
    expect(new Set(FAMILIES.map((f) => f.label)).size).toBe(FAMILIES.length);
  });
  it.each(FAMILIES.map((f) => [f.label, f] as const))('%s: asks only what exists, assumes only what can be, and says how it ends', (_label, f) => {
    for (const id of [...f.essential, ...f.asks]) expect(REQUIREMENTS.map((r) => r.id)).toContain(id);
    // What has a default is asked anyway: saying it twice would be a slip.
    expect(f.asks.filter((id) => f.defaults[id] !== undefined)).toEqual([]);
    for (const [id, r] of Object.entries(f.defaults)) {
      const spec = requirementSpec(id as never);
      if (spec.kind === 'number') expect([spec.min <= (r.value as number), (r.value as number) <= spec.max]).toEqual([true, true]);
      if (spec.kind === 'choice') expect(spec.options.map((o) => o.value as unknown)).toContain(r.value);
      expect(r.from).not.toBe('');
    }
    expect(f.fill.low).toBeLessThanOrEqual(f.fill.likely);
    expect(f.fill.likely).toBeLessThanOrEqual(f.fill.high);
    expect(f.fill.high).toBeLessThanOrEqual(1);
    for (const text of [f.today, f.usualTrouble, f.failsBy, f.economics, f.what]) expect(text.length).toBeGreaterThan(8);
  });
  it('warns wherever somebody can be hurt', () => {
    for (const id of ['lifting-aid', 'guard', 'press-nest', 'brake-tool', 'mould-insert', 'soft-jaws', 'gripper', 'spinning-mandrel', 'core', 'weld-fixture'])
      expect(familyOf(id).cautions.length).toBeGreaterThan(0);
    expect(familyOf('lifting-aid').licensed).toMatch(/certified supplier/);
    expect(familyOf('guard').approval).toMatch(/responsible for machine safety/);
  });
  it('is not known by another name', () => expect(() => familyOf('teapot')).toThrow('teapot'));
});

describe('a walk through the plant', () => {
  it('leads past every kind of tool, and asks something in each part', () => {
    expect([...new Set(AREA_IDS.flatMap(familiesIn))].length).toBe(FAMILIES.length);
    for (const area of AREA_IDS) {
      expect(familiesIn(area).length).toBeGreaterThan(0);
      expect(AREAS[area].ask.length).toBeGreaterThan(1);
      for (const q of AREAS[area].ask) expect(q).toMatch(/^[A-Z].*\?$/);
    }
    expect(familiesIn('foundry').map((f) => f.id)).toEqual(['core', 'sand-pattern', 'investment-pattern']);
  });
  it('goes on to kinds that do the same to the work, then to those of the same parts of the plant', () => {
    const like = (id: string) => Object.values(familiesLike(id)).map((list: { id: string }[]) => list.map((f) => f.id));
    expect(like('soft-jaws')).toEqual([['workholding-plate', 'soft-jaws'], ['hand-jig', 'collet-pads', 'gauge']]);
    expect(like('guard')).toEqual([['guard'], ['gripper', 'hand-tool', 'spare-part']]);
  });
});

describe('what is worth asking', () => {
  const asked = (id: string, need = {}, pinned: string[] = []) => relevant(familyOf(id), need, pinned.map(material));
  it('is what the kind of tool stands or falls by, with a reason each', () => {
    const m = asked('lifting-aid');
    expect(m.get('load')).toMatch(/^Lifting aid stands or falls by it\. /);
    for (const why of m.values()) expect(why.length).toBeGreaterThan(10);
    expect(m.has('cureTemp')).toBe(false);
  });
  it('is what somebody has answered, whatever the kind', () => {
    expect(asked('hand-jig').has('cureTemp')).toBe(false);
    expect(asked('hand-jig', { cureTemp: given(80) }).has('cureTemp')).toBe(true);
  });
  it('is what the pinned materials are sensitive to', () => {
    expect(asked('hand-jig', {}, ['pla']).get('impact')).toMatch(/^PLA breaks when dropped\. /);
    expect(asked('hand-jig', {}, ['petg']).has('impact')).toBe(false);
    expect(asked('hand-jig', {}, ['resin-general']).get('uv')).toMatch(/goes brittle in sunlight/);
  });
  it('is not creep where nothing loads the tool', () => {
    expect(asked('hand-jig', {}, ['pla']).has('lasting')).toBe(true);
    expect(asked('hand-jig', { load: given(0) }, ['pla']).has('lasting')).toBe(false);
  });
  it('comes in the order of the requirements', () => {
    const order = REQUIREMENTS.map((r) => r.id);
    const ids = [...asked('layup-mould', {}, ['pa6-cf']).keys()];
    expect(ids).toEqual([...ids].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
  });
});

describe('where practitioners differ', () => {
  it('is said at checks that exist, with both schools and what is done here', () => {
    for (const d of DISAGREEMENTS) {
      for (const c of d.checks) expect(CHECKS.map((x) => x.id)).toContain(c);
      expect(d.question).toMatch(/\?$/);
      expect(d.schools.length).toBeGreaterThan(10);
      expect(d.stand.length).toBeGreaterThan(30);
    }
    expect(disagreementAt('wear')?.question).toBe('How long does a printed tool last?');
    expect(disagreementAt('weight')).toBeUndefined();
  });
});
