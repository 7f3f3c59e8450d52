import { recordFaults } from '../records/kind';
import { gaugeStudy as gaugeKind } from '../records/kinds/gauge-study';
import { trial } from '../records/kinds/trial';
import { numbersIn } from '../records/readings';
import { gaugeStudy } from './gauge-study';
import { compareTrial } from './trial';

describe('a gauge study', () => {
  // Two pieces, two people, two trials. Cells (10, 12), (14, 16); (20, 22), (26, 28): means 11, 15, 21, 27; by piece 13, 24; by person 16, 21; all 18.5.
  const readings = 'one; A; 10 12\none; B; 14 16\ntwo; A; 20 22\ntwo; B; 26 28';
  const study = gaugeStudy({ readings, tolerance: 100 });

  it('parts scatter by analysis of variance, people and pieces with what they do together', () => {
    // SS: pieces 4 · 2 · 5.5² = 242; people 4 · 2 · 2.5² = 50; cells 2 · (7.5² + 3.5² + 2.5² + 8.5²) = 294; together 294 − 292 = 2; all 302; within 8.
    // F = 2 / (8/4) = 1, p = 0.37: pooled, (8 + 2)/5 = 2.
    expect(study.repeatability).toBeCloseTo(Math.sqrt(2), 12);
    // (50 − 2)/(2 · 2) = 12 between people, (242 − 2)/4 = 60 between pieces.
    expect(study.reproducibility).toBeCloseTo(Math.sqrt(12), 12);
    expect(study.between).toBeCloseTo(Math.sqrt(60), 12);
    expect(study.gauge).toBeCloseTo(Math.sqrt(14), 12);
    expect(study.ofTolerance).toBeCloseTo((6 * Math.sqrt(14)) / 100, 12);
    expect(study.steps).toBe(Math.floor(1.41 * Math.sqrt(60 / 14)));
    // Less the means of the pieces, 13 and 24.
    expect(study.left).toEqual([{ person: 'A', values: [-3, -1, -4, -2] }, { person: 'B', values: [1, 3, 2, 4] }]);
    // χ² of five degrees: 0.8312 and 12.833.
    expect(study.repeatable.low).toBeCloseTo(Math.sqrt(10 / 12.8325), 4);
    expect(study.repeatable.high).toBeCloseTo(Math.sqrt(10 / 0.831212), 4);
  });
  it('keeps people and pieces apart where they do not go together', () => {
    // The second piece turned round between the people: means 11, 15, 27, 21; by piece 13, 24; by person 19, 18; F = 50/2 of one and four degrees: not pooled.
    const crossed = gaugeStudy({ readings: 'one; A; 10 12\none; B; 14 16\ntwo; A; 26 28\ntwo; B; 20 22', tolerance: 100 });
    expect(crossed.repeatability).toBeCloseTo(Math.sqrt(2), 12);
    // People 2 of one degree against 50: nothing of their own; together (50 − 2)/2 = 24.
    expect(crossed.reproducibility).toBeCloseTo(Math.sqrt(24), 12);
    expect(crossed.between).toBeCloseTo(Math.sqrt((242 - 50) / 4), 12);
  });
  it('judges by the share of the tolerance: a tenth is good, three tenths passable', () => {
    const at = (tolerance: number) => gaugeStudy({ readings, tolerance }).state;
    const six = 6 * Math.sqrt(14);
    expect([at(six / 0.09), at(six / 0.11), at(six / 0.29), at(six / 0.31)]).toEqual(['pass', 'conditional', 'conditional', 'fail']);
    expect(study.says).toContain('most of it from hand to hand');
  });
  it('of one piece seated ten times says how it repeats, and with its true size whether it is right', () => {
    // Ten times 10 and 10.002 by turns: s² = 10 · 0.001²/9.
    const ten = `nest; A; ${'10.000 10.002 '.repeat(5)}`;
    const s = Math.sqrt(1e-5 / 9);
    const known = gaugeStudy({ readings: ten, tolerance: 0.1, reference: 9.999 });
    expect(known.cg).toBeCloseTo(0.02 / (6 * s), 8);
    expect(known.bias).toBeCloseTo(0.002, 10);
    expect(known.cgk).toBeCloseTo((0.01 - 0.002) / (3 * s), 8);
    expect(known.state).toBe('pass');
    expect(gaugeStudy({ readings: ten, tolerance: 0.1, reference: 9.992 }).state).toBe('fail');
    expect(gaugeStudy({ readings: ten, tolerance: 0.1 }).cautions.join(' ')).toContain('not whether it is right');
    expect(gaugeStudy({ readings: 'nest; A; 5 5 5 5', tolerance: 0.1 }).state).toBe('unknown');
  });
  it('takes what is pasted from a sheet, and names the line that it cannot read', () => {
    expect(gaugeStudy({ readings: readings.replaceAll('; ', '\t').replaceAll(' ', '\t'), tolerance: 100 })).toEqual(study);
    expect(numbersIn('12,3 4.5\n−2;7')).toEqual([12.3, 4.5, -2, 7]);
    const fault = (text: string) => recordFaults(gaugeKind, { figure: 'Bore', tolerance: 0.1, readings: text })[0]?.message;
    expect(fault(readings)).toBeUndefined();
    expect(fault('one; A; 10 12\none; B; 14 x')).toBe('Readings: Line 2: "x" is not a number.');
    expect(fault('one; A; 10 12\ntwo; B; 14 15')).toBe('Readings: B did not measure one: everybody measures each piece.');
    expect(fault('one; A; 10 12\none; B; 14')).toBe('Readings: B measured one 1 times, others 2 times: each as often as the others.');
    expect(fault('one; A; 10')).toContain('twice or more');
    expect(fault('one 10 12')).toContain('Line 1: piece; person; readings');
  });
});

