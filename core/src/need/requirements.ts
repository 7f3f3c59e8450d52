import type { ChoiceInput, ChoicesInput, NumberInput, YesNoInput } from '../inputs/spec';
import { type Esd, type Flame, type Impact, WET_WITH, type WetWith } from '../shelf/types';

/** must: a route that misses it is out. want: a miss makes the route conditional. */
export type Level = 'must' | 'want';
export type LoadDirection = 'unknown' | 'compression' | 'in-plane' | 'across';
export type Contact = 'none' | 'food' | 'medical';
/** What a design change asks of the tool: a new one, cutting it again, or swapping an insert. */
export type ChangeBy = 'new' | 'cut-again' | 'insert';
/** What is held under pressure inside it. */
export type Held = 'none' | 'liquid' | 'gas';
/** How long a bare hand rests on it while it is hot. */
export type Touch = 'none' | 'moment' | 'seconds' | 'minute' | 'minutes' | 'shift';
/** How much heat a weld brings in. */
export type WeldKind = 'light' | 'usual' | 'heavy';
/** Openings of a guard by shape. */
export type Opening = 'slot' | 'square' | 'round';
/** Metric bolts, by nominal diameter. */
export type BoltSize = 'M3' | 'M4' | 'M5' | 'M6' | 'M8' | 'M10' | 'M12' | 'M16' | 'M20';
export type WearMode = 'none' | 'rubbing' | 'abrasive' | 'impact';

/** One requirement of a case. Absent means "not known yet"; "none needed" is a value of its own. */
export interface Requirement<T = number> {
  level: Level;
  value: T;
  /** Where the figure came from: "oven log, March", "operator". */
  from: string;
}

export const COLOURS = { none: 'does not matter', dark: 'dark, so that dirt does not show', coded: 'of its own, by kind, side or product' } as const;
export type Colour = keyof typeof COLOURS;

export interface Need {
  serviceTemp?: Requirement;
  peakTemp?: Requirement;
  contactTemp?: Requirement;
  contactTime?: Requirement;
  weldDistance?: Requirement;
  weldKind?: Requirement<WeldKind>;
  heatTime?: Requirement;
  heats?: Requirement;
  touch?: Requirement<Touch>;
  load?: Requirement;
  loadDirection?: Requirement<LoadDirection>;
  lasting?: Requirement<boolean>;
  deflection?: Requirement;
  impact?: Requirement<Impact>;
  boltTorque?: Requirement;
  boltSize?: Requirement<BoltSize>;
  held?: Requirement<Held>;
  heldPressure?: Requirement;
  rotation?: Requirement;
  opening?: Requirement;
  openingShape?: Requirement<Opening>;
  reachDistance?: Requirement;
  cureTemp?: Requirement;
  pressure?: Requirement;
  fluids?: Requirement<WetWith[]>;
  wet?: Requirement<boolean>;
  uv?: Requirement<boolean>;
  colour?: Requirement<Colour>;
  esd?: Requirement<Exclude<Esd, 'insulating'> | 'none'>;
  flame?: Requirement<Exclude<Flame, 'burns'> | 'none'>;
  contact?: Requirement<Contact>;
  wear?: Requirement<WearMode>;
  slide?: Requirement;
  rubPressure?: Requirement;
  wearLoss?: Requirement;
  tolerance?: Requirement;
  flatness?: Requirement;
  roughness?: Requirement;
  vacuum?: Requirement<boolean>;
  nonMarring?: Requirement<boolean>;
  massLimit?: Requirement;
  momentLimit?: Requirement;
  copies?: Requirement;
  designs?: Requirement;
  cyclesPerYear?: Requirement;
  years?: Requirement;
  leadLimit?: Requirement;
  changes?: Requirement;
  changeBy?: Requirement<ChangeBy>;
}

export type RequirementId = keyof Need;

interface Asked {
  id: RequirementId;
  /** Why it is asked. */
  help: string;
  group: 'Heat' | 'Loads' | 'Safety' | 'Surroundings' | 'Accuracy' | 'Contact' | 'Programme';
}
export type NumberSpec = NumberInput & Asked & {
  /** How far off a guess of it may be: added to it, or a factor both ways. Used to tell which fact is worth finding out. */
  doubt: { by: number } | { times: number };
};
/** A requirement is a declared input with a group and a reason. */
export type RequirementSpec = NumberSpec | ((ChoiceInput | YesNoInput | ChoicesInput) & Asked);

