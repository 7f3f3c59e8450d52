import { FAMILIES } from './families';
import type { AreaId, Family } from './family';

/** One part of a plant as it is walked through: what to ask the people there. */
export interface Area {
  label: string;
  /** Questions that bring candidates to light, to be asked at the machine. */
  ask: readonly string[];
}

/** Where tools are found. A kind of tool says itself in which of them it turns up (`Family.areas`). */
export const AREAS: Readonly<Record<AreaId, Area>> = {
  machining: {
    label: 'Machining',
    ask: [
      'Which clamp set-up is built anew for each part?',
      'Which second operation has nothing square to hold by?',
      'Which finished face comes out with marks of the jaws?',
      'How many hours did the machines spend on tools for the house last month?',
    ],
  },
  sheet: {
    label: 'Sheet and forming',
    ask: ['Which odd radius or bead waits weeks for a die?', 'Which dies are kept for a part made twice a year?', 'Which sheets are marked by the tool?'],
  },
  welding: {
    label: 'Welding',
    ask: [
      'Which parts are located with clamps and a tape measure?',
      'Which fixture is in the way of the torch?',
      'How far from the weld does the fixture touch?',
    ],
  },
  assembly: {
    label: 'Assembly',
    ask: [
      'Which part can be put in the wrong way round?',
      'Where are two pairs of hands needed to hold and to join?',
      'Which holes are drilled by eye?',
      'Which aid was made at home by somebody on the line?',
    ],
  },
  robots: {
    label: 'Robots and automation',
    ask: [
      'Which gripper is near the payload of its robot?',
      'Which hoses are hung outside and catch?',
      'Which cells stand because of the gripper, and how often?',
    ],
  },
  coating: {
    label: 'Painting and coating',
    ask: ['What is masked with tape, and how long does it take?', 'Which masks are thrown away, and what do they cost a year?'],
  },
  composites: {
    label: 'Composites',
    ask: [
      'Which moulds wait for a block to be cut?',
      'Which hollow part is glued from two halves?',
      'Which trim and drill jigs are laid up by hand?',
      'Which hand-made tool has no model?',
    ],
  },
  moulding: {
    label: 'Moulding and thermoforming',
    ask: ['Which bridge parts are wanted before the steel mould is there?', 'Which parts lift hot, warped or late?', 'What do the first fifty shots wait for?'],
  },
  foundry: {
    label: 'Foundry',
    ask: ['Which pattern is wanted for a dozen castings?', 'Which core box is worn, and who repairs it?', 'Which pattern rests on one pattern maker?'],
  },
  inspection: {
    label: 'Inspection',
    ask: [
      'How many set-ups has each inspection plan, and how long is one?',
      'What is measured twice because it sat differently?',
      'Which check is left out because nothing holds the part?',
    ],
  },
  logistics: {
    label: 'Stores and logistics',
    ask: [
      'Which parts arrive scratched, or are counted by hand?',
      'Which tools lie on shelves just in case, and when were they used last?',
      'What is lifted more than a few times an hour?',
    ],
  },
  maintenance: {
    label: 'Maintenance',
    ask: ['Which spare stops a line, and how long does it take to come?', 'Which part breaks again and again?', 'Which guard is off, or tied up with wire?'],
  },
};
export const AREA_IDS = Object.keys(AREAS) as AreaId[];

/** Kinds of tool that turn up there, in the order in which they are offered. */
export const familiesIn = (area: AreaId): Family[] => FAMILIES.filter((f) => f.areas.includes(area));
