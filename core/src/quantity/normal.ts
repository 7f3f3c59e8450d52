import { create, erfDependencies } from 'mathjs/number';

const { erf } = create({ erfDependencies });

/** Standard normal distribution function, Φ(z) = (1 + erf(z/√2))/2. */
export const normalCdf = (z: number): number => (1 + (erf as (x: number) => number)(z / Math.SQRT2)) / 2;
