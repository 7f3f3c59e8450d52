import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { formatDate } from '@cuadro/core/quantity/date';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { CheckRow } from '@cuadro/core/proof/check-plan';
import type { Values } from '@cuadro/core/inputs/spec';
import { STATE_WORDS } from '@cuadro/core/screen/check';
import { head, INK, OCHRE, page, PETROL, QUIET, right, SHEET } from '../report/report';

const MM = 72 / 25.4;
/** A common width of label tape; the code keeps four of its squares clear around it, as scanners ask. */
const LABEL = { width: 62 * MM, height: 29 * MM, code: 58 };

export interface ReleasedPiece {
  title: string;
  place: string;
  /** Answers of the release. */
  release: Values;
  who: string;
  /** What it is made by and of. */
  way: string;
  shape: string;
  checks: readonly CheckRow[];
  /** Steps of making, the oldest first. */
  steps: readonly Values[];
  /** What whoever uses it is told, from the plan of what can hurt. */
  told: readonly string[];
  printedAt: string;
}

const said = (v: unknown): string => (v === undefined ? '' : String(v));
const day = (v: unknown): string => (typeof v === 'string' ? formatDate(v, false) : '–');

/** The label of a released tool: its number in words and as a code that a scanner types, design, place, next inspection. */
export function labelDefinition({ title, release, way }: ReleasedPiece): TDocumentDefinitions {
  const number = said(release['number']);
  const lines = [
    release['design'] !== undefined ? `revision ${said(release['design'])}` : '',
    said(release['place']),
    release['again'] ? `inspect by ${day(release['again'])}` : '',
    way,
  ];
  return {
    pageSize: { width: LABEL.width, height: LABEL.height },
    pageMargins: [10, 10, 6, 4],
    defaultStyle: { font: 'Sans', fontSize: 6.5, color: INK, lineHeight: 1.1 },
    info: { title: `Label ${number}`, creator: 'Cuadro' },
    content: [{
      columns: [
        { width: LABEL.code + 10, qr: number, fit: LABEL.code, eccLevel: 'M' },
        {
          width: '*',
          stack: [
            { text: number, font: 'Condensed', fontSize: number.length > 10 ? 11 : 16 },
            { text: title.slice(0, 60), bold: true, fontSize: 7 },
            ...lines.filter(Boolean).map((text): Content => ({ text: text.slice(0, 60) })),
          ],
        },
      ],
    }],
  };
}

/** What was asked of a line, and what was found. */
const asked = ({ item: { kind, nominal, least, most, unit } }: CheckRow): string =>
  kind === 'yes-no'
    ? 'holds'
    : nominal !== undefined && least !== undefined && most !== undefined
    ? `${formatNumber(least, 6)} to ${formatNumber(most, 6)} ${unit}`
    : most !== undefined
    ? `at most ${formatNumber(most, 6)} ${unit}`
    : `at least ${formatNumber(least ?? 0, 6)} ${unit}`;
const found = ({ item, value, row }: CheckRow): string =>
  item.kind === 'yes-no'
    ? (row?.values['held'] === true ? 'held' : row ? 'did not' : '–')
    : value === undefined
    ? '–'
    : `${formatNumber(value, 6)} ${item.unit}`;

/** The certificate of a released piece: what it is, how it was made, what was asked of it and found, who let it go. */
export function certificateDefinition(piece: ReleasedPiece): TDocumentDefinitions {
  const { title, release, checks, steps } = piece;
  const number = said(release['number']);
  const facts: [string, string][] = [
    ['Number', number],
    ['Piece', said(release['piece'])],
    ['Revision of the case', said(release['design']) || 'not noted'],
    ['Made by', piece.way],
    ['Shape', piece.shape],
    ['Goes to', said(release['place']) || piece.place],
    ['Inspect again by', day(release['again'])],
  ];
  const rows: TableCell[][] = checks.map((c) => [
    { stack: [{ text: c.item.what }, { text: `${c.item.with}, ${c.item.from}`, color: QUIET, fontSize: 7.5 }] },
    right(asked(c)),
    right(found(c), true),
    { text: c.row?.values['accepted'] ? `accepted: ${said(c.row.values['accepted'])}` : STATE_WORDS[c.state], color: c.state === 'pass' ? PETROL : OCHRE },
  ]);
  const made: TableCell[][] = steps.map((s) => [said(s['step']), day(s['on']), said(s['machine']), said(s['lot']), said(s['recipe'])]);
  return {
    ...page(`Release of ${number}`, `Cuadro · ${title} · ${number}`),
    content: [
      { text: `Release of tool ${number}`, bold: true, fontSize: 18 },
      { text: `${title} · printed ${formatDate(piece.printedAt)}`, style: 'small', margin: [0, 0, 0, 8] },
      { layout: SHEET, table: { widths: [130, '*'], body: facts.map(([label, text]) => [{ text: label, color: QUIET }, text]) } },
      { text: said(release['statement']), margin: [0, 10, 0, 2], fontSize: 11 },
      { text: `${piece.who}, ${day(release['on'])}`, bold: true },
      head('Measured and tried'),
      rows.length
        ? { layout: SHEET, table: { headerRows: 1, widths: ['*', 110, 90, 110], body: [['What', right('Asked'), right('Found'), 'So'], ...rows] } }
        : { text: 'No check plan.', color: QUIET },
      ...(made.length
        ? [
          head('Made'),
          { layout: SHEET, table: { headerRows: 1, widths: ['*', 90, 90, 70, 110], body: [['Step', 'On', 'Machine', 'Lot', 'Recipe'], ...made] } } as Content,
        ]
        : []),
      ...(piece.told.length ? [head('In use'), { ul: [...piece.told] } as Content] : []),
      {
        text:
          'Released on the word of the person named, within this house. Lifting gear, guards, pressure parts and fast rotors are released by the people responsible for them; local codes and licensed practice go first.',
        style: 'small',
        margin: [0, 14, 0, 0],
      },
    ],
  };
}
