import { type Elastic, layered } from '../mechanics';
import type { Material } from '../shelf/types';

const MPA_PER_GPA = 1000;

/** Stiffness of a material as it is built: the same in every direction within a layer, another across. Shear across goes with the softer way. */
export const elasticOf = ({ modulus_gpa: { inPlane, across } }: Pick<Material, 'modulus_gpa'>): Elastic =>
  layered(MPA_PER_GPA * inPlane.likely, MPA_PER_GPA * across.likely);
