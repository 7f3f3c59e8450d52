/** A cell that a spreadsheet would take for a formula is written as text. */
export const safeCell = (t: string): string => (/^[=+\-@\t\r]/.test(t) ? `'${t}` : t);
