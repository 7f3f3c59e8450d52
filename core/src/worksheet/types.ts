/**
 * The words of the worksheet: named lines over named entries.
 *
 * A *line* is computed from an expression; an *entry* is put in from outside (measured, looked up, quoted, typed).
 * Units are written as `mathjs` reads them (`kg`, `cm^3/h`, `money/kg`); an empty string is a plain number.
 * `money` stands for the site's currency.
 */

/** Where a figure comes from; shown wherever the figure is shown. */
export type SourceKind = 'measured' | 'guess' | 'shelf' | 'shop' | 'need' | 'quote' | 'you' | 'standard';

export interface Source {
  kind: SourceKind;
  /** One short sentence a colleague can check: "typical published range, confirm with your supplier's sheet". */
  text: string;
}

/** Low, likely and high value, in the unit of the entry that carries it. low ≤ likely ≤ high. */
export interface Range {
  low: number;
  likely: number;
  high: number;
}

/**
 * How an entry is spread between its low and high.
 * `pert` (default): beta with mode at likely, bounded. `triangular`: bounded, heavier shoulders.
 * `lognormal`: low and high are the 5th and 95th percentiles, for queues and lives.
 * `uniform`: no favourite.
 */
export type Spread = 'pert' | 'triangular' | 'lognormal' | 'uniform';

export interface Entry extends Range {
  name: string;
  label: string;
  unit: string;
  source: Source;
  spread?: Spread;
  /** Rounded to whole numbers when sampled (copies, layers). */
  whole?: boolean;
  /**
   * Identity for sampling. Entries with the same key draw the same samples in every worksheet, so that the labour
   * rate is the same on both sides of a comparison. Defaults to the name.
   */
  key?: string;
}

/** Which part of the bill a line belongs to; the build-up chart stacks these. */
export type CostGroup =
  | 'engineering'
  | 'material'
  | 'machine'
  | 'labour'
  | 'finishing'
  | 'hardware'
  | 'outside'
  | 'overhead';

export interface Line {
  name: string;
  label: string;
  unit: string;
  /** mathjs expression over names of lines and entries. */
  expr: string;
  /** Part of the bill. Only lines in money that add up to the price carry it. */
  cost?: CostGroup;
  /** With `cost`: paid once per order (programming, preparation) instead of once per tool. */
  once?: boolean;
  /** Done in the house though the tool is made outside: no bureau puts its margin on it. */
  own?: boolean;
  /** Why the line is what it is, where a reader may wonder. */
  note?: string;
}

/** A figure put over a computed line ("we have a quote"). The computed value stays beside it. */
export interface Override extends Range {
  note: string;
  source: Source;
}

/** One value for all samples, or one per sample. */
export type Column = number | Float64Array;

export type SheetErrorKind = 'syntax' | 'unknown-name' | 'cycle' | 'duplicate' | 'missing-entry' | 'unit' | 'not-finite';

/** Any fault of a worksheet. `line` names the line to look at. */
export class SheetError extends Error {
  constructor(
    readonly kind: SheetErrorKind,
    readonly line: string,
    message: string,
  ) {
    super(message);
    this.name = 'SheetError';
  }
}
