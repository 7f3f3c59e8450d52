import type { Duty, Family } from '../need/family';
import type { WearMode } from '../need/requirements';
import { formatNumber } from '../quantity/quantity';
import { movedLife, type Evidence, faceEvidence, type LifeEvidence, lifeEvidence, NO_EVIDENCE, ownLog } from '../records/evidence';
import type { Material, Removal } from '../shelf/types';
import type { Entry, Range } from '../worksheet/types';
import { baseLife, WEAR_CLASS_WORDS, type WearClass } from './base-lives';
import { fatigueLife, type Stressed } from './fatigue';
import { rubbedAway, type Rubbing, wearRate } from './rubbing';

/** Grit eats plastic, knocks chip it; metal minds both less. */
const WEAR_FACTOR: Record<'plastic' | 'metal', Record<WearMode, number>> = {
  plastic: { none: 1, rubbing: 0.6, abrasive: 0.12, impact: 0.4 },
  metal: { none: 1, rubbing: 0.7, abrasive: 0.3, impact: 0.6 },
};
const WEAR_WORD: Record<WearMode, string> = { none: 'light contact', rubbing: 'rubbing', abrasive: 'grit and scale', impact: 'knocks' };

/** A body whose working faces are metal only carries: it lasts this many times longer than one that is rubbed itself. */
export const BODY_FACTOR = 10;

/** Wear figures of metals on the shelf below and above which they count as soft or hard. */
const SOFT = 20;
const HARD = 60;
/** Metals go by their class, everything else by the plastic column and its own wear figure. */
export const wearClassOf = (
  { family, wear }: Material,
): WearClass => (family !== 'metal' ? 'plastic' : wear < SOFT ? 'soft-metal' : wear < HARD ? 'steel' : 'hard-steel');

const times = ({ low, likely, high }: Range, x: number): Range => ({ low: Math.max(1, low * x), likely: Math.max(1, likely * x), high: Math.max(1, high * x) });

const SACRIFICIAL: readonly Removal[] = ['dissolved', 'melted', 'broken'];
/** Made to be got rid of, whatever it is used for. What burns out of a shell may be a good plastic elsewhere. */
export const isSacrificial = ({ removal }: Material): boolean => SACRIFICIAL.includes(removal);

/** A tool, as far as its life goes. */
export type Lived = Pick<Family, 'duty' | 'leaves'>;

/** A core or burnt pattern makes one part, and so does whatever is made of a sacrificial material; a core that is pulled out is used again. */
export const usedUp = ({ duty, leaves }: Lived, material: Material): boolean =>
  material.removal !== 'withdrawn' && (duty === 'core' || !!leaves || isSacrificial(material));

/** What wears a tool, and what tires it. */
export interface Use {
  rubbing: Rubbing;
  /** The working faces are metal: the body only carries them. */
  metalFace: boolean;
  /** Soft pads stand between it and the work. */
  pads?: boolean;
  /** How hard its body is worked; absent where no load is known. */
  stress?: Stressed;
}

/** A life, what ends it, and the sentence behind it. */
export interface Life extends Range {
  by: 'use' | 'wear' | 'rubbing' | 'fatigue';
  /** Made into words only where somebody reads it. */
  why(): string;
}

const least = (a: Range, b: Range): Range => ({ low: Math.min(a.low, b.low), likely: Math.min(a.likely, b.likely), high: Math.min(a.high, b.high) });
/** What rubs is worked out where somebody said how far it slides; else the mode stands for it. */
const wearFactor = (of: 'plastic' | 'metal', { mode, slide_mm }: Rubbing): number => (slide_mm && mode !== 'impact' ? 1 : WEAR_FACTOR[of][mode]);

function startingLife({ duty }: Lived, material: Material, { rubbing, metalFace }: Use): Life {
  const of = wearClassOf(material);
  const kind = of === 'plastic' ? 'plastic' : 'metal';
  const factor = metalFace ? BODY_FACTOR : kind === 'metal' ? wearFactor(kind, rubbing) : material.wear * wearFactor(kind, rubbing);
  return {
    ...times(baseLife(duty, of), factor),
    by: 'wear',
    why: () =>
      `Starting life for the duty "${duty}", ${WEAR_CLASS_WORDS[of]}, ${
        metalFace ? 'a body that only carries its metal faces' : WEAR_WORD[rubbing.slide_mm ? 'none' : rubbing.mode]
      }. Replace it with your own log.`,
  };
}

function rubbedLife(wear: number, of: Material['family'], rubbing: Rubbing): Life | undefined {
  const range = rubbedAway(wear, of, rubbing);
  if (!range) return undefined;
  const { slide_mm, pressure_mpa, loss_mm, mode, face } = rubbing;
  return {
    ...range,
    by: 'rubbing',
    why: () =>
      `${face ? `${face} first: ` : ''}${formatNumber(loss_mm.likely)} mm worn off at ${formatNumber(pressure_mpa.likely)} MPa over ${
        formatNumber(slide_mm!)
      } mm a cycle${mode === 'abrasive' ? ', with grit between' : ''}: depth = k p s, k = ${wearRate(wear).toExponential(0)} mm³/(N·m) to a factor of three.`,
  };
}

function tiredLife(material: Material, stress: Stressed): Life {
  return {
    ...fatigueLife(material, stress),
    by: 'fatigue',
    why: () =>
      `Its largest load is ${Number(stress.ratio.likely.toPrecision(2))} of ${stress.joined ? 'what its joints bear' : 'its strength'} each cycle${
        stress.warm ? ', near the heat it stands' : ''
      }${stress.lasting && material.family !== 'metal' ? ', for hours at a time' : ''}: cycles until it cracks, by the usual line for ${
        material.family === 'metal' ? 'metals' : 'plastics'
      }, half a decade either way.`,
  };
}

