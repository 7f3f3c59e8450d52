import { FINISHING } from '../shelf/finishing';
import { REMEDIES } from '../screen/remedies';
import { handlingOf, isHandled } from './chemicals';
import { PROCESSES } from './processes';

describe('what has a safety sheet', () => {
  it('has a place, air and hands that are seen to, whatever brings it in', () => {
    const named = [...PROCESSES, ...FINISHING, ...REMEDIES].flatMap((x) => ('chemicals' in x ? x.chemicals ?? [] : []));
    expect(named.length).toBeGreaterThan(15);
    expect(named.filter((c) => !isHandled(c))).toEqual([]);
  });
  it('is said once for what is handled alike', () => {
    const said = handlingOf(['the washing solvent', 'the uncured resin', 'primer']);
    expect(said).toHaveLength(2);
    expect(said[1]).toMatch(/^The washing solvent and primer: stored in a cabinet for flammable liquids.*; air: .*; hands: .*never down the drain\.$/);
    expect(handlingOf([])).toEqual([]);
  });
});
