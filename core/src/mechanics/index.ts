export { type At } from './faces';
export { alongFibre, type FibreLayout, isLevel, PANEL_BEYOND } from './fibre';
export { type Rods } from './rods';
export { type Sleeves } from './sleeves';
export { type Held, type Slender } from './slender';
export { type Corner, MAX_SPOTS } from './stress';
export { type Elastic, isotropic, MechanicsError } from './brick';
export {
  FIRST_LOOK,
  type Load,
  mechanics,
  type MechanicsInput,
  type MechanicsResult,
  type MechanicsRow,
  REFINED,
  type Support,
  type WorkVolume,
} from './mechanics';
export {
  bentOf,
  type Deeper,
  layered,
  type LoadClass,
  nodesFor,
  type Share,
  sameClass,
  type SolvedClass,
  type SolvedLoads,
  type SolvedRow,
  solvedRow,
  type Together,
  together,
  solveUnitLoads,
  UNIT_DENSITY,
  UNIT_E,
  UNIT_EXPANSION,
  UNIT_LOADS_VERSION,
  type UnitAsk,
  type UnitLoad,
  workOf,
} from './unit-loads';
