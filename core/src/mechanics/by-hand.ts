import type { Range } from '../worksheet/types';

/**
 * Hand formulas for a load where there is no mesh, each with its picture: largest nominal stress for a newton, and give for a newton times the modulus.
 * Lengths in mm; l along, b across, h deep in the direction of the load, d a diameter.
 */
export interface HandFormula {
  id: string;
  /** As it is chosen in a row. */
  label: string;
  dims: readonly HandDim[];
  /** MPa for each newton. */
  stress(at: Dims): number;
  /** mm for each N/MPa; nothing where the formula says nothing of it. */
  give?(at: Dims): number;
  /** It is only pressed together: steel beneath the load takes it over. */
  squeezes?: true;
  source: string;
}
export type HandDim = 'l' | 'b' | 'h' | 'd';
export type Dims = Readonly<Record<HandDim, number>>;

export const HAND_DIMS: Readonly<Record<HandDim, { label: string; usual_mm: number }>> = {
  l: { label: 'Length', usual_mm: 100 },
  b: { label: 'Width', usual_mm: 30 },
  h: { label: 'Depth along the load', usual_mm: 15 },
  d: { label: 'Diameter', usual_mm: 8 },
};

/** Shear of a rectangle: form factor 1.2, E/G = 2(1 + 0.3). */
const SHEAR = 1.2 * 2.6;
const NU = 0.3;
/** Rectangular plate on four edges under a load in the middle, by long over short side: Timoshenko's α and β. */
const PLATE: readonly (readonly [ratio: number, alpha: number, beta: number])[] = [
  [1, 0.1267, 0.435],
  [1.2, 0.1478, 0.65],
  [1.4, 0.1621, 0.789],
  [1.6, 0.1715, 0.875],
  [1.8, 0.177, 0.927],
  [2, 0.1805, 0.958],
  [3, 0.1851, 1],
];
/** Stress at the side of a pin's hole over that of what is left beside it: about this at holes of 0.3 to 0.6 of the width (Peterson's charts). */
const LUG_PEAK = 2.5;

function plate({ l, b }: Dims): { alpha: number; beta: number; short: number } {
  const short = Math.min(l, b), ratio = Math.min(PLATE.at(-1)![0], Math.max(l, b) / short);
  const k = Math.max(1, PLATE.findIndex(([r]) => r >= ratio));
  const [[r0, a0, b0], [r1, a1, b1]] = [PLATE[k - 1], PLATE[k]];
  const t = (ratio - r0) / (r1 - r0);
  return { alpha: a0 + t * (a1 - a0), beta: b0 + t * (b1 - b0), short };
}

export const HAND_FORMULAS: readonly HandFormula[] = [
  {
    id: 'arm',
    label: 'an arm held at one end, loaded at the other',
    dims: ['l', 'b', 'h'],
    stress: ({ l, b, h }) => (6 * l) / (b * h ** 2),
    give: ({ l, b, h }) => (4 * l ** 3) / (b * h ** 3) + (SHEAR * l) / (b * h),
    source: 'Beam: 6 F l/(b h²), 4 F l³/(E b h³) and its shear',
  },
  {
    id: 'bridge',
    label: 'a bar on two ends, loaded in the middle',
    dims: ['l', 'b', 'h'],
    stress: ({ l, b, h }) => (1.5 * l) / (b * h ** 2),
    give: ({ l, b, h }) => l ** 3 / (4 * b * h ** 3) + (SHEAR * l) / (4 * b * h),
    source: 'Beam: 3 F l/(2 b h²), F l³/(4 E b h³) and its shear',
  },
  {
    id: 'plate',
    label: 'a plate on its four edges, loaded on a spot in the middle',
    dims: ['l', 'b', 'h', 'd'],
    stress: (at) => {
      const { beta, short } = plate(at);
      // A spot smaller than about half the thickness counts as one of 0.325 of it (Westergaard).
      const r = Math.max(at.d / 2, 0.325 * at.h);
      return (1.5 / (Math.PI * at.h ** 2)) * Math.max(0.3, (1 + NU) * Math.log((2 * short) / (Math.PI * r)) + beta);
    },
    give: (at) => {
      const { alpha, short } = plate(at);
      return (alpha * short ** 2) / at.h ** 3;
    },
    source: 'Plate on four edges: 3 F/(2 π h²)·((1 + ν) ln(2 b/(π r)) + β), α F b²/(E h³), α and β by its sides (Timoshenko)',
  },
  {
    id: 'block',
    label: 'a block pressed on its face',
    dims: ['l', 'b', 'h'],
    stress: ({ l, b }) => 1 / (l * b),
    give: ({ l, b, h }) => h / (l * b),
    squeezes: true,
    source: 'Pressure: F/(l b), F h/(E l b)',
  },
  {
    id: 'lug',
    label: 'a lug pulled by a pin',
    dims: ['b', 'h', 'd'],
    stress: ({ b, h, d }) => Math.max(LUG_PEAK / (Math.max(0.05 * b, b - d) * h), 1 / (d * h)),
    source: 'Lug: 2.5 times F/((b − d) h) beside the hole, F/(d h) in it',
  },
  {
    id: 'hole',
    label: 'a bolt or pin pressed against its hole',
    dims: ['h', 'd'],
    stress: ({ h, d }) => 1 / (d * h),
    source: 'Bearing: F/(d h)',
  },
  {
    id: 'pin',
    label: 'a dowel sheared off',
    dims: ['d'],
    stress: ({ d }) => (Math.sqrt(3) * 4) / (Math.PI * d ** 2),
    source: 'Shear on one plane, as pull of the same harm: √3 · 4 F/(π d²)',
  },
];

/** A textbook shape stands for the real one: cut-outs, corners and holds leave stress and give of it between two thirds and one and a half times. */
export const HAND_SPREAD: Range = { low: 2 / 3, likely: 1, high: 1.5 };

export const handFormula = (id: unknown): HandFormula | undefined => HAND_FORMULAS.find((f) => f.id === id);
