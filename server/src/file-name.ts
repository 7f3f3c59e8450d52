/** A title as a file name that every system takes, encoded for a header. */
export const fileNameOf = (title: string): string => encodeURIComponent(title.replace(/[^\p{L}\p{N} -]/gu, '').trim().replace(/\s+/g, '-') || 'case');

/** A name as a user's system gave it, without path separators and control characters. */
export const cleanFileName = (name: string): string => name.replace(/[\\/\p{Cc}]/gu, '_');
