import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { formatMoney } from '@cuadro/core/case/words';
import { askedOf, type TableInput, type Values } from '@cuadro/core/inputs/spec';
import { inputText, shownUnit } from '@cuadro/core/inputs/text';
import type { PaybackView } from '@cuadro/core/payback/scenario';
import { monthsText, paidText, spreadText, warningsOf } from '@cuadro/core/payback/words';
import { formatDate } from '@cuadro/core/quantity/date';
import { formatNumber, unitText } from '@cuadro/core/quantity/quantity';
import { scenario as KIND } from '@cuadro/core/records/kinds/scenario';
import type { Shop } from '@cuadro/core/shelf/shop';
import { head, INK, OCHRE, page, PETROL, QUIET, right, RULE, SHEET } from '../report/report';

export interface ReportedScenario {
  values: Values;
  view: PaybackView;
}
export interface PaybackReportInput {
  chosen: ReportedScenario;
  /** Those that stand beside it. */
  others: readonly ReportedScenario[];
  shop: Shop;
  printedAt: string;
}

const percent = (x: number): string => `${formatNumber(Math.round(1000 * x) / 10)} %`;
const MONTH = ['gains', 'not_bought', 'mill_freed', 'program_freed', 'follows', 'plastic', 'hands', 'power', 'bureau_paid', 'fixed', 'hard_net', 'soft'];
const MACHINE = ['outlay', 'utilisation', 'wait', 'own_each', 'bureau_each', 'crossing'];

/** A scenario on paper: the answer and the money in hand first, then others beside it, then all that it rests on. */
export function paybackDefinition({ chosen: { values, view }, others, shop, printedAt }: PaybackReportInput): TDocumentDefinitions {
  const cur = shop.currency;
  const warnings = warningsOf(view, values);
  const title = `${view.title}: does it pay`;
  return {
    ...page(title, `Cuadro · Payback · ${view.title}`),
    content: [
      { text: view.title, bold: true, fontSize: 18 },
      { text: `Payback · figures of ${formatDate(printedAt)} · money in ${cur} · looked at over ${view.months} months`, style: 'small', margin: [0, 0, 0, 8] },
      {
        table: {
          widths: ['*'],
          body: [[{
            stack: [
              { text: paidText(view), font: 'Condensed', fontSize: 16, margin: [0, 0, 0, 4] },
              {
                ul: [
                  `10 to 90 % of the samples: ${spreadText(view.payback)} months; before month ${view.wanted} in ${percent(view.inTime)} of them.`,
                  `Worth today ${formatMoney(view.npv.p50, cur)} in the median, ${formatMoney(view.npv.p10, cur)} to ${formatMoney(view.npv.p90, cur)}, at ${
                    percent(values['discount'] as number)
                  } a year.`,
                  `Return a year ${view.irr.rate === null ? view.irr.note || 'none' : percent(view.irr.rate)}; paid back with interest ${
                    monthsText(view.discounted.p50, view.months)
                  }.`,
                  view.countsSoft ? 'Soft gains are counted.' : 'Hard money only; soft gains stand beside it.',
                ],
              },
              ...(warnings.length
                ? [{ text: 'To be looked at first', bold: true, color: OCHRE, margin: [0, 5, 0, 1] } as Content, { ul: warnings } as Content]
                : []),
            ],
            margin: [6, 6, 6, 6],
          }]],
        },
        layout: { hLineColor: () => PETROL, vLineColor: () => PETROL, hLineWidth: () => 0.8, vLineWidth: () => 0.8 },
      },
      head('Money in hand after each month'),
      { svg: cashSvg(view), width: CHART.width },
      { text: 'The line is the median, the band holds 80 % of the samples; dashed: the same tools without any machine, at likely figures.', style: 'small' },
      ...(others.length ? [head('Side by side'), besideTable([{ values, view }, ...others], cur)] : []),
      head('A month at full use'),
      figureTable(view, MONTH, cur),
      ...(values['means'] === 'bureau' ? [] : [head('The machine'), figureTable(view, MACHINE, cur)]),
      head('What moves the present value most'),
      {
        table: {
          headerRows: 1,
          widths: ['*', 90, 90],
          body: [
            [{ text: 'Figure' }, right('at its low end'), right('at its high end')],
            ...view.swings.map((s): TableCell[] => [{ text: s.label }, right(formatMoney(s.atLow, cur)), right(formatMoney(s.atHigh, cur))]),
          ],
        },
        layout: SHEET,
      },
      ...KIND.inputs.filter((i): i is TableInput => i.kind === 'table').flatMap((t) => rowsOf(t, (values[t.id] as readonly Values[] | undefined) ?? [], cur)),
      head('What it rests on'),
      {
        table: {
          widths: ['*', 200],
          body: askedOf(KIND.inputs, values).filter((i) => i.kind !== 'table' && i.id !== 'name').map((i): TableCell[] => [
            { text: i.label },
            right(inputText(i, values[i.id], 'metric', cur)),
          ]),
        },
        layout: SHEET,
      },
      {
        text:
          'Medians of samples drawn from the ranges above; parts and bars at likely values. An estimate supports a decision to invest; it does not replace a quotation, or whoever answers for accounts and tax.',
        style: 'small',
        margin: [0, 10, 0, 0],
      },
    ],
  };
}

