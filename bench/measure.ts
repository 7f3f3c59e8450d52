/** Smallest of several runs, ms: what the code takes when nothing else disturbs it. */
export function best(runs: number, f: () => void): number {
  let least = Infinity;
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    f();
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

/** One line a figure: `name: ours X ms, peer Y ms, ratio Z`. */
export function report(name: string, ours: number, peer: number, unit = 'ms', goal?: string): void {
  const text = (x: number): string => (x >= 100 ? x.toFixed(0) : x.toPrecision(3));
  console.log(`${name}: ours ${text(ours)} ${unit}, peer ${text(peer)} ${unit}, ratio ${(ours / peer).toPrecision(3)}${goal ? ` (goal ${goal})` : ''}`);
}