/**
 * Life of one tool, cycles, before any log: the shortest of the starting life of its duty and class (× wear mode, and for plastics ×
 * the material's own wear figure), of what the sliding wears off, and of what its body bears. With metal faces the body only carries
 * them: nothing rubs it, and it sees ten times as much use.
 * @param uses of a core that is used again
 */
export function bookLife(tool: Lived, material: Material, use: Use, uses?: Range): Life {
  if (usedUp(tool, material)) return { low: 1, likely: 1, high: 1, by: 'use', why: () => 'Used up by its one use.' };
  if (uses) return { ...uses, by: 'wear', why: () => 'Uses of such a core until it tears or sets.' };
  const { metalFace, stress, rubbing } = use;
  const tired = stress && tiredLife(material, stress);
  let ends: Life = startingLife(tool, material, use);
  let range: Range = ends;
  for (const other of [metalFace ? undefined : rubbedLife(material.wear, material.family, rubbing), tired]) {
    if (!other) continue;
    range = least(range, other);
    if (other.likely < ends.likely) ends = other;
  }
  return { low: range.low, likely: range.likely, high: range.high, by: ends.by, why: ends.why };
}

/** Faces are of plain steel; on a body of steel they are hardened inserts. */
const faceClass = (body: Material): 'steel' | 'hard-steel' => (wearClassOf(body) === 'steel' ? 'hard-steel' : 'steel');
/** Wear figures of what faces are made of. */
const FACE_WEAR = { steel: 50, 'hard-steel': 100 } as const;

/** Life of a steel working face, cycles: that of its steel under the same duty, or what the sliding wears off it where that is less. */
export function faceLife(duty: Duty, rubbing: Rubbing, body: Material): Life {
  const of = faceClass(body);
  const start: Life = {
    ...times(baseLife(duty, of), wearFactor('metal', rubbing)),
    by: 'wear',
    why: () =>
      `Starting life of ${WEAR_CLASS_WORDS[of]} for the duty "${duty}", ${WEAR_WORD[rubbing.slide_mm ? 'none' : rubbing.mode]}. Replace it with your own log.`,
  };
  const rubbed = rubbedLife(FACE_WEAR[of], 'metal', rubbing);
  const ends = rubbed && rubbed.likely < start.likely ? rubbed : start;
  return { ...least(start, rubbed ?? start), by: ends.by, why: ends.why };
}

const learned = (book: Life, own: LifeEvidence | undefined): Pick<Entry, 'low' | 'likely' | 'high' | 'source'> =>
  own
    ? {
      ...movedLife(book, own),
      source: movedLife(book, own) === book
        ? { kind: 'guess', text: `${book.why()} ${ownLog(own.n)} so far, none worn out: they do not lower it.` }
        : { kind: 'measured', text: `Starting life moved by ${ownLog(own.n)} (${own.worn} worn out, median ${Math.round(own.median)} cycles).` },
    }
    : { low: book.low, likely: book.likely, high: book.high, source: { kind: 'guess', text: book.why() } };

// A steel face is another tool than the log tells of.
const ownLife = ({ duty }: Lived, { id }: Material, { metalFace }: Use, evidence: Evidence): LifeEvidence | undefined =>
  metalFace ? undefined : lifeEvidence(evidence, duty, id);

/** Life of one tool, learned from the log where there is one, and what ends it. */
export function toolLife(tool: Lived, material: Material, use: Use, evidence: Evidence, uses?: Range): Range & Pick<Life, 'by'> {
  const book = bookLife(tool, material, use, uses);
  const own = ownLife(tool, material, use, evidence);
  return own ? { ...movedLife(book, own), by: book.by } : book;
}

/** The same as an entry, lognormal between P5 and P95. */
export function lifeEntry(tool: Lived, material: Material, use: Use, evidence: Evidence = NO_EVIDENCE, uses?: Range): Entry {
  return {
    name: 'life',
    label: 'Life of one tool',
    unit: 'cycle',
    spread: 'lognormal',
    ...learned(bookLife(tool, material, use, uses), ownLife(tool, material, use, evidence)),
    key: `life.${tool.duty}.${material.id}.${use.metalFace}`,
  };
}

/** Life of metal faces, learned from the log where there is one. */
export function faceRange(duty: Duty, { rubbing }: Use, body: Material, evidence: Evidence): Range {
  const own = faceEvidence(evidence, duty);
  const book = faceLife(duty, rubbing, body);
  return own ? movedLife(book, own) : book;
}

/** Rubber on contact faces, cycles: that of a wearing pad. */
function padLife({ mode }: Rubbing): Life {
  return {
    ...times(baseLife('pad', 'plastic'), WEAR_FACTOR.plastic[mode]),
    by: 'wear',
    why: () => `Starting life of soft pads, ${WEAR_WORD[mode]}. Replace it with your own log.`,
  };
}

/** Never worn: stands for "there is no such item". */
const NEVER = 1e12;

/** Life of the wearing item as an entry; where there is none, it never wears. */
export function faceEntry(duty: Duty, { metalFace, pads, rubbing }: Use, body: Material, evidence: Evidence = NO_EVIDENCE): Entry {
  return {
    name: 'life_face',
    label: pads ? 'Life of the pads' : 'Life of the metal working faces',
    unit: 'cycle',
    spread: 'lognormal',
    ...(metalFace
      ? learned(faceLife(duty, rubbing, body), faceEvidence(evidence, duty))
      : pads
      ? learned(padLife(rubbing), undefined)
      : { low: NEVER, likely: NEVER, high: NEVER, source: { kind: 'standard' as const, text: 'No metal face or pad is fitted.' } }),
    key: pads ? 'life.pads' : `life.face.${duty}.${faceClass(body)}`,
  };
}
