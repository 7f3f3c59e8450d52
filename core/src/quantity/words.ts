/** A label inside a sentence: the first letter small, unless it is an abbreviation. */
export const inSentence = (label: string): string => (/^.[a-z ]/.test(label) ? label[0].toLowerCase() + label.slice(1) : label);

/** At the head of a sentence. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** "a, b and c". */
export const list = (
  words: readonly string[],
  between = ', ',
): string => (words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(between)} and ${words.at(-1)}`);

/** "1 ring", "3 rings"; of what takes an s. */
export const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;
