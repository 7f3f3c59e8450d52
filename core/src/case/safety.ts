import type { Family, Form } from '../need/family';
import type { CaseFacts, ResolvedNeed, Size } from './facts';
import { formOf, sizeOf } from './facts';

/** Gas above this, MPa, counts as pressure equipment; liquid above the second. Usual thresholds of pressure rules: 0.5 bar and 10 bar. */
const GAS_MPA = 0.05;
const LIQUID_MPA = 1;
/** Rim speed from which a burst throws pieces like shot, m/s. */
const FAST = 30;

/** Rim speed, m/s: a turned part turns about its long side, anything else is taken to turn like a propeller. */
export const rimSpeed = (turns_per_minute: number, { sorted }: Size, form: Form): number =>
  (Math.PI * (form === 'turned' ? sorted[1] : sorted[0]) * turns_per_minute) / 60_000;

/** What a tool has to be proved by before somebody competent lets it be used. */
export type ProvedBy = 'load' | 'pressure' | 'spin';
export interface Licence {
  /** Who has to release it, and why. */
  says: string;
  proof: ProvedBy;
}

/**
 * Who has to release the tool, and why: kinds of tool that are never released on a calculation made here, stored pressure and fast
 * rotors. None where the engineer may sign.
 */
export function licenceFor(family: Family, need: ResolvedNeed, size: Size, form: Form): Licence | undefined {
  if (family.licensed) return { says: family.licensed, proof: 'load' };
  const held = need.held?.value;
  const p = need.heldPressure?.value ?? Infinity;
  if (held === 'gas' && p > GAS_MPA) {
    return {
      says:
        'It holds gas under pressure: that is pressure equipment, designed, proved and released by a competent person under your pressure rules, never on a calculation made here.',
      proof: 'pressure',
    };
  }
  if (held === 'liquid' && need.heldPressure && p > LIQUID_MPA) {
    return {
      says: 'It holds liquid at more than 10 bar: that is pressure equipment, designed, proved and released by a competent person under your pressure rules.',
      proof: 'pressure',
    };
  }
  if (need.rotation?.value && rimSpeed(need.rotation.value, size, form) > FAST) {
    return {
      says: 'It turns so fast that a burst throws pieces like shot: its strength, balance and guard are released by a specialist after a spin test.',
      proof: 'spin',
    };
  }
  return undefined;
}
export const licensedFor = (...asked: Parameters<typeof licenceFor>): string | undefined => licenceFor(...asked)?.says;

/** The same of a whole case. */
export const licenceOf = ({ family, need, doc }: Pick<CaseFacts, 'family' | 'need' | 'doc'>): Licence | undefined =>
  licenceFor(family, need, sizeOf(doc, true), formOf(doc, true));
export const licensedOf = (facts: Pick<CaseFacts, 'family' | 'need' | 'doc'>): string | undefined => licenceOf(facts)?.says;
