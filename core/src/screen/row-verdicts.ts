import { type CheckContext, STATE_ORDER, type State, worse } from './check';
import { borne, type By, everyLoad, gives } from './under-load';

/** One row of the load table on one way of making the tool. */
export interface RowVerdict {
  id: string;
  name: string;
  state: State;
  by?: By;
  /** What decides: stress or give. */
  decides?: 'stress' | 'give' | 'stays';
  stress_mpa?: number;
  /** Safety factor counted in. */
  allowed_mpa?: number;
  across?: boolean;
  give_mm?: number;
  may_give_mm?: number;
  /** Share of the allowed stress: above 1 it is too much. */
  use?: number;
  /** Worst place in the part's own axes; of a solved row. */
  worst?: readonly [number, number, number];
  reason: string;
}

const two = (x: number): string => String(Number(x.toPrecision(2)));

/** Every row of the load table on this way: holds, on condition, does not, or cannot be said and why. */
export function rowVerdicts(ctx: CheckContext): RowVerdict[] {
  const found = new Map(everyLoad(ctx).map((u) => [u.id, u]));
  return (ctx.loads ?? []).map((l): RowVerdict => {
    const u = found.get(l.id);
    if (!u) return { id: l.id, name: l.name, state: 'unknown', reason: 'Say where it acts on the part, and what holds the tool: it can be solved then.' };
    const stress = borne(ctx, u);
    const stays = l.lasting ? borne(ctx, u, ctx.traits.creep) : undefined;
    const give = u.give && gives(ctx, { ...u, give: u.give });
    const state = [stress.state, stays?.state ?? 'pass', give?.state ?? 'pass'].reduce(worse);
    const strong = stays && STATE_ORDER.indexOf(stays.state) >= STATE_ORDER.indexOf(stress.state) ? stays : stress;
    const decides = strong.state === state ? (strong === stays ? 'stays' : 'stress') : 'give';
    const how = u.across && ctx.material.family !== 'metal' ? ' across the layers' : '';
    const says = [
      `${two(strong.stress_mpa)} MPa${how}${u.where}, ${two(strong.allowed_mpa)} MPa allowed${strong === stays ? ' for hours' : ''}`,
      ...(give ? [`gives ${two(give.give_mm)} mm, may ${two(give.may_give_mm)} mm`] : []),
    ];
    return {
      id: l.id,
      name: l.name,
      state,
      by: u.by,
      decides,
      stress_mpa: strong.stress_mpa,
      allowed_mpa: strong.allowed_mpa,
      across: u.across,
      ...(give && { give_mm: give.give_mm, may_give_mm: give.may_give_mm }),
      use: strong.stress_mpa / strong.allowed_mpa,
      ...(l.solved && { worst: l.solved.worst }),
      reason: `${says.join('; ')}.${state === 'conditional' ? ' Prove it with one and a half times the load.' : ''}`,
    };
  });
}