/** Every requirement the need may hold: what it is called, why it is asked, and the range beyond which it is a slip of the pen. */
// dprint-ignore
export const REQUIREMENTS: readonly RequirementSpec[] = [
  { id: 'serviceTemp', group: 'Heat', kind: 'number', label: 'Temperature in service', quantity: 'temperature', min: -80, max: 1400, doubt: { by: 25 }, help: 'Lasting heat rules out most plastics first.' },
  { id: 'peakTemp', group: 'Heat', kind: 'number', label: 'Peak temperature', quantity: 'temperature', min: -80, max: 1600, doubt: { by: 50 }, help: 'Short peaks count too: a hot casting, a weld, a hot insert.' },
  { id: 'cureTemp', group: 'Heat', kind: 'number', label: 'Cure or forming temperature', quantity: 'temperature', min: 0, max: 450, doubt: { by: 25 }, help: 'The tool is at this heat for hours, often under pressure: judged together with it.' },
  { id: 'contactTemp', group: 'Heat', kind: 'number', label: 'Hot work touches it, at', quantity: 'temperature', min: -80, max: 1600, doubt: { by: 50 }, help: 'A casting or a fresh weld heats the skin at once, the body only in time.' },
  { id: 'contactTime', group: 'Heat', kind: 'number', label: 'Hot work rests on it for', quantity: 'seconds', min: 0.05, max: 100_000, doubt: { times: 2 }, help: 'Seconds at a time: how deep the heat gets.' },
  { id: 'heatTime', group: 'Heat', kind: 'number', label: 'Hot for, each time', quantity: 'time', min: 0.001, max: 50_000, doubt: { times: 2 }, help: 'Hours at its highest heat: a plastic stands more for an hour than for a year.' },
  { id: 'heats', group: 'Heat', kind: 'number', label: 'Times it gets so hot', quantity: 'count', min: 1, max: 10_000_000, whole: true, doubt: { times: 3 }, help: 'Cures, castings, washes over the life of one tool; otherwise each cycle is one.' },
  { id: 'weldDistance', group: 'Heat', kind: 'number', label: 'From the weld to the tool', quantity: 'length', min: 0.5, max: 2000, doubt: { times: 2 }, help: 'Where the tool touches the work: the heat falls with the distance.' },
  {
    id: 'weldKind', group: 'Heat', kind: 'choice', label: 'The weld is', help: 'How much heat it brings in: with the distance it says how hot the work gets at the tool.',
    options: [
      { value: 'light', label: 'light, on sheet to 2 mm' },
      { value: 'usual', label: 'usual, on 3 mm' },
      { value: 'heavy', label: 'heavy, on 6 mm and more' },
    ],
  },
  {
    id: 'touch', group: 'Heat', kind: 'choice', label: 'Bare hands on it while hot', help: 'Metal burns a hand at a lower temperature than plastic does.',
    options: [
      { value: 'none', label: 'no' },
      { value: 'moment', label: 'by accident, a second' },
      { value: 'seconds', label: 'up to ten seconds' },
      { value: 'minute', label: 'up to a minute' },
      { value: 'minutes', label: 'up to ten minutes' },
      { value: 'shift', label: 'held for hours' },
    ],
  },
  { id: 'load', group: 'Loads', kind: 'number', label: 'Largest load', quantity: 'force', min: 0, max: 5_000_000, doubt: { times: 2 }, help: 'Clamp, press, cutting or carried load at the most loaded place.' },
  {
    id: 'loadDirection', group: 'Loads', kind: 'choice', label: 'Load direction', help: 'Prints are weakest when pulled apart across their layers.',
    options: [
      { value: 'unknown', label: 'not known' },
      { value: 'compression', label: 'as pressure on a face' },
      { value: 'in-plane', label: 'as bending in the layer plane' },
      { value: 'across', label: 'as pull or bending across layers' },
    ],
  },
  { id: 'lasting', group: 'Loads', kind: 'yes-no', label: 'Load lasts for hours', help: 'Plastics creep: under a lasting load only a third to a half of the short-term strength counts.' },
  { id: 'deflection', group: 'Loads', kind: 'number', label: 'May give under load', quantity: 'length', min: 0.001, max: 100, doubt: { times: 2 }, help: 'Otherwise half of the tolerance is left for bending.' },
  { id: 'pressure', group: 'Loads', kind: 'number', label: 'Pressure on its face', quantity: 'pressure', min: 0, max: 2000, doubt: { times: 1.5 }, help: 'Consolidation or forming pressure at the smallest radius; a face is crushed before the body breaks.' },
  {
    id: 'impact', group: 'Loads', kind: 'choice', label: 'Knocks', help: 'A tool that is dropped every week has to be tough, not strong.',
    options: [{ value: 'brittle', label: 'none to speak of' }, { value: 'fair', label: 'light knocks' }, { value: 'tough', label: 'dropped on the floor' }],
  },
  { id: 'boltTorque', group: 'Loads', kind: 'number', label: 'Torque of the bolts through it', quantity: 'torque', min: 0, max: 2000, doubt: { times: 1.5 }, help: 'A bolt head crushes plastic long before the plate breaks.' },
  { id: 'boltSize', group: 'Loads', kind: 'choice', label: 'Bolts', help: 'Read off the through holes where there is a mesh.', options: (['M3', 'M4', 'M5', 'M6', 'M8', 'M10', 'M12', 'M16', 'M20'] as const).map((value) => ({ value, label: value })) },
  {
    id: 'held', group: 'Safety', kind: 'choice', label: 'Holds under pressure', help: 'Gas under pressure bursts; liquid leaks.',
    options: [{ value: 'none', label: 'nothing' }, { value: 'liquid', label: 'a liquid' }, { value: 'gas', label: 'a gas' }],
  },
  { id: 'heldPressure', group: 'Safety', kind: 'number', label: 'Pressure it holds', quantity: 'pressure', min: 0, max: 500, doubt: { times: 1.5 }, help: 'Above the surrounding pressure, at the worst moment.' },
  { id: 'rotation', group: 'Safety', kind: 'number', label: 'Turns a minute', quantity: 'count', min: 0, max: 200_000, doubt: { times: 1.3 }, help: 'What turns fast has to bear its own weight outwards and run true.' },
  { id: 'opening', group: 'Safety', kind: 'number', label: 'Widest opening of the guard', quantity: 'length', min: 0, max: 1000, doubt: { times: 1.3 }, help: 'What a finger, a hand or an arm gets through.' },
  {
    id: 'openingShape', group: 'Safety', kind: 'choice', label: 'The opening is', help: 'A slot lets a hand through where a round hole does not.',
    options: [{ value: 'slot', label: 'a slot' }, { value: 'square', label: 'square' }, { value: 'round', label: 'round' }],
  },
  { id: 'reachDistance', group: 'Safety', kind: 'number', label: 'From the opening to the danger', quantity: 'length', min: 0, max: 5000, doubt: { times: 1.3 }, help: 'The further the danger lies behind it, the wider an opening may be.' },
  { id: 'fluids', group: 'Surroundings', kind: 'choices', label: 'Fluids', options: Object.entries(WET_WITH).map(([value, label]) => ({ value, label })), help: 'Coolant, oil and cleaners attack some plastics slowly and some at once.' },
  { id: 'wet', group: 'Surroundings', kind: 'yes-no', label: 'Wet or damp for long', help: 'Some nylons swell by a third of a per cent and lose stiffness.' },
  { id: 'uv', group: 'Surroundings', kind: 'yes-no', label: 'Sunlight or UV lamps', help: 'Resins and some plastics go brittle within weeks.' },
  {
    id: 'colour', group: 'Surroundings', kind: 'choice', label: 'Colour', help: 'A colour tells left from right, or one product from another; on a dark tool dirt does not show.',
    options: Object.entries(COLOURS).map(([value, label]) => ({ value, label })),
  },
  {
    id: 'esd', group: 'Surroundings', kind: 'choice', label: 'Static charge', help: 'A charged tray kills electronics without a mark.',
    options: [{ value: 'none', label: 'does not matter' }, { value: 'dissipative', label: 'must lead it away slowly' }, { value: 'conductive', label: 'must conduct' }],
  },
  {
    id: 'flame', group: 'Surroundings', kind: 'choice', label: 'Fire', help: 'Beside arcs, heaters and in vehicles a material may have to go out by itself; a certificate decides.',
    options: [{ value: 'none', label: 'no demand' }, { value: 'slow', label: 'may burn slowly' }, { value: 'self-extinguishing', label: 'must go out by itself' }, { value: 'does-not-burn', label: 'must not burn' }],
  },
  {
    id: 'contact', group: 'Surroundings', kind: 'choice', label: 'Touches food or patients', help: 'Nobody may claim it from a data sheet of the raw material: the finished tool is what is approved.',
    options: [{ value: 'none', label: 'no' }, { value: 'food', label: 'food' }, { value: 'medical', label: 'medical products' }],
  },
  {
    id: 'wear', group: 'Contact', kind: 'choice', label: 'Wear', help: 'Wear decides how long the tool lasts and where metal belongs.',
    options: [
      { value: 'none', label: 'light contact' },
      { value: 'rubbing', label: 'rubbing or sliding' },
      { value: 'abrasive', label: 'grit, scale, rough castings' },
      { value: 'impact', label: 'knocks and drops' },
    ],
  },
  { id: 'slide', group: 'Contact', kind: 'number', label: 'Work slides on it, each cycle', quantity: 'length', min: 0.001, max: 1_000_000, doubt: { times: 3 }, help: 'How far something rubs along its working face in one cycle: with the pressure it says what wears off.' },
  { id: 'rubPressure', group: 'Contact', kind: 'number', label: 'Pressed on while it slides', quantity: 'pressure', min: 0.001, max: 1000, doubt: { times: 3 }, help: 'By hand about 0.1 MPa, clamped 1 MPa and more.' },
  { id: 'wearLoss', group: 'Contact', kind: 'number', label: 'May wear off', quantity: 'length', min: 0.001, max: 20, doubt: { times: 2 }, help: 'Depth that may be lost before it no longer does its work; otherwise the tightest tolerance.' },
  { id: 'nonMarring', group: 'Contact', kind: 'yes-no', label: 'Must not mark the work', help: 'Bare metal marks finished faces.' },
  { id: 'tolerance', group: 'Accuracy', kind: 'number', label: 'Tightest tolerance ±', quantity: 'length', min: 0.001, max: 20, doubt: { times: 2 }, help: 'Only where it matters: bushings and machined datum faces can hold it locally.' },
  { id: 'flatness', group: 'Accuracy', kind: 'number', label: 'Flatness', quantity: 'length', min: 0.001, max: 20, doubt: { times: 2 }, help: 'Large prints warp by more than they are off in size.' },
  { id: 'roughness', group: 'Accuracy', kind: 'number', label: 'Roughness Ra', quantity: 'roughness', min: 0.05, max: 200, doubt: { times: 1.5 }, help: 'A cure tool or pattern gives its skin to the part; a bracket does not care.' },
  { id: 'vacuum', group: 'Accuracy', kind: 'yes-no', label: 'Must hold vacuum', help: 'Walls laid in strands leak until they are sealed.' },
  { id: 'massLimit', group: 'Programme', kind: 'number', label: 'Weight limit', quantity: 'mass', min: 0.001, max: 20_000, doubt: { times: 1.5 }, help: 'For a hand, or for a robot\'s payload.' },
  { id: 'momentLimit', group: 'Programme', kind: 'number', label: 'Moment at its flange', quantity: 'torque', min: 0.001, max: 100_000, doubt: { times: 1.5 }, help: 'What the wrist of the robot takes, in N·m: weight times how far it stands out.' },
  { id: 'copies', group: 'Programme', kind: 'number', label: 'Copies in use', quantity: 'count', min: 1, max: 100_000, whole: true, doubt: { times: 2 }, help: 'One-off costs are shared by the copies.' },
  { id: 'designs', group: 'Programme', kind: 'number', label: 'Sizes and hands of it', quantity: 'count', min: 1, max: 10_000, whole: true, doubt: { times: 2 }, help: 'Tools like this one that differ in size or hand. Copies, cycles and dates are those of one size, what a day without costs is that of all; the first is paid in full, each further one like a design change.' },
  { id: 'cyclesPerYear', group: 'Programme', kind: 'number', label: 'Cycles a year, all copies', quantity: 'count', min: 1, max: 100_000_000, doubt: { times: 3 }, help: 'Parts made, shots, bends: what wears the tool.' },
  { id: 'years', group: 'Programme', kind: 'number', label: 'Years of the programme', quantity: 'years', min: 0.05, max: 40, doubt: { times: 1.5 }, help: 'How long the product will be made.' },
  { id: 'changes', group: 'Programme', kind: 'number', label: 'Design changes to come', quantity: 'count', min: 0, max: 1000, whole: true, doubt: { times: 2 }, help: 'Changes of the product that the tool has to follow, over the whole programme.' },
  {
    id: 'changeBy', group: 'Programme', kind: 'choice', label: 'A change asks for', help: 'What has to be paid again when the product changes.',
    options: [{ value: 'new', label: 'a new tool' }, { value: 'cut-again', label: 'cutting it again' }, { value: 'insert', label: 'another insert' }],
  },
  { id: 'leadLimit', group: 'Programme', kind: 'number', label: 'Needed within', quantity: 'days', min: 0.1, max: 2000, doubt: { times: 1.5 }, help: 'Calendar days from now.' },
];

const specs = new Map(REQUIREMENTS.map((r) => [r.id, r]));
export const requirementSpec = (id: RequirementId): RequirementSpec => specs.get(id)!;
