import { byLevel, type Check } from '../check';
import { soakedWords } from '../service';
import { borne, everyLoad, hardest, hasLayers, LOAD_BASIS, rowWords, SLEEVES } from '../under-load';

const FACTOR = ' Safety factor 3, strength reduced for heat, and for water where it works wet. Lasting load is judged apart. Verify by a test load.';

export const strength: Check = {
  id: 'strength',
  label: 'Strength',
  limits: ['load'],
  run(ctx) {
    const { need, material, family, traits, loads } = ctx;
    if (family.loadCase === 'none' && !need.load && !loads?.length) return undefined;
    const load = hardest(ctx);
    if (!load) {
      // What bolts press on is judged under their heads.
      if (loads?.length && loads.every((l) => l.bolt)) return undefined;
      if (need.load?.value === 0)
        return { state: 'pass', value: 0, unit: 'MPa', basis: LOAD_BASIS.box + FACTOR, reason: 'Nothing pulls, presses or bends it.' };
      return {
        state: 'unknown',
        unit: 'N',
        basis: LOAD_BASIS.box + FACTOR,
        reason: loads?.length
          ? 'No row of the load table can be judged yet: say on the shape where it acts and what holds the tool, or give it as a force.'
          : 'The largest load is not known. Measure or bound it: it decides between plastic, fibre and metal.',
      };
    }
    const { bending, across, where } = load;
    const { state, stress_mpa: stress, allowed_mpa: allow, chance, sleeves } = borne(ctx, load);
    const way = `${hasLayers(ctx) ? (across ? ' across the layers' : ' in the layer plane') : ''}${soakedWords(need, traits)}`;
    const s = stress.toPrecision(2);
    const a = allow.toPrecision(2);
    const kind = load.by === 'solved' || load.by === 'hand' ? '' : bending ? ' in bending' : ' of pressure';
    const row = rowWords(load);
    const others = state === 'pass' || !loads ? [] : everyLoad(ctx).filter((l) => l.id !== load.id && borne(ctx, l).state === state).map((l) => `“${l.row}”`);
    const also = others.length ? ` The same holds of ${others.join(', ')}.` : '';
    return {
      state: byLevel(need.load?.level ?? 'must', state),
      value: stress,
      limit: allow,
      unit: 'MPa',
      margin: (allow - stress) / allow,
      chance,
      basis: LOAD_BASIS[load.by] + FACTOR,
      offers: state === 'pass'
        ? []
        : sleeves
        ? ['compression-limiters']
        : bending
        ? ['deeper-section', 'fibre-rods']
        : ['deeper-section', 'compression-limiters'],
      reason: state === 'pass'
        ? `About ${s} MPa${kind}${where}${row}, against ${a} MPa allowed${way}.`
        : state === 'conditional'
        ? `About ${s} MPa${where}${row}, against ${a} MPa allowed${way}: ${sleeves ? SLEEVES : 'prove it with 1.5 times the load before use.'}${also}`
        : `About ${s} MPa${kind}${where}${row} is too much for ${material.label}${way} (${a} MPa allowed).${
          others.length ? ` Nor is it enough for ${others.join(', ')}.` : ''
        }`,
    };
  },
};
