import { list } from '../quantity/words';

/** How things with a safety sheet are handled, as a rule of practice; the sheet and the rules of the place go first. */
interface Handling {
  /** As processes, finishes and remedies name them. */
  of: readonly string[];
  store: string;
  air: string;
  hands: string;
}

const HANDLING: readonly Handling[] = [
  {
    of: ['the dye'],
    store: 'dry, closed, away from what is eaten or worn',
    air: 'extraction over the hot bath; dust of dry dye is not breathed in',
    hands: 'gloves and glasses: it stains and some make skin itch; what is used up as the sheet says',
  },
  {
    of: ['the uncured resin', 'the uncured resins', 'the support material and its bath'],
    store: 'cool, dark, closed, in a tray that holds a spill',
    air: 'extraction at machine and bench',
    hands: 'nitrile gloves, glasses, long sleeves: an allergy stays for life; rests are cured before they are thrown away',
  },
  {
    of: ['resin and hardener', 'the casting resin and its hardener', 'the sealing resin', 'the sealer', 'the adhesive', 'the rubber compound'],
    store: 'cool, hardener apart from resin',
    air: 'extraction where it is mixed, and where it is sanded later',
    hands: 'nitrile gloves and glasses; large rests cure in small lots, for they heat up',
  },
  {
    of: ['the washing solvent', 'the debinding solvent', 'the release agent', 'primer', 'the paint'],
    store: 'in a cabinet for flammable liquids, closed',
    air: 'extraction at the bath or booth, no flame or spark near it',
    hands: 'gloves and glasses; what is used up to special waste, never down the drain',
  },
  {
    of: ['the polymer powder'],
    store: 'dry, closed, away from sparks',
    air: 'no clouds: a vacuum cleaner for explosive dust, nothing blown off',
    hands: 'dust mask and gloves; floors kept dry and swept',
  },
  {
    of: ['the metal powder'],
    store: 'dry, closed, earthed; reactive metals apart, with their own extinguisher',
    air: 'inert gas as the machine asks, a wet or explosion-proof cleaner',
    hands: 'half mask with fine filter, gloves, shoes that lead charge away; sweepings wetted and kept apart',
  },
  {
    of: ['the binder', 'the feedstock binder', 'quartz sand', 'filler', 'the board and its filler', 'the polish'],
    store: 'dry, closed',
    air: 'extraction where it makes dust or fumes; quartz dust needs a fine filter and a measured limit',
    hands: 'mask for fine dust, glasses; wiped up damp, not blown off',
  },
  {
    of: ['the cutting fluid', 'the dielectric oil'],
    store: 'in a tray that holds a spill',
    air: 'mist extracted at the machine',
    hands: 'skin cream or gloves; its bath is looked after, and what is used up goes to special waste',
  },
];

/** Is there something to say of it? */
export const isHandled = (chemical: string): boolean => HANDLING.some((h) => h.of.includes(chemical));

/** One sentence for all that is handled alike: "The paint and primer: keep …; air: …; hands: …." */
export function handlingOf(chemicals: readonly string[]): string[] {
  return HANDLING.flatMap(({ of, store, air, hands }) => {
    const named = chemicals.filter((c) => of.includes(c));
    if (!named.length) return [];
    const what = list(named);
    return [`${what[0].toUpperCase()}${what.slice(1)}: stored ${store}; air: ${air}; hands: ${hands}.`];
  });
}
