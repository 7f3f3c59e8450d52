import { byLevel, type Check } from '../check';
import { soakedWords } from '../service';
import { gives, LOAD_BASIS, rowWords, SLEEVES, softest } from '../under-load';

const LIMIT =
  ' Stiffness reduced for heat, and for water where it works wet. The limit is what the need allows; else half the tolerance, else 1/300 of the length. Verify with a dial gauge under load.';

export const stiffness: Check = {
  id: 'stiffness',
  label: 'Stiffness',
  limits: ['load', 'deflection', 'tolerance'],
  run(ctx) {
    const { need, material, family, traits } = ctx;
    const load = softest(ctx);
    if (!load || (family.loadCase === 'none' && load.by !== 'solved')) return undefined;
    const { bending } = load;
    const { state, give_mm: bend, may_give_mm: limit, chance, sleeves } = gives(ctx, load);
    const soaked = soakedWords(need, traits);
    const under = `${load.face ? `at ${load.face} ` : ''}${rowWords(load).trimStart() || 'under load'}`;
    const mm = (x: number): string => `${x.toPrecision(2)} mm`;
    return {
      state: byLevel(need.load?.level ?? 'must', state),
      value: bend,
      limit,
      unit: 'mm',
      margin: (limit - bend) / limit,
      chance,
      basis: LOAD_BASIS[load.by] + LIMIT,
      offers: state === 'pass' ? [] : sleeves ? ['compression-limiters'] : bending ? ['deeper-section', 'fibre-rods'] : ['deeper-section'],
      reason: state === 'pass'
        ? `Gives about ${mm(bend)} ${under}${soaked}; ${mm(limit)} may be spent on it.`
        : state === 'conditional'
        ? `Gives about ${mm(bend)} ${under}${soaked}, against ${mm(limit)}: ${sleeves ? SLEEVES : 'add ribs or depth or rods, and check with a dial gauge.'}`
        : `Gives about ${mm(bend)} ${under}${soaked}; ${mm(limit)} may be spent on it. ${material.label} is too soft here.`,
    };
  },
};
