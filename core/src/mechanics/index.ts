export { type Elastic, isotropic, MechanicsError } from './brick';
export { FIRST_LOOK, type Load, mechanics, type MechanicsInput, type MechanicsResult, type MechanicsRow, REFINED, type Support } from './mechanics';
