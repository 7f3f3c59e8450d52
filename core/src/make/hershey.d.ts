/** Strokes of a plain roman letter, one line a character (Hershey 1967), in base64. */
declare module 'hershey/lib/rowmans' {
  const table: string | { default: string };
  export default table;
}
/** Number of each character in the table. */
declare module 'hershey/lib/characterNumbers' {
  const numbers: Readonly<Record<string, number>> | { default: Readonly<Record<string, number>> };
  export default numbers;
}
