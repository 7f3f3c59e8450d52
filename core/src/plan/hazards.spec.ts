import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { evaluateCase } from '../decide/evaluate-case';
import type { Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { hazards, riskOf, toldInUse } from './planners/hazards';

const doc = demoDoc({ family: 'gripper' });
const row = (harm: string, often: string, avoid: string, measure: string, hazard = 'pinch'): Values => ({ hazard, harm, often, avoid, measure });
const found = (...rows: Values[]) => evaluatePlan(hazards, plainFacts(doc, BUILT_IN_SITE), { values: { hazards: rows } }).findings;

describe('what can hurt', () => {
  it('is a risk by harm, how often somebody is near, and whether it is seen in time', () => {
    // Harm 0, 2, 4; one more for often, one for hardly: up to 1 low, up to 3 some.
    const of = (harm: string): string[] => [[false, true], [true, true], [false, false], [true, false]].map(([often, seen]) => riskOf(harm, often, seen));
    expect(of('slight')).toEqual(['low', 'low', 'low', 'some']);
    expect(of('lasting')).toEqual(['some', 'some', 'some', 'high']);
    expect(of('death')).toEqual(['high', 'high', 'high', 'high']);
  });
  it('asks of what stands against it more, the higher it is; what may maim or kill is not left to what acts by itself', () => {
    const state = (...r: Parameters<typeof row>): string => found(row(...r))[0].state;
    const low = ['slight', 'seldom', 'yes'] as const, some = ['lasting', 'often', 'yes'] as const, high = ['lasting', 'often', 'no'] as const;
    const measures = ['guard', 'holds', 'told', 'none'];
    expect(measures.map((m) => state(...low, m))).toEqual(['pass', 'pass', 'pass', 'conditional']);
    expect(measures.map((m) => state(...some, m))).toEqual(['pass', 'pass', 'conditional', 'fail']);
    expect(measures.map((m) => state(...high, m))).toEqual(['pass', 'fail', 'fail', 'fail']);
    expect(found(row(...high, 'told'))[0].reason).toMatch(
      /risk high, against it: an instruction or sign\. That is not enough, and the tool is not used so\. First: gaps/,
    );
  });
  it('asks for what is usual of the kind of tool, until each of it is judged', () => {
    const left = found().find((f) => f.id === 'left')!;
    expect(left.state).toBe('conditional');
    expect(left.reason).toMatch(/falls when air or power fails.*hose or cable/);
    const all = ['pinch', 'drop', 'stored', 'lines', 'moves'].map((h) => row('slight', 'seldom', 'yes', 'gone', h));
    expect(found(...all).some((f) => f.id === 'left')).toBe(false);
    expect(found(...all.slice(1)).find((f) => f.id === 'left')!.reason).toMatch(/a finger between moving parts/);
  });
  it('is a condition of the verdict where too little stands against it, and is told to whoever uses the tool', () => {
    const values = {
      hazards: [row('lasting', 'often', 'no', 'told', 'drop'), row('lasting', 'often', 'no', 'guard'), row('slight', 'often', 'no', 'gone', 'lines')],
    };
    const { verdict } = evaluateCase({ ...doc, plans: { hazards: { values } } }, BUILT_IN_SITE, 50).view;
    expect(verdict.conditions.filter((c) => c.startsWith('What can hurt: What is held falls'))).toHaveLength(1);
    expect(toldInUse(values)).toEqual([
      'What is held falls when air or power fails: shown to whoever uses it.',
      'A finger between moving parts: only with the guard shut.',
    ]);
  });
});
