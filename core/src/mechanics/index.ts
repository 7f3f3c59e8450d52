export { type Elastic, isotropic, MechanicsError } from './brick';
export { FIRST_LOOK, type Load, mechanics, type MechanicsInput, type MechanicsResult, type MechanicsRow, REFINED, type Support } from './mechanics';
export {
  idleBricks,
  layered,
  type LoadClass,
  nodesFor,
  sameClass,
  type SolvedClass,
  type SolvedLoads,
  type SolvedRow,
  solvedRow,
  solveUnitLoads,
  UNIT_DENSITY,
  UNIT_E,
  UNIT_EXPANSION,
  UNIT_LOADS_VERSION,
  type UnitAsk,
  type UnitLoad,
} from './unit-loads';
