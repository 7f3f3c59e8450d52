/** A moment by the clock of UTC, to the minute, as everywhere in the app. */
export const dayAndTime = (iso: string): string => `${iso.slice(0, 16).replace('T', ' ')} UTC`;
export const inWords = (e: unknown): string => (e instanceof Error ? e.message : String(e));
