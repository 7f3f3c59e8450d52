import { readNeed } from '../document/need-file';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { material } from '../shelf/shelf';
import { routeContext, screenRoute } from '../decide/options';
import { barredBy, CLASS_RULES } from './class-rules';

const barred = (route: string, family: string, need: object = {}): string[] => {
  const [p, m] = route.split('/');
  return barredBy(routeContext(factsOf(readNeed({ family, need }), BUILT_IN_SITE), processOf(p), material(m))).map((r) => r.id);
};

describe('kinds of material that a duty does not take', () => {
  it.each<[what: string, route: string, family: string, need: object, rules: string[]]>([
    ['what dissolves is no jig', 'extrusion-chamber/core-hot', 'hand-jig', {}, ['sacrificial']],
    ['and is a core', 'extrusion-chamber/core-hot', 'core', {}, []],
    ['PLA may burn out of a shell and is still a plastic elsewhere', 'extrusion-open/pla', 'tray', {}, []],
    ['rubber grips nothing by itself', 'vat-resin/resin-flexible', 'gripper', {}, ['rubber']],
    ['rubber masks', 'vat-resin/resin-flexible', 'masking', {}, []],
    ['rubber is no guard', 'extrusion-open/tpu-95a', 'guard', {}, ['rubber']],
    ['a bladder is a core that is pulled out', 'flexible-core/silicone-bladder', 'core', {}, []],
    ['display resin locates nothing', 'vat-resin/resin-general', 'assembly-fixture', { lasting: false }, ['brittle-resin']],
    ['a filled resin is a gauge', 'vat-resin/resin-rigid', 'gauge', {}, []],
    ['PLA splinters under a ram', 'extrusion-open/pla', 'press-nest', { lasting: false }, ['brittle-press', 'low-heat']],
    ['a print bed of POM is no lay-up mould', 'cnc-mill/pom', 'layup-mould', {}, ['solid-plastic-mould']],
    ['a printed plastic may be', 'pellet-extrusion/abs-cf-pellet', 'layup-mould', {}, []],
    ['low heat and coolant', 'extrusion-open/pla', 'hand-jig', { fluids: ['coolant'] }, ['low-heat']],
    ['low heat, dry and unloaded for long', 'extrusion-open/pla', 'hand-jig', { fluids: [] }, []],
    ['low heat under a load that stays', 'extrusion-open/pla', 'inspection-fixture', { lasting: true, load: 50 }, ['low-heat']],
    ['low heat with nothing on it', 'extrusion-open/pla', 'inspection-fixture', { lasting: true, load: 0 }, []],
    ['metal is none of this', 'cnc-mill/al-6061', 'press-nest', {}, []],
  ])('%s', (_what, route, family, need, rules) => expect(barred(route, family, need)).toEqual(rules));

  it('give a reason that reads on after the material, each under a name of its own', () => {
    expect(new Set(CLASS_RULES.map((r) => r.id)).size).toBe(CLASS_RULES.length);
    for (const r of CLASS_RULES) expect(r.says).toMatch(/^[a-z].*\.$/);
  });
  it('let somebody insist on a low-heat plastic, at a doubt', () => {
    const of = (remedies?: string[]) =>
      screenRoute(
        factsOf(
          readNeed({ family: 'hand-jig', need: { fluids: ['coolant'], tolerance: 1 }, ...(remedies && { remedies: { 'extrusion-open/pla': remedies } }) }),
          BUILT_IN_SITE,
        ),
        processOf('extrusion-open'),
        material('pla'),
      ).checks.find((c) => c.id === 'duty')!;
    expect(of()).toMatchObject({ state: 'fail', offers: [{ id: 'insist' }] });
    expect(of(['insist'])).toMatchObject({ state: 'conditional', chance: 0.5 });
  });
});
