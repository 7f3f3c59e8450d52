/** Cells of [0, 1] between which the distribution is straight. A share is off by less than 5·10⁻⁵: a twentieth of what 20 000 samples scatter. */
const CELLS = 256;
/** ln x at the ends and middles of the cells. */
const LOGS = Float64Array.from({ length: 2 * CELLS + 1 }, (_, i) => Math.log(i / (2 * CELLS)));

/**
 * The quantile function of the beta distribution with α + β = 6 on [0, 1]: a uniform number in, the value below which that share lies out.
 * The density xᵅ⁻¹(1 − x)ᵝ⁻¹ is summed by Simpson's rule over equal cells and inverted between them.
 * One uniform number a sample, so that a sample moves smoothly as its range is moved; and drawing by rejection takes ten times as long.
 * @param alpha 1 to 5
 */
export function betaOfSix(alpha: number): (u: number) => number {
  const [a, b] = [alpha - 1, 5 - alpha];
  // A power of none is 1 at the very end too, where its logarithm is not finite.
  const density = (half: number): number => Math.exp((a && a * LOGS[half]) + (b && b * LOGS[2 * CELLS - half]));
  const below = new Float64Array(CELLS + 1);
  for (let i = 0, left = density(0); i < CELLS; i++) {
    const right = density(2 * i + 2);
    below[i + 1] = below[i] + left + 4 * density(2 * i + 1) + right;
    left = right;
  }
  const whole = below[CELLS];
  for (let i = 1; i <= CELLS; i++) below[i] /= whole;
  // Where the search for a share begins.
  const first = new Uint16Array(CELLS);
  for (let k = 0, cell = 0; k < CELLS; k++) {
    while (below[cell + 1] <= k / CELLS) cell++;
    first[k] = cell;
  }
  return (u) => {
    let cell = first[Math.floor(u * CELLS)];
    while (below[cell + 1] < u) cell++;
    return (cell + (u - below[cell]) / (below[cell + 1] - below[cell])) / CELLS;
  };
}