describe('a trial, before and after', () => {
  it('is a difference of means with Welch’s interval', () => {
    // 10, 12, 14 and 5, 6, 7, 8: means 12 and 6.5, s²/n 4/3 and 5/12; 7/4 with (7/4)²/((4/3)²/2 + (5/12)²/3) = 3.2355 degrees; t = 3.0586 (interpolated tables: 3.182 at 3, 2.776 at 4).
    const { change, before, after, state, says } = compareTrial({
      aim: 'lower',
      before: '10 12 14',
      after: '5 6 7 8',
      unit: 's',
      how_before: '',
      how_after: '',
    });
    expect([before!.mean, after.mean]).toEqual([12, 6.5]);
    expect(change!.mean).toBeCloseTo(-5.5, 12);
    const half = (change!.high - change!.low) / 2;
    expect(half / Math.sqrt(7 / 4)).toBeGreaterThan(2.776);
    expect(half / Math.sqrt(7 / 4)).toBeLessThan(3.182);
    expect([state, says.startsWith('12 s → 6.5 s: 5.5 s less')]).toEqual(['pass', true]);
    expect(compareTrial({ aim: 'higher', before: '10 12 14', after: '5 6 7 8' }).state).toBe('fail');
    expect(compareTrial({ aim: 'lower', before: '10 12 14', after: '9 11 14' }).state).toBe('conditional');
  });
  it('is steadier by the ratio of variances against F', () => {
    // s² 10 and 0.1 of five each: F(4, 4) at 97.5 % is 9.6045.
    const steady = compareTrial({ aim: 'steadier', before: '6 8 10 12 14', after: '9.6 9.8 10 10.2 10.4' });
    expect(steady.spread!.ratio).toBeCloseTo(0.1, 10);
    expect(steady.spread!.high).toBeCloseTo(Math.sqrt(0.01 * 9.6045), 3);
    expect(steady.spread!.low).toBeCloseTo(Math.sqrt(0.01 / 9.6045), 3);
    expect(steady.state).toBe('pass');
    expect(compareTrial({ aim: 'steadier', before: '9.6 9.8 10 10.2 10.4', after: '6 8 10 12 14' }).state).toBe('fail');
    expect(compareTrial({ aim: 'steadier', before: '6 8 10 12 14', after: '7 8 10 12 13' }).state).toBe('conditional');
  });
  it('lies within its limits, or so many do not; capability is the nearer limit over three deviations', () => {
    const within = (after: string, before = '') => compareTrial({ aim: 'within', low: 9, high: 12, before, after });
    const { after, state } = within('9.9 10 10.1');
    expect(after.cpk).toBeCloseTo(1 / 0.3, 8);
    expect(after.cp).toBeCloseTo(3 / 0.6, 8);
    expect(state).toBe('pass');
    expect(within('9.5 10 10.5')).toMatchObject({ state: 'conditional', after: { outside: 0 } });
    const out = within('8 10 10', '8 8 10 13');
    expect([out.state, out.says.startsWith('33.3 % of 3 lie outside, before 75 %')]).toEqual(['fail', true]);
    expect(compareTrial({ aim: 'within', after: '1 2' }).state).toBe('unknown');
  });
  it('says what it cannot say: one side alone, other methods, few readings, no scatter', () => {
    expect(compareTrial({ aim: 'lower', after: '1 2 3' })).toMatchObject({ state: 'unknown', says: expect.stringContaining('Without readings from before') });
    expect(compareTrial({ aim: 'lower', before: '1 2', after: '1 2', how_before: 'stop watch', how_after: 'camera' }).cautions[0]).toContain('same way');
    const shown = (how_after: string) => compareTrial({ aim: 'lower', before: '10 12 14', after: '5 6 7 8', how_before: 'stop watch', how_after }).state;
    expect([shown('stop watch'), shown('camera')]).toEqual(['pass', 'conditional']);
    expect(compareTrial({ aim: 'within', low: 0, after: '1 2' }).cautions[0]).toContain('2 readings say little');
    expect(compareTrial({ aim: 'lower', before: '2 2', after: '1 1' }).state).toBe('unknown');
  });
  it('names what is no reading, and limits the wrong way round', () => {
    const faults = (v: object) => recordFaults(trial, { figure: 'Cycle', aim: 'lower', after: '1 2', ...v }).map((f) => f.path);
    expect([faults({}), faults({ after: '1 two' }), faults({ before: 'x' }), faults({ low: 3, high: 2 })]).toEqual([[], ['after'], ['before'], ['high']]);
  });
});
