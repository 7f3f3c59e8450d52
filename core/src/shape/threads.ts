/** Metric coarse threads: nominal diameter and the drill for their core, mm (ISO 724 and usual tap drills). */
const COARSE: readonly (readonly [nominal: number, core: number])[] = [
  [2, 1.6],
  [2.5, 2.05],
  [3, 2.5],
  [4, 3.3],
  [5, 4.2],
  [6, 5],
  [8, 6.8],
  [10, 8.5],
  [12, 10.2],
  [16, 14],
  [20, 17.5],
  [24, 21],
];
/** Usual dowels, mm. */
const DOWELS: readonly number[] = [2, 2.5, 3, 4, 5, 6, 8, 10, 12, 16, 20];
/** A file's facets and roundings leave a hole so far off its size, mm. */
const OFF = 0.06;

/** What a hole of a width may be for: never asserted, a question. Nothing where no usual size is near. */
export function holePurposes(diameter_mm: number): { thread?: string; dowel?: number } {
  const near = (x: number): boolean => Math.abs(x - diameter_mm) <= OFF;
  const core = COARSE.find(([, c]) => near(c)) ?? COARSE.find(([nominal]) => near(nominal));
  const dowel = DOWELS.find(near);
  return { ...(core && { thread: `M${core[0]}` }), ...(dowel !== undefined && { dowel }) };
}
