import type { Duty } from '../need/family';
import type { WearMode } from '../need/requirements';
import type { Material } from '../shelf/types';
import { blended, type Evidence, lifeEvidence, NO_EVIDENCE, ownLog } from '../records/evidence';
import type { Entry, Range } from '../worksheet/types';

/**
 * Starting life, cycles of one tool in short-fibre nylon under light contact, by duty. Wide on purpose: practitioners
 * differ by a factor of ten, and a site's own log should replace them.
 */
const BASE: Record<Duty, Range> = {
  guide: { low: 3_000, likely: 12_000, high: 40_000 },
  locate: { low: 15_000, likely: 50_000, high: 150_000 },
  press: { low: 8_000, likely: 30_000, high: 90_000 },
  clamp: { low: 2_000, likely: 6_000, high: 16_000 },
  carry: { low: 8_000, likely: 30_000, high: 100_000 },
  grip: { low: 20_000, likely: 80_000, high: 250_000 },
  gauge: { low: 5_000, likely: 20_000, high: 60_000 },
  weld: { low: 1_000, likely: 5_000, high: 15_000 },
  mask: { low: 300, likely: 1_200, high: 4_000 },
  form: { low: 50, likely: 160, high: 500 },
  mould: { low: 50, likely: 250, high: 1_000 },
  lift: { low: 2_000, likely: 8_000, high: 25_000 },
  spare: { low: 2_000, likely: 10_000, high: 40_000 },
  guard: { low: 2_000, likely: 8_000, high: 25_000 },
  hand: { low: 5_000, likely: 20_000, high: 60_000 },
  layup: { low: 60, likely: 110, high: 190 },
  thermo: { low: 300, likely: 1_000, high: 3_000 },
  // Used up by its one use, whatever it is made of.
  core: { low: 1, likely: 1, high: 1 },
  // Sand is grit: with that wear mode, 500 to 3 000 moulds.
  pattern: { low: 4_200, likely: 10_000, high: 25_000 },
  bend: { low: 200, likely: 450, high: 1_000 },
  pad: { low: 2_000, likely: 8_000, high: 25_000 },
};

const WEAR_FACTOR: Record<WearMode, number> = { none: 1, rubbing: 0.6, abrasive: 0.12, impact: 0.4 };
const WEAR_WORD: Record<WearMode, string> = { none: 'light contact', rubbing: 'rubbing', abrasive: 'grit and scale', impact: 'knocks' };

/** Metal on the working faces lets a printed body last this much longer. */
export const METAL_FACE_FACTOR = 12;

/** Life of one tool, cycles: base by duty × the material's wear life × wear mode. */
export function lifeRange(duty: Duty, material: Material, wear: WearMode, metalFace: boolean): Range {
  const base = BASE[duty];
  const factor = duty === 'core' ? 1 : (metalFace ? METAL_FACE_FACTOR * Math.max(1, material.wear) : material.wear) * WEAR_FACTOR[wear];
  return { low: Math.max(1, base.low * factor), likely: Math.max(1, base.likely * factor), high: Math.max(1, base.high * factor) };
}

/**
 * Life of one tool as an entry, lognormal between P5 and P95.
 * @param metalFace the working faces are metal, the body carries them
 */
export function lifeEntry(duty: Duty, material: Material, wear: WearMode, metalFace: boolean, evidence: Evidence = NO_EVIDENCE): Entry {
  // A steel face is another tool than the log tells of.
  const own = metalFace ? undefined : lifeEvidence(evidence, duty, material.id);
  const book = lifeRange(duty, material, wear, metalFace);
  return {
    name: 'life',
    label: 'Life of one tool',
    unit: 'cycle',
    spread: 'lognormal',
    ...(own ? blended(book, own.median, own.n) : book),
    key: `life.${duty}.${material.id}.${metalFace}`,
    source: own ? { kind: 'measured', text: `Starting life moved by ${ownLog(own.n)} (${own.worn} worn out, median ${Math.round(own.median)} cycles).` } : {
      kind: 'guess',
      text: `Starting life for the duty "${duty}", ${material.label}, ${WEAR_WORD[wear]}${
        metalFace ? ', metal working faces' : ''
      }. Replace it with your own log.`,
    },
  };
}
