import type { Duty, Family } from '../need/family';
import type { WearMode } from '../need/requirements';
import { blended, type Evidence, faceEvidence, lifeEvidence, NO_EVIDENCE, ownLog } from '../records/evidence';
import type { Material, Removal } from '../shelf/types';
import type { Entry, Range } from '../worksheet/types';
import { baseLife, WEAR_CLASS_WORDS, type WearClass } from './base-lives';

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

/**
 * Life of one tool, cycles: base by duty and class × wear mode, and for plastics × the material's own wear figure.
 * @param metalFace the working faces are metal: this is the body's life, which only carries them
 * @param uses of a core that is used again
 */
export function lifeRange(tool: Lived, material: Material, wear: WearMode, metalFace: boolean, uses?: Range): Range {
  const { duty } = tool;
  if (usedUp(tool, material)) return { low: 1, likely: 1, high: 1 };
  if (uses) return uses;
  const of = wearClassOf(material);
  if (of !== 'plastic') return times(baseLife(duty, of), WEAR_FACTOR.metal[wear]);
  return metalFace ? times(baseLife(duty, of), BODY_FACTOR) : times(baseLife(duty, of), material.wear * WEAR_FACTOR.plastic[wear]);
}

/** Life of a steel working face, cycles: that of steel under the same duty. */
export const faceLife = (duty: Duty, wear: WearMode): Range => times(baseLife(duty, 'steel'), WEAR_FACTOR.metal[wear]);

/**
 * Life of one tool as an entry, lognormal between P5 and P95.
 * @param metalFace the working faces are metal, the body carries them
 */
export function lifeEntry(tool: Lived, material: Material, wear: WearMode, metalFace: boolean, evidence: Evidence = NO_EVIDENCE, uses?: Range): Entry {
  const { duty } = tool;
  // A steel face is another tool than the log tells of.
  const own = metalFace ? undefined : lifeEvidence(evidence, duty, material.id);
  const book = lifeRange(tool, material, wear, metalFace, uses);
  const why = usedUp(tool, material)
    ? 'Used up by its one use.'
    : `Starting life for the duty "${duty}", ${WEAR_CLASS_WORDS[wearClassOf(material)]}, ${
      metalFace ? 'a body that only carries its metal faces' : WEAR_WORD[wear]
    }. Replace it with your own log.`;
  return {
    name: 'life',
    label: 'Life of one tool',
    unit: 'cycle',
    spread: 'lognormal',
    ...(own ? blended(book, own.median, own.n) : book),
    key: `life.${duty}.${material.id}.${metalFace}`,
    source: own
      ? { kind: 'measured', text: `Starting life moved by ${ownLog(own.n)} (${own.worn} worn out, median ${Math.round(own.median)} cycles).` }
      : { kind: 'guess', text: why },
  };
}

/** Never worn: stands for "there is no such item". */
const NEVER = 1e12;

/** Life of the wearing item as an entry; where there is none, it never wears. */
export function faceEntry(duty: Duty, wear: WearMode, metalFace: boolean, evidence: Evidence = NO_EVIDENCE): Entry {
  const own = metalFace ? faceEvidence(evidence, duty) : undefined;
  const book = metalFace ? faceLife(duty, wear) : { low: NEVER, likely: NEVER, high: NEVER };
  return {
    name: 'life_face',
    label: 'Life of the metal working faces',
    unit: 'cycle',
    spread: 'lognormal',
    ...(own ? blended(book, own.median, own.n) : book),
    key: `life.face.${duty}`,
    source: own
      ? { kind: 'measured', text: `Starting life moved by ${ownLog(own.n)} (${own.worn} worn out, median ${Math.round(own.median)} cycles).` }
      : metalFace
      ? { kind: 'guess', text: `Starting life of plain steel for the duty "${duty}", ${WEAR_WORD[wear]}. Replace it with your own log.` }
      : { kind: 'standard', text: 'No metal face is fitted.' },
  };
}
