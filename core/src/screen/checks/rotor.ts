import { formatNumber } from '../../quantity/quantity';
import { rimSpeed } from '../../case/safety';
import { byLevel, chanceAtMost, askedRange, type Check } from '../check';
import { plus, times } from '../traits';
import { leftInService } from '../service';
import { BURST } from './vessel';

const BASIS =
  'A ring turning about its middle: σ = ρ v² at the rim, pulled across the layers; a burst factor of 4. Balance to quality G 6.3: residual e = 6300/ω µm. Spin it first behind a shield, 20 % faster than it will run.';

/** Below this rim speed, m/s, it is not a matter of strength. */
const SLOW = 2;
const BALANCE_UM = 6300;

/** A tool that turns has to bear its own weight outwards. */
export const rotor: Check = {
  id: 'rotor',
  label: 'Rotation',
  limits: ['rotation'],
  run({ need, material, traits, size, form }) {
    const turns = need.rotation?.value;
    if (!turns) return undefined;
    const v = rimSpeed(turns, size, form);
    const stress = (material.density_g_cm3.likely * 1000 * v ** 2) / 1e6;
    const bears = times(traits.strength_mpa.across, leftInService(need, traits) / BURST);
    const n = (x: number): string => `${Number(x.toPrecision(2))}`;
    const common = {
      value: stress,
      limit: bears.likely,
      unit: 'MPa',
      margin: (bears.likely - stress) / bears.likely,
      // Stress goes with the square of the speed.
      chance: chanceAtMost(times(plus(times(askedRange(need, 'rotation'), 2 / turns), -1), stress), bears),
      basis: BASIS,
    };
    const says = `At ${formatNumber(turns)} turns a minute its rim runs ${n(v)} m/s, ${n(stress)} MPa of ${n(bears.likely)} MPa`;
    if (stress > bears.high) return { ...common, state: byLevel(need.rotation!.level, 'fail'), reason: `${says}: ${material.label} would fly apart.` };
    if (v <= SLOW) return { ...common, state: 'pass', reason: `${says}.` };
    const omega = (turns * 2 * Math.PI) / 60;
    return { ...common, state: 'conditional', reason: `${says}: balance it to ${n(BALANCE_UM / omega)} µm off centre, and spin it behind a shield first.` };
  },
};