function besideTable(all: readonly ReportedScenario[], cur: string): Content {
  return {
    table: {
      headerRows: 1,
      widths: ['*', 62, 62, 60, 70, 66, 48],
      body: [
        [{ text: 'Scenario' }, right('At the start'), right('Left a month'), right('Paid back'), right('10 to 90 %'), right('Worth today'), right('Return')],
        ...all.map(({ view: v }, k): TableCell[] => [
          { text: v.title, bold: k === 0 },
          right(formatMoney(v.figures['outlay'].p50, cur)),
          right(formatMoney(v.figures['hard_net'].p50, cur)),
          right(monthsText(v.payback.p50, v.months)),
          right(spreadText(v.payback)),
          right(formatMoney(v.npv.p50, cur)),
          right(v.irr.rate === null ? 'none' : percent(v.irr.rate)),
        ]),
      ],
    },
    layout: SHEET,
  };
}

function figureTable(view: PaybackView, names: readonly string[], cur: string): Content {
  const said = (x: number, name: string): string => {
    const { unit } = view.figures[name];
    if (name === 'utilisation') return percent(x);
    if (name === 'crossing' && x >= 1e5) return 'never';
    return unit === 'money' ? formatMoney(x, cur) : `${formatNumber(x)} ${unitText(unit, cur)}`.trim();
  };
  return {
    table: {
      headerRows: 1,
      widths: ['*', 90, 150],
      body: [
        [{ text: 'Figure' }, right('median'), right('10 to 90 %')],
        ...names.map((name): TableCell[] => {
          const { label, p10, p50, p90 } = view.figures[name];
          return [{ text: label }, right(said(p50, name), name === 'hard_net'), right(p90 > p10 ? `${said(p10, name)} to ${said(p90, name)}` : '')];
        }),
      ],
    },
    layout: SHEET,
  };
}

function rowsOf(table: TableInput, rows: readonly Values[], cur: string): Content[] {
  if (!rows.length) return [];
  return [
    head(table.label),
    {
      table: {
        headerRows: 1,
        widths: table.columns.map((c) => (c.kind === 'text' ? '*' : 'auto')),
        body: [
          table.columns.map((c): TableCell => {
            const unit = c.kind === 'number' ? shownUnit(c, 'metric', cur) : '';
            return { text: unit ? `${c.label}, ${unit}` : c.label, alignment: c.kind === 'number' ? 'right' : 'left' };
          }),
          ...rows.map((row) =>
            table.columns.map((
              c,
            ): TableCell => (c.kind === 'number' ? right(formatNumber((row[c.id] as number | undefined) ?? 0)) : { text: inputText(c, row[c.id]) }))
          ),
        ],
      },
      layout: SHEET,
      fontSize: 8,
    },
  ];
}

const CHART = { width: 510, height: 190, left: 62, right: 10, top: 8, bottom: 22 };
/** Ticks of an axis of money at most. */
const TICKS = 6;

/** Steps of one, two or five, so that few lines lie between two ends. */
function ticks(low: number, high: number): number[] {
  const raw = Math.max(1e-9, (high - low) / TICKS), power = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 5, 10].map((x) => x * power).find((x) => x >= raw)!;
  return Array.from({ length: Math.floor(high / step) - Math.ceil(low / step) + 1 }, (_, k) => (Math.ceil(low / step) + k) * step);
}

function cashSvg({ band, bureau, months }: PaybackView): string {
  const all = [0, ...band.flatMap((b) => [b.p10, b.p90]), ...(bureau ?? [])];
  const [low, high] = [Math.min(...all), Math.max(...all, Math.min(...all) + 1)];
  const x = (k: number): number => CHART.left + ((CHART.width - CHART.left - CHART.right) * k) / months;
  const y = (v: number): number => CHART.top + ((CHART.height - CHART.top - CHART.bottom) * (high - v)) / (high - low);
  const line = (vs: readonly number[]): string => vs.map((v, k) => `${k ? 'L' : 'M'}${x(k).toFixed(1)} ${y(v).toFixed(1)}`).join('');
  const area = `${line(band.map((b) => b.p90))}${[...band.keys()].reverse().map((k) => `L${x(k).toFixed(1)} ${y(band[k].p10).toFixed(1)}`).join('')}Z`;
  const text = (at: number, up: number, words: string, anchor: string): string =>
    `<text x="${at}" y="${up}" font-size="8" fill="${QUIET}" text-anchor="${anchor}">${words}</text>`;
  const every = months > 36 ? 12 : 6;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${CHART.width} ${CHART.height}">${
    ticks(low, high).map((v) =>
      `<line x1="${CHART.left}" x2="${CHART.width - CHART.right}" y1="${y(v)}" y2="${y(v)}" stroke="${v === 0 ? INK : RULE}" stroke-width="${
        v === 0 ? 0.9 : 0.4
      }"/>${text(CHART.left - 5, y(v) + 3, formatNumber(v), 'end')}`
    ).join('')
  }<path d="${area}" fill="${PETROL}" fill-opacity="0.14"/><path d="${line(band.map((b) => b.p50))}" fill="none" stroke="${PETROL}" stroke-width="1.6"/>${
    bureau ? `<path d="${line(bureau)}" fill="none" stroke="${OCHRE}" stroke-width="1.1" stroke-dasharray="4 3"/>` : ''
  }${Array.from({ length: Math.floor(months / every) + 1 }, (_, k) => text(x(k * every), CHART.height - 6, `${k * every}`, 'middle')).join('')}</svg>`;
}
