import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan, standIns } from './evaluate-plan';
import { contacts, creepage } from './planners/contacts';

const doc = demoDoc({ family: 'hand-tool' });
const of = (need: object) => plainFacts({ ...doc, need: { ...doc.need, cyclesPerYear: { level: 'must', value: 120_000, from: '' }, ...need } }, BUILT_IN_SITE);
const FIGURES = { each: asRange(1.5), lasts: asRange(60_000), price: asRange(4), change: asRange(0.05) };
const run = (values: Values = {}, need: object = {}) => evaluatePlan(contacts, of(need), { values: { ...FIGURES, ...values } });
const finding = (id: string, values: Values = {}, need: object = {}) => run(values, need).findings.find((f) => f.id === id);

describe('plugs and contacts', () => {
  it('ask a way over plastic by the next row of the table', () => {
    expect([creepage(24, false), creepage(25, true), creepage(26, true), creepage(230, false), creepage(1000, false)]).toEqual([1.25, 0.5, 1.2, 4, 16]);
    // 4 less 1.5 of bare metal leaves 2.5.
    expect(['24', '230', '400'].map((v) => finding('creep', { volts: Number(v) })!.state)).toEqual(['pass', 'fail', 'fail']);
    expect(finding('creep', { volts: 230, place: 'clean' })!.state).toBe('pass');
    // Where nobody says a voltage, that of a usual control: 24.
    expect(run().figures('creep_needed')).toBe(1.25);
  });
  it('push back all together, and what does the pushing has to be able to', () => {
    expect(run({ contacts: 40 }).figures('push')).toBe(60);
    expect(['thumb', 'hand', 'lever'].map((by) => finding('push', { contacts: 100, by })!.state)).toEqual(['fail', 'fail', 'pass']);
    expect(standIns(run({ contacts: 40 })).map((g) => [g.to, g.value])).toEqual([['load', 60]]);
  });
  it('wear by the plugs that the need says', () => {
    const { figures: f } = run({ contacts: 10 });
    // Two sets of ten a year: 80, and an hour.
    expect([f('sets_year'), f('money_year'), f('hours_year')].map((x) => Number(x.toFixed(9)))).toEqual([2, 80, 1]);
  });
  it('that carry what hurts are released by an electrician, and never of a grade that leads charge off', () => {
    expect([finding('touch', { volts: 24 })!.state, finding('touch', { volts: 230 })!.state]).toEqual(['pass', 'conditional']);
    const leads = { esd: { level: 'must', value: 'dissipative', from: '' } };
    expect([finding('leads'), finding('leads', { volts: 24 }, leads)!.state, finding('leads', { volts: 230 }, leads)!.state]).toEqual([
      undefined,
      'conditional',
      'fail',
    ]);
  });
});
