/** "2026-12-03T09:30" → "Thu 3 Dec 2026, 09:30". */
export function formatDate(iso: string, withTime = true): string {
  const date = new Date(`${iso.slice(0, 16)}${iso.length > 10 ? '' : 'T00:00'}Z`);
  const day = date.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
  return withTime && iso.length > 10 ? `${day}, ${iso.slice(11, 16)}` : day;
}

export const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'] as const;
/** Minutes of a day as "07:30". */
export const clock = (min: number): string => `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;

/** So many days after an ISO date, as one. Part of a day counts as none. */
export const addDays = (day: string, days: number): string => new Date(Date.parse(day) + Math.floor(days) * 86_400_000).toISOString().slice(0, 10);
