import { formatDate } from '../quantity/date';
import { list } from '../quantity/words';
import type { Lead } from './evaluate-route';

/**
 * When each way has to be begun so that it is there by the day on which it is needed: "To be there by Fri 18 Dec 2026 in nine cases of ten: begin A by Thu 3 Dec 2026; B
 * is too late already." Nothing where no day is given.
 */
export function beginWords(ways: readonly (readonly [letter: string, lead: Pick<Lead, 'begin'>])[], needed: string): string {
  const known = ways.filter(([, { begin }]) => begin !== undefined);
  if (!known.length) return '';
  const inTime = known.filter(([, { begin }]) => begin !== 'too-late').map(([letter, { begin }]) => `${letter} by ${formatDate(begin!, false)}`);
  const late = known.filter(([, { begin }]) => begin === 'too-late').map(([letter]) => letter);
  const parts = [
    ...(inTime.length ? [`begin ${list(inTime)}`] : []),
    ...(late.length ? [`${list(late)} ${late.length === 1 ? 'is' : 'are'} too late already`] : []),
  ];
  return `To be there by ${formatDate(needed, false)} in nine cases of ten: ${parts.join('; ')}.`;
}
