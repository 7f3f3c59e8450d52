import { type Elastic, isotropic } from '../mechanics';
import type { Material } from '../shelf/types';

/** Poisson's number of plastics and metals, as a rule. */
const NU = 0.35;
const MPA_PER_GPA = 1000;

/** Stiffness of a material as it is built: the same in every direction within a layer, another across. Shear across goes with the softer way. */
export function elasticOf({ modulus_gpa: { inPlane, across } }: Pick<Material, 'modulus_gpa'>): Elastic {
  const e = MPA_PER_GPA * inPlane.likely, z = MPA_PER_GPA * across.likely;
  if (e === z) return isotropic(e, NU);
  const between = Math.min(e, z) / (2 * (1 + NU));
  return { e: [e, e, z], g: [e / (2 * (1 + NU)), between, between], nu: [NU, NU, NU] };
}
