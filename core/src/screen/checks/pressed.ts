import { byLevel, type Check, STATE_ORDER } from '../check';
import { headOffers, pressing } from '../under-load';

const BASIS =
  'Mean pressure: the load over the area it stands on; under a screw the ring of its head in a medium clearance hole. The face bears its crushing strength, reduced for heat, and for hours where the load stays, factor 1.5; metal bears twice its yield in so small a ring. At rims it is more than the mean.';

/** Share of what is borne from which on it is said. */
const WORTH_A_WORD = 0.1;
const mpa = (x: number): string => `${Number(x.toPrecision(2))} MPa`;

/** Every load of the table presses on a face: is it crushed there? */
export const pressed: Check = {
  id: 'pressed',
  label: 'Pressed faces',
  limits: ['load'],
  run(ctx) {
    const found = (ctx.loads ?? []).flatMap((row) => {
      const p = pressing(ctx, row);
      return p ? [{ row, ...p }] : [];
    });
    if (!found.length) return undefined;
    const worst = found.reduce((a, b) => (b.presses_mpa / b.bears_mpa > a.presses_mpa / a.bears_mpa ? b : a));
    const { row, presses_mpa: p, bears_mpa: bears, chance, state } = worst;
    // A pad on a broad face is no matter.
    if (!row.bolt && p < WORTH_A_WORD * bears) return undefined;
    const others = found.filter((f) => f !== worst && f.state !== 'pass' && STATE_ORDER.indexOf(f.state) >= STATE_ORDER.indexOf(state)).map((f) =>
      `“${f.row.name}”`
    );
    return {
      state: byLevel(ctx.need.load?.level ?? 'must', state),
      value: p,
      limit: bears,
      unit: 'MPa',
      margin: (bears - p) / bears,
      chance,
      basis: BASIS,
      offers: state === 'pass' ? [] : row.bolt ? headOffers(ctx, row.bolt, row.size.likely, bears) : ['metal-face'],
      reason: `“${row.name}” presses with ${mpa(p)} on its face; ${ctx.material.label} bears ${mpa(bears)}${row.lasting || row.bolt ? ' for long' : ''}.${
        state === 'pass' ? '' : others.length ? ` So does ${others.join(', ')}.` : ''
      }`,
    };
  },
};
