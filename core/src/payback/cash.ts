/**
 * What a flow of money by months is worth. Month 0 comes first and is not discounted; a yearly rate r is a monthly one of
 * (1 + r)^(1/12) − 1, so that twelve months together make the year. Money in any currency, rates as shares (0.08 is 8 %).
 */

const MONTHS = 12;
export const monthly = (rateYear: number): number => (1 + rateYear) ** (1 / MONTHS) - 1;
export const yearly = (rateMonth: number): number => (1 + rateMonth) ** MONTHS - 1;

/** Net present value: Σ c_k / (1 + i)^k, i the monthly rate. */
export function npv(cash: readonly number[], rateYear: number): number {
  const d = 1 / (1 + monthly(rateYear));
  // From the last month back, one multiplication each.
  return cash.reduceRight((sum, c) => c + d * sum, 0);
}

/**
 * When the money in hand is no longer below zero for the first time, interpolated within the month in which that happens.
 * @returns 0 where it never is below, null where it stays below
 */
export function payback(cash: readonly number[]): number | null {
  let sum = 0;
  let below = false;
  for (const [k, c] of cash.entries()) {
    const before = sum;
    sum += c;
    if (below && sum >= 0) return k - 1 + -before / c;
    below = sum < 0;
  }
  return below ? null : 0;
}

/** Payback of the flow with every month discounted to the start. */
export const discountedPayback = (cash: readonly number[], rateYear: number): number | null => {
  const i = monthly(rateYear);
  return payback(cash.map((c, k) => c / (1 + i) ** k));
};

export interface Irr {
  /** The yearly rate at which the flow is worth nothing; null where there is none, or more than one. */
  rate: number | null;
  /** Every such rate above −99.99 % a year, rising. */
  all: number[];
  note: string;
}

/** Monthly factors between which a rate is looked for: from losing 99.99 % a year, beyond which digits are lost, to sixfold each month. */
const LOWEST = Math.log(1e-4) / MONTHS, HIGHEST = Math.log(6), STEPS = 4000;

/**
 * Internal rate of return as a yearly effective rate: the roots of NPV over the logarithm of the monthly factor, each bracketed on a fine grid
 * and halved until it is exact. A flow that changes sign once has one at most (Descartes); one that changes sign more often may have several, and then
 * none of them is *the* rate.
 */
export function irr(cash: readonly number[]): Irr {
  const signs = cash.filter((c) => c !== 0).map(Math.sign);
  const changes = signs.filter((s, k) => k > 0 && s !== signs[k - 1]).length;
  if (!changes) {
    return { rate: null, all: [], note: signs.length ? `none: every month ${signs[0] > 0 ? 'brings' : 'takes'} money` : 'none: no money moves' };
  }
  // Scaled by the power of its last month at low rates, so that nothing overflows: only the sign and the zero matter.
  const value = (x: number): number => {
    const d = Math.exp(-Math.abs(x));
    return x >= 0 ? cash.reduceRight((sum, c) => c + d * sum, 0) : cash.reduce((sum, c) => c + d * sum, 0);
  };
  const roots: number[] = [];
  let low = LOWEST, atLow = value(low);
  for (let k = 1; k <= STEPS; k++) {
    const high = LOWEST + ((HIGHEST - LOWEST) * k) / STEPS;
    const atHigh = value(high);
    if (atHigh === 0) roots.push(high);
    else if (atLow * atHigh < 0) roots.push(zero(value, low, high));
    [low, atLow] = [high, atHigh];
  }
  const all = roots.map((x) => yearly(Math.exp(x) - 1));
  const text = (r: number): string => `${(100 * r).toPrecision(4)} %`;
  return all.length === 1
    ? { rate: all[0], all, note: changes > 1 ? `one, though the flow changes sign ${changes} times` : '' }
    : {
      rate: null,
      all,
      note: all.length ? `several: ${all.map(text).join(', ')} a year; none of them is the return` : 'none: at no rate is the flow worth nothing',
    };
}

/** A zero between two ends of different sign, to the last bit. */
function zero(f: (x: number) => number, low: number, high: number): number {
  const rising = f(high) > 0;
  for (let k = 0; k < 200; k++) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    if (f(middle) > 0 === rising) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/** Money in hand after each month. */
export function inHand(cash: readonly number[]): number[] {
  let sum = 0;
  return cash.map((c) => (sum += c));
}
