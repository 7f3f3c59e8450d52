// @ts-expect-error The package ships no types.
import { jStat } from 'jstat';

interface Distribution {
  inv(p: number, ...dof: number[]): number;
  cdf(x: number, ...dof: number[]): number;
}
const { studentt, chisquare, centralF } = jStat as Record<'studentt' | 'chisquare' | 'centralF', Distribution>;

/** t below which the share p lies. @param dof degrees of freedom, above 0 */
export const studentT = (p: number, dof: number): number => studentt.inv(p, dof);
/** χ² below which the share p lies. */
export const chiSquare = (p: number, dof: number): number => chisquare.inv(p, dof);
/** Share of F with a over b degrees of freedom below x. */
export const shareBelowF = (x: number, a: number, b: number): number => centralF.cdf(x, a, b);
/** F below which the share p lies. */
export const fisherF = (p: number, a: number, b: number): number => centralF.inv(p, a, b);
