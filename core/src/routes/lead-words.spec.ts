import { demoDoc } from '../case/testing';
import { evaluateCase } from '../decide/evaluate-case';
import { BUILT_IN_SITE } from '../records/site';
import { beginWords } from './lead-words';

describe('the last day to begin', () => {
  it('is told way by way, and which are too late', () => {
    expect(beginWords([['A', { begin: '2026-12-03' }], ['B', { begin: 'too-late' }], ['C', { begin: '2026-12-01' }]], '2026-12-18')).toBe(
      'To be there by Fri, 18 Dec 2026 in nine cases of ten: begin A by Thu, 3 Dec 2026 and C by Tue, 1 Dec 2026; B is too late already.',
    );
    expect(beginWords([['A', { begin: 'too-late' }], ['B', { begin: 'too-late' }]], '2026-12-18')).toContain('A and B are too late already.');
    expect(beginWords([['A', {}]], '2026-12-18')).toBe('');
  });
  it('is worked out where a day is given by which it is needed: later for more days, none for too few', () => {
    const begins = (days?: number) =>
      evaluateCase(demoDoc(days === undefined ? {} : { need: { leadLimit: { level: 'must', value: days, from: '' } } }), BUILT_IN_SITE, 1200).view.pins.map((
        { lead },
      ) => lead.begin);
    expect(begins().every((b) => b === undefined)).toBe(true);
    const [month, quarter] = [begins(30)[0]!, begins(90)[0]!];
    expect(month > '2026-11-25').toBe(true);
    // Sixty days more are sixty days later, give or take a weekend.
    const apart = (Date.parse(quarter) - Date.parse(month)) / 86_400_000;
    expect(apart).toBeGreaterThan(55);
    expect(apart).toBeLessThan(65);
    expect(begins(0.2)[0]).toBe('too-late');
    // A quoted wait of twenty-six days: too long for fourteen; of forty-five what is left is told, back over a weekend at most.
    const today = (days: number) =>
      evaluateCase(
        demoDoc({ today: { ...demoDoc().today, cost: 500, wait_days: 26 }, need: { leadLimit: { level: 'must', value: days, from: '' } } }),
        BUILT_IN_SITE,
        1200,
      ).view.pins.at(-1)!.lead;
    expect(today(14)).toMatchObject({ quoted: true, begin: 'too-late' });
    const { begin, risk } = today(45);
    expect((Date.parse('2026-11-25') + (45 - risk!.p90) * 86_400_000 - Date.parse(begin!)) / 86_400_000).toBeLessThan(3.01);
    expect(begin! > '2026-11-25').toBe(true);
  });
});
