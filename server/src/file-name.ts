/** A title as a file name that every system takes, encoded for a header. */
export const fileNameOf = (title: string): string =>
  encodeURIComponent(title.replace(/[^\p{L}\p{N} -]/gu, '').trim().replace(/\s+/g, '-') || 'case');
