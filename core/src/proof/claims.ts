import type { PinView } from '../decide/evaluate-case';
import type { RecordRow } from '../records/kind';
import { type Claimed, CLAIMED } from '../records/kinds/claim';
import type { Kept } from './promise';

/** A claim of others beside what is computed for this tool, and what came of it; shares are of today's figure. */
export interface ClaimCheck {
  id: string;
  label: string;
  by: string;
  /** Less than today by this share, or so many times as long. */
  claimed?: number;
  computed?: number;
  came?: number;
  /** Is it a share, or a number of times? */
  times: boolean;
  words: string;
}

/** Line of the sheet that a claim is about, and the figure of the log that came of it. */
const LINE: Readonly<Partial<Record<Claimed, { line: string; kept?: Kept['id'] }>>> = {
  price: { line: 'price_each', kept: 'money' },
  programme: { line: 'price_programme' },
  weight: { line: 'mass_tool', kept: 'mass' },
  life: { line: 'life', kept: 'life' },
};
/** Points of a share within which a claim is called as computed. */
const ALIKE = 0.1;

/**
 * Claims set beside this tool's own figures: 1 − new/today at the median, or new/today for a life. A claim is never an estimate.
 * @param today way T, if it is on the sheet. @param pin the way that is taken
 */
export function claimChecks(rows: readonly RecordRow[], today: PinView | undefined, pin: PinView | undefined, kept: readonly Kept[]): ClaimCheck[] {
  const figure = (p: PinView | undefined, of: Claimed): number | undefined =>
    of === 'days' ? p?.lead.risk?.p50 : p?.figures.find((f) => f.name === LINE[of]?.line)?.range?.p50;
  return rows.filter((r) => r.kind === 'claim').map(({ id, values }): ClaimCheck => {
    const of = values['of'] as Claimed;
    const times = of === 'life';
    const claimed = (times ? values['times'] : values['less']) as number | undefined;
    const [was, is] = [figure(today, of), figure(pin, of)];
    const seen = kept.find((k) => k.id === (of === 'days' ? 'days' : LINE[of]?.kept))?.came;
    const against = (
      x: number | undefined,
    ): number | undefined => (x === undefined || !was || !Number.isFinite(x / was) ? undefined : times ? x / was : 1 - x / was);
    const computed = today === pin ? undefined : against(is);
    const came = against(seen);
    const best = came ?? computed;
    const more = claimed === undefined || best === undefined ? 0 : times ? claimed / best - 1 : claimed - best;
    return {
      id,
      label: CLAIMED[of],
      by: String(values['by']),
      times,
      ...(claimed !== undefined && { claimed }),
      ...(computed !== undefined && { computed }),
      ...(came !== undefined && { came }),
      words: of === 'machine'
        ? `Not proved, and counted nowhere.${values['own'] ? ` Seen here: ${String(values['own'])}` : ' There is no data of your own yet.'}`
        : best === undefined
        ? 'Nothing of this tool to set beside it.'
        : Math.abs(more) <= ALIKE
        ? `As ${came === undefined ? 'computed' : 'it came'} here.`
        : more > 0
        ? `More than ${came === undefined ? 'computed' : 'came'} here: the figures of the sheet stand.`
        : `Less than ${came === undefined ? 'computed' : 'came'} here.`,
    };
  });
}
