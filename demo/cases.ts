// dprint-ignore-file: tables, a line each
import { type CaseDoc, DOC_VERSION } from '@cuadro/core/case/types';
import type { Need, Requirement } from '@cuadro/core/need/requirements';

/**
 * Candidates of the made-up plant "Brasavel Ovens" (bakery deck ovens, dough dividers, tray conveyors).
 * Everything here is invented: names, figures and shapes belong to no real firm.
 */
export interface DemoCase {
  doc: Omit<CaseDoc, 'shapes' | 'start'>;
  /** Names of meshes in `meshes.ts`. */
  machined?: string;
  printed?: string;
}

const must = <T>(value: T, from: string): Requirement<T> => ({ level: 'must', value, from });
const want = <T>(value: T, from: string): Requirement<T> => ({ level: 'want', value, from });

const demo = (doc: Omit<CaseDoc, 'version' | 'shapes' | 'start' | 'pins' | 'overrides'> & { need: Need }, meshes: Omit<DemoCase, 'doc'> = {}): DemoCase => ({
  doc: { version: DOC_VERSION, pins: [], overrides: {}, ...doc },
  ...meshes,
});

export const DEMO_CASES: readonly DemoCase[] = [
  demo(
    {
      title: 'Hinge drill jig, oven doors', family: 'hand-jig', place: 'Assembly, door cell', form: 'shaped', size_mm: [236, 96, 42],
      trouble: 'Aluminium jig is heavy in the hand by Thursday and scratches enamelled doors. New door widths come every year.',
      today: { way: 'machined', material: 'al-6061', cost: 620, wait_days: 26, delay_per_day: 20 },
      need: {
        load: must(120, 'drill thrust, weighed'), loadDirection: must('in-plane', 'drill pushes along the layers'), serviceTemp: must(28, 'hall'), tolerance: must(0.2, 'door drawing'),
        nonMarring: must(true, 'enamel complaints'), massLimit: want(0.8, 'works council'), copies: must(3, 'three door benches'), cyclesPerYear: must(9000, 'doors a year'), years: must(4, 'product plan'), fluids: must([], 'dry'), wear: must('rubbing', 'operator'),
      },
    },
    { machined: 'hinge-jig-block', printed: 'hinge-jig-ribbed' },
  ),
  demo(
    {
      title: 'Gearbox bearing press nest', family: 'press-nest', place: 'Assembly, divider gearbox', form: 'shaped', size_mm: [160, 160, 62],
      trouble: 'Solid steel nest, two people to change it over. The bore wears where the ram lands.',
      today: { way: 'machined', material: 's235', cost: 880, wait_days: 30, delay_per_day: 15 },
      need: {
        load: must(14_000, 'press gauge'), loadDirection: must('compression', 'ram'), serviceTemp: must(25, 'hall'), tolerance: must(0.15, 'bearing seat'), wear: must('impact', 'dents in the old one'),
        copies: must(1, ''), cyclesPerYear: must(12_000, 'gearboxes a year'), years: must(5, 'product plan'), fluids: must(['mineral-oil'], 'assembly oil'), massLimit: want(6, 'one person'),
      },
    },
    { machined: 'press-nest', printed: 'press-nest' },
  ),
  demo(
    {
      title: 'Soft jaws, dough-hook casting', family: 'soft-jaws', place: 'Machining, mill 2', form: 'shaped', size_mm: [150, 60, 45],
      trouble: 'Jaws are re-cut for every batch; mill 2 stands for half a day. Aluminium jaws bruise the polished hook.',
      today: { way: 'machined', material: 'al-6061', cost: 340, wait_days: 12, delay_per_day: 45 },
      need: {
        load: must(6000, 'vice handle torque'), loadDirection: must('compression', 'vice'), serviceTemp: must(35, 'coolant'), tolerance: must(0.15, 'second-side datum'), nonMarring: must(true, 'polished hook'),
        copies: must(2, 'one pair'), cyclesPerYear: must(2200, 'hooks a year'), years: must(3, ''), fluids: must(['coolant'], 'emulsion'), wear: must('rubbing', ''),
      },
    },
    { machined: 'soft-jaw', printed: 'soft-jaw' },
  ),
  demo(
    {
      title: 'Finger gripper, leak-test station', family: 'gripper', place: 'Robot cell, leak test', form: 'shaped', size_mm: [168, 74, 48],
      trouble: 'Steel fingers use up the payload, so the robot runs slowly. Castings come straight from grit blasting.',
      today: { way: 'machined', material: 's235', cost: 760, wait_days: 24, delay_per_day: 60 },
      need: {
        load: must(220, 'cylinder and weight'), loadDirection: must('in-plane', ''), serviceTemp: must(40, ''), tolerance: must(0.3, ''), wear: must('abrasive', 'grit on the castings'), massLimit: must(1.2, 'robot payload'),
        copies: must(2, 'pair'), cyclesPerYear: must(180_000, 'two shifts'), years: must(4, ''), fluids: must([], 'dry'),
      },
    },
    { machined: 'gripper-finger', printed: 'gripper-finger' },
  ),
  demo({
    title: 'Tack-weld fixture, stand frame', family: 'weld-fixture', place: 'Welding, bay 3', form: 'shaped', size_mm: [310, 240, 120],
    trouble: 'Heavy to turn over; otherwise it does what it should.',
    today: { way: 'machined', material: 's235', cost: 1350, wait_days: 32, delay_per_day: 0 },
    need: {
      load: must(900, 'toggle clamps'), loadDirection: must('across', ''), serviceTemp: must(140, 'thermocouple at the nest'), peakTemp: must(420, 'beside the tack'), tolerance: must(0.5, 'frame drawing'),
      copies: must(1, ''), cyclesPerYear: must(5200, 'frames a year'), years: must(6, ''), fluids: must([], 'dry'), wear: must('rubbing', 'spatter'),
    },
  }),
  demo(
    {
      title: 'Enamel masking caps, 240 pieces', family: 'masking', place: 'Enamel line', form: 'shaped', size_mm: [46, 46, 30],
      trouble: 'Turned caps have a minimum order and never fit the new boss.',
      today: { way: 'bought', material: 'pom', cost: 19, wait_days: 28, delay_per_day: 30 },
      need: {
        load: must(0, ''), serviceTemp: must(60, 'drying oven'), tolerance: must(0.3, ''), nonMarring: must(true, 'bare boss'), copies: must(240, 'one hanging line'),
        cyclesPerYear: must(48_000, 'hangings a year'), years: must(2, ''), fluids: must(['alkaline'], 'washing'), wear: must('none', ''),
      },
    },
    { printed: 'masking-cap', machined: 'masking-cap' },
  ),
  demo(
    {
      title: 'Kitting tray, burner valve set', family: 'tray', place: 'Logistics, kitting', form: 'shaped', size_mm: [300, 200, 34],
      trouble: 'Loose parts in a bin; a missed seal is found on the test bench.',
      today: { way: 'none', material: null, cost: null, wait_days: null, delay_per_day: 12 },
      need: {
        load: must(40, 'full tray'), serviceTemp: must(25, ''), tolerance: must(0.8, ''), copies: must(8, 'two trolleys'), cyclesPerYear: must(5000, 'valve sets a year'), years: must(3, ''), fluids: must([], 'dry'), massLimit: want(1, 'operator'),
      },
    },
    { printed: 'kitting-tray' },
  ),
  demo(
    {
      title: 'Spacer plate with slots, conveyor side', family: 'assembly-fixture', place: 'Assembly, conveyor', form: 'flat', size_mm: [240, 120, 8],
      trouble: 'Milled from plate each time the pitch changes.',
      today: { way: 'machined', material: 'al-6061', cost: 185, wait_days: 15, delay_per_day: 5 },
      need: {
        load: must(200, ''), loadDirection: must('compression', ''), serviceTemp: must(25, ''), tolerance: must(0.2, 'pitch'), copies: must(4, ''), cyclesPerYear: must(4000, ''), years: must(5, ''), fluids: must([], 'dry'), wear: must('none', ''),
      },
    },
    { machined: 'spacer-plate' },
  ),
  demo(
    {
      title: 'Locator block with four holes', family: 'assembly-fixture', place: 'Assembly, door cell', form: 'block', size_mm: [90, 60, 40],
      trouble: 'Somebody asked whether it could be printed.',
      today: { way: 'none', material: null, cost: null, wait_days: null, delay_per_day: 0 },
      need: {
        load: must(2500, 'bolts'), loadDirection: must('compression', ''), serviceTemp: must(25, ''), tolerance: must(0.05, 'dowel holes'), copies: must(2, ''), cyclesPerYear: must(9000, ''), years: must(5, ''), fluids: must([], 'dry'), wear: must('rubbing', ''),
      },
    },
    { machined: 'locator-block' },
  ),
  demo({
    title: 'Door-hoisting adaptor', family: 'lifting-aid', place: 'Assembly, oven stacking', form: 'shaped', size_mm: [280, 140, 60],
    trouble: 'Doors of 70 kg are hung by hand; the fitters want a hook that fits the frame.',
    today: { way: 'none', material: null, cost: null, wait_days: null, delay_per_day: 25 },
    need: { load: must(1400, 'door and dynamics'), copies: must(1, ''), cyclesPerYear: must(2500, ''), years: must(6, '') },
  }),
  demo(
    {
      title: 'Knob injection insert', family: 'mould-insert', place: 'Bought-in plastics', form: 'shaped', size_mm: [96, 96, 38],
      trouble: 'The steel insert takes seven weeks; the control panel cannot ship without knobs.',
      today: { way: 'bought', material: 'p20', cost: 3400, wait_days: 49, delay_per_day: 160 },
      need: {
        serviceTemp: must(70, 'tempered mould'), peakTemp: must(110, 'surface, mean over the cycle'), load: must(9000, 'cavity pressure on the face'), loadDirection: must('compression', ''), tolerance: must(0.12, 'knob bore'),
        copies: must(1, ''), cyclesPerYear: must(3000, 'knobs a year'), years: must(5, ''), fluids: must([], ''), wear: must('rubbing', 'unfilled melt'),
      },
    },
    { machined: 'knob-insert', printed: 'knob-insert' },
  ),
  demo({
    title: 'Blower coupling, proofing line', family: 'spare-part', place: 'Maintenance, proofing line', form: 'shaped', size_mm: [84, 84, 52],
    trouble: 'Obsolete; the proofing line runs on a cracked one. Nobody knows torque, heat or what it is washed with.',
    today: { way: 'bought', material: null, cost: 210, wait_days: 40, delay_per_day: 900 },
    need: { copies: must(1, ''), cyclesPerYear: must(6000, 'starts a year'), years: must(2, '') },
  }),
  demo(
    {
      title: 'Second-operation plate, burner bracket', family: 'workholding-plate', place: 'Machining, mill 1', form: 'shaped', size_mm: [220, 140, 36],
      trouble: 'Every new bracket waits for a plate; mill 1 is full and the programmer is shared.',
      today: { way: 'machined', material: 'al-6061', cost: 540, wait_days: 22, delay_per_day: 55 },
      need: {
        load: must(2600, 'toggle clamps, two'), loadDirection: must('compression', ''), serviceTemp: must(32, 'coolant'), tolerance: must(0.15, 'bore to edge'), copies: must(1, ''), cyclesPerYear: must(1800, 'brackets a year'), years: must(3, 'product plan'),
        fluids: must(['coolant'], 'emulsion'), wear: must('rubbing', 'chips under the part'), nonMarring: must(true, 'visible face'),
      },
    },
    { machined: 'bracket-plate', printed: 'bracket-plate' },
  ),
  demo(
    {
      title: 'Vacuum gripper, conveyor slats', family: 'gripper', place: 'Robot cell, slat loading', form: 'shaped', size_mm: [260, 86, 40],
      trouble: 'Hoses outside the aluminium frame catch on the belt and tear off. The robot is at its payload.',
      today: { way: 'machined', material: 'al-6061', cost: 980, wait_days: 28, delay_per_day: 70 },
      need: {
        load: must(90, 'six cups, slat and swing'), loadDirection: must('in-plane', ''), serviceTemp: must(30, 'hall'), tolerance: must(0.4, 'cup plane'), vacuum: must(true, 'channels inside'), massLimit: must(0.7, 'robot payload'), nonMarring: must(true, 'bright slats'),
        copies: must(1, ''), cyclesPerYear: must(160_000, 'two shifts'), years: must(3, ''), fluids: must([], 'dry'), wear: must('none', 'rubber cups touch, not the body'),
      },
    },
    { printed: 'vacuum-gripper' },
  ),
  demo(
    {
      title: 'Inspection nest, cast divider bowl', family: 'inspection-fixture', place: 'Metrology room', form: 'shaped', size_mm: [180, 180, 68],
      trouble: 'The bowl is propped on blocks and wax; each measurer sets it differently.',
      today: { way: 'none', material: null, cost: null, wait_days: null, delay_per_day: 35 },
      need: {
        load: must(45, 'bowl'), loadDirection: must('compression', ''), serviceTemp: must(21, 'room'), tolerance: must(0.2, 'same place each time; the datum is measured'), nonMarring: must(true, 'turned seat'), copies: must(1, ''), cyclesPerYear: must(900, 'bowls a year'), years: must(4, ''), fluids: must([], 'dry'), wear: must('none', ''),
      },
    },
    { printed: 'bowl-nest', machined: 'bowl-nest' },
  ),
  demo(
    {
      title: 'Glass-gap gauge, go and no-go', family: 'gauge', place: 'Assembly, door cell', form: 'shaped', size_mm: [84, 26, 8],
      trouble: 'Feeler strips get lost and scratch the glass; the gap differs from door to door.',
      today: { way: 'machined', material: 'al-6061', cost: 95, wait_days: 16, delay_per_day: 10 },
      need: {
        load: must(15, 'hand'), loadDirection: must('compression', ''), serviceTemp: must(26, 'hall'), tolerance: must(0.15, 'gap 4 ± 0.75, a fifth of it'), nonMarring: must(true, 'glass'), copies: must(6, 'three benches, two each'), cyclesPerYear: must(9000, 'doors a year'), years: must(2, ''), fluids: must(['alcohol'], 'glass cleaner'), wear: must('none', 'glass is smooth'),
      },
    },
    { printed: 'gap-gauge', machined: 'gap-gauge' },
  ),
  demo(
    {
      title: 'Press-brake tool, stainless trim 0.6 mm', family: 'brake-tool', place: 'Sheet metal, brake 2', form: 'shaped', size_mm: [160, 60, 40],
      trouble: 'A joggle in bright trim for forty ovens: the steel tool costs more than the order and marks the face.',
      today: { way: 'bought', material: 's235', cost: 720, wait_days: 25, delay_per_day: 40 },
      need: {
        load: must(5500, 'bend force on 120 mm'), pressure: must(22, 'force over the nose'), loadDirection: must('compression', ''), serviceTemp: must(28, ''), tolerance: must(0.3, 'trim drawing'), nonMarring: must(true, 'bright face'), copies: must(1, ''), cyclesPerYear: must(160, 'forty ovens, four bends'), years: must(1, ''), fluids: must([], 'film on the sheet'), wear: must('rubbing', ''),
      },
    },
    { printed: 'trim-punch', machined: 'trim-punch' },
  ),
  demo(
    {
      title: 'Thermoforming mould, proofing cabinet lid', family: 'thermoform-mould', place: 'Bought-in plastics', form: 'shaped', size_mm: [620, 420, 110],
      trouble: 'The lid is still changing; each aluminium mould takes six weeks.',
      today: { way: 'bought', material: 'al-6061', cost: 5200, wait_days: 42, delay_per_day: 60 },
      need: {
        serviceTemp: must(75, 'tempered'), peakTemp: must(125, 'where the sheet lands'), pressure: must(0.09, 'vacuum'), tolerance: must(1, 'lid drawing'), copies: must(1, ''), cyclesPerYear: must(700, 'lids a year'), years: must(2, 'until the next lid'), fluids: must([], ''), wear: must('rubbing', 'sheet'),
      },
    },
    { printed: 'lid-mould', machined: 'lid-mould' },
  ),
  demo(
    {
      title: 'Lay-up mould, glass-fibre hood 1.9 m', family: 'layup-mould', place: 'Bought-in composites', form: 'shaped', size_mm: [1900, 820, 260],
      trouble: 'The plug and splash take ten weeks; the hood is wanted for the trade fair.',
      today: { way: 'hand-made', material: null, cost: 14_500, wait_days: 70, delay_per_day: 180 },
      need: {
        cureTemp: must(60, 'post-cure'), pressure: must(0.1, 'vacuum bag'), serviceTemp: must(25, ''), tolerance: must(1.5, 'hood edge'), roughness: want(3.2, 'gel coat'), vacuum: must(true, 'bag on the mould'), copies: must(1, ''), cyclesPerYear: must(25, 'hoods a year'), years: must(2, ''), wear: must('none', ''),
      },
    },
    { printed: 'hood-mould' },
  ),
  demo(
    {
      title: 'Core for the flour-chute elbow', family: 'core', place: 'Bought-in composites', form: 'shaped', size_mm: [240, 240, 72],
      trouble: 'The elbow is laid up in halves and glued; the seam leaks flour dust.',
      today: { way: 'none', material: null, cost: null, wait_days: null, delay_per_day: 90 },
      need: {
        cureTemp: must(80, 'resin data'), pressure: must(0.1, 'vacuum bag'), serviceTemp: must(25, ''), tolerance: must(0.8, 'chute joint'), copies: must(1, 'each used once'), cyclesPerYear: must(10, 'elbows for the pilot line'), years: must(1, ''), fluids: must([], ''), wear: must('none', ''), roughness: want(12.5, 'inside of the chute'),
      },
    },
    { printed: 'elbow-core' },
  ),
  demo(
    {
      title: 'Flex-form die, drip-tray corner', family: 'flex-form-die', place: 'Sheet metal, fluid cell at a supplier', form: 'shaped', size_mm: [190, 190, 44],
      trouble: 'Corners are hammered and welded; eighty trays are ordered.',
      today: { way: 'machined', material: 'al-6061', cost: 860, wait_days: 24, delay_per_day: 30 },
      need: {
        pressure: must(28, 'cell pressure for 0.8 mm aluminium'), serviceTemp: must(30, ''), load: must(0, ''), loadDirection: must('compression', ''), tolerance: must(0.4, ''), roughness: want(6.3, ''), copies: must(1, ''), cyclesPerYear: must(80, 'trays'), years: must(1, ''), fluids: must(['mineral-oil'], 'forming oil'), wear: must('rubbing', ''),
      },
    },
    { printed: 'corner-die', machined: 'corner-die' },
  ),
  demo(
    {
      title: 'Sand match plate, iron grate foot', family: 'sand-pattern', place: 'Bought-in castings', form: 'shaped', size_mm: [300, 220, 34],
      trouble: 'The wooden pattern is worn out and the pattern maker has retired.',
      today: { way: 'bought', material: null, cost: 1450, wait_days: 35, delay_per_day: 20 },
      need: {
        pressure: must(0.6, 'moulding machine'), serviceTemp: must(35, 'warm sand'), load: must(0, ''), tolerance: must(0.5, 'casting grade'), roughness: want(6.3, 'draws from sand'), copies: must(1, ''), cyclesPerYear: must(300, 'moulds a year'), years: must(3, ''), fluids: want(['alcohol'], 'parting spray'), wear: must('abrasive', 'sand'),
      },
    },
    { printed: 'grate-plate', machined: 'grate-plate' },
  ),
  demo(
    {
      title: 'Sprocket guard, tray conveyor', family: 'guard', place: 'Maintenance, tray conveyor 4', form: 'shaped', size_mm: [240, 160, 70],
      trouble: 'The bought guard does not clear the new tensioner and has been left off.',
      today: { way: 'none', material: null, cost: null, wait_days: null, delay_per_day: 40 },
      need: {
        load: must(250, 'a knee against it'), loadDirection: must('in-plane', ''), serviceTemp: must(35, 'beside the drive'), tolerance: must(1, 'bolt pattern'), impact: must('fair', 'trays bump it'), copies: must(1, ''), cyclesPerYear: must(250, 'taken off and put back'), years: must(5, ''), fluids: must(['mineral-oil', 'alkaline'], 'chain oil, wash-down'), wear: must('none', ''),
      },
    },
    { printed: 'sprocket-guard' },
  ),
];
