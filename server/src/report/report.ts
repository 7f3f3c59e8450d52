import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Content, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces';
import { factsOf } from '@cuadro/core/plan/facts';
import { siteOf } from '@cuadro/core/records/site';
import { type Drawing, type DrawnPath, laidOut } from '@cuadro/core/plan/drawing';
import type { CaseView, PinView, PlanView } from '@cuadro/core/decide/evaluate-case';
import { shapeFor } from '@cuadro/core/case/facts';
import { holdRows, loadRows } from '@cuadro/core/case/load-table';
import type { Place, Values } from '@cuadro/core/inputs/spec';
import { onPicture, type Projection } from '@cuadro/core/shape/picture';
import type { CaseDoc } from '@cuadro/core/case/types';
import { faceName, formatFigure, formatMoney, todayText, GROUP_WORDS, requirementText } from '@cuadro/core/case/words';
import { formatDate } from '@cuadro/core/quantity/date';
import { STATE_WORDS } from '@cuadro/core/screen/check';
import { askedWords, countedWords } from '@cuadro/core/screen/row-verdicts';
import { familyOf } from '@cuadro/core/need/families';
import { REQUIREMENTS } from '@cuadro/core/need/requirements';
import { isLasting, loadName } from '@cuadro/core/need/loads';
import { sizeText } from '@cuadro/core/need/load-words';
import { formatQuantity, type UnitSystem } from '@cuadro/core/quantity/quantity';
import { LOAD_BASIS } from '@cuadro/core/screen/under-load';
import type { Shop } from '@cuadro/core/shelf/shop';
import { VERDICTS } from '@cuadro/core/decide/verdict';
import type { SignatureRecord } from '@cuadro/core/wire';

export const INK = '#1c1b19';
export const QUIET = '#6b665c';
export const PETROL = '#0d4a52';
export const OCHRE = '#a8571a';
export const RULE = '#c9c2b4';

export interface ReportInput {
  doc: CaseDoc;
  shop: Shop;
  view: CaseView;
  revision: number;
  printedAt: string;
  system: UnitSystem;
  signature?: SignatureRecord;
  /** The tool, PNG. */
  picture?: Uint8Array;
  /** How its mesh lies on that picture, and the size of it, dots. */
  drawn?: { width: number; height: number; projection: Projection };
}

/** Room of the picture, pt. */
const PICTURE_FIT: [number, number] = [150, 100];

/** Thin rules under rows, none between columns. */
export const SHEET = {
  hLineWidth: (i: number, node: { table: { body: unknown[] } }): number => (i === 0 || i === node.table.body.length ? 0.8 : 0.3),
  vLineWidth: (): number => 0,
  hLineColor: (): string => RULE,
  paddingTop: (): number => 2.5,
  paddingBottom: (): number => 2.5,
};

export const head = (text: string): Content => ({ text, style: 'head', headlineLevel: 1, margin: [0, 12, 0, 3] });
export const right = (text: string, bold = false): TableCell => ({ text, alignment: 'right', bold });

/** What every page of a report has: size, faces, a foot with its number, no heading alone at the foot. */
export const page = (title: string, foot: string): Omit<TDocumentDefinitions, 'content'> => ({
  pageSize: 'A4',
  pageMargins: [42, 48, 42, 48],
  defaultStyle: { font: 'Sans', fontSize: 9, color: INK, lineHeight: 1.15 },
  styles: { head: { font: 'Condensed', fontSize: 12, color: PETROL }, small: { fontSize: 8, color: QUIET } },
  info: { title, creator: 'Cuadro' },
  footer: (n, of) => ({
    margin: [42, 12, 42, 0],
    columns: [{ text: foot, style: 'small' }, { text: `${n} of ${of}`, alignment: 'right', style: 'small' }],
  }),
  pageBreakBefore: (node, nodes) => node.headlineLevel === 1 && nodes.getFollowingNodesOnPage().length === 0,
});

/** The case report: verdict first, then the figures it stands on, then where they come from. */
export function reportDefinition(input: ReportInput): TDocumentDefinitions {
  const { doc, shop, view, signature, system } = input;
  const { verdict, pins } = view;
  const cur = shop.currency;
  return {
    ...page(`${doc.title}: ${VERDICTS[verdict.kind]}`, `Cuadro · ${doc.title} · revision ${input.revision}${signature ? '' : ' · not signed'}`),
    content: [
      {
        columns: [
          {
            stack: [
              { text: doc.title, bold: true, fontSize: 18 },
              {
                text: [familyOf(doc.family).label, doc.place, `figures of ${formatDate(input.printedAt)}`].filter(Boolean).join(' · '),
                style: 'small',
              },
            ],
            width: '*',
          },
          ...(input.picture
            ? [{ image: `data:image/png;base64,${Buffer.from(input.picture).toString('base64')}`, fit: PICTURE_FIT, width: PICTURE_FIT[0] }]
            : []),
        ],
        columnGap: 12,
        margin: [0, 0, 0, 8],
      },
      {
        table: {
          widths: ['*'],
          body: [[{
            stack: [
              { text: VERDICTS[verdict.kind].toUpperCase(), font: 'Condensed', fontSize: 10, color: OCHRE },
              { text: verdict.headline, font: 'Condensed', fontSize: 16, margin: [0, 0, 0, 4] },
              { ul: verdict.reasons },
              ...(verdict.conditions.length
                ? [{ text: 'On condition', bold: true, margin: [0, 5, 0, 1] } as Content, { ul: verdict.conditions.map((c) => agreedWords(c, doc)) } as Content]
                : []),
              ...(verdict.cautions.length
                ? [{ text: 'Cautions', bold: true, color: OCHRE, margin: [0, 5, 0, 1] } as Content, { ul: verdict.cautions } as Content]
                : []),
              { text: `Rule: ${verdict.rule}`, style: 'small', margin: [0, 5, 0, 0] },
            ],
            margin: [6, 6, 6, 6],
          }]],
        },
        layout: { hLineColor: () => PETROL, vLineColor: () => PETROL, hLineWidth: () => 0.8, vLineWidth: () => 0.8 },
      },
      head('Sign-off'),
      signature
        ? {
          text: `Signed by ${signature.who}${signature.role ? `, ${signature.role}` : ''}, on ${
            formatDate(signature.at.slice(0, 16))
          } UTC, on the figures of revision ${signature.revision}.${signature.statement ? ` "${signature.statement}"` : ''}`,
        }
        : {
          columns: ['Name', 'Role', 'Date'].map((t) => ({
            stack: [{ canvas: [{ type: 'line', x1: 0, y1: 22, x2: 150, y2: 22, lineWidth: 0.5, lineColor: QUIET }] }, { text: t, style: 'small' }],
          })),
        },
      ...(pins.length
        ? [
          head('Routes side by side'),
          routeTable(pins, cur, system),
          head('Price of the first order, part by part'),
          ...pins.map((p) => buildUpBar(p, pins, cur)),
          head('Until it is ready'),
          leadTable(pins),
          ...loadTable(input, pins),
          ...screeningTable(pins),
        ]
        : []),
      ...view.plans.flatMap((p) => planSection(p, cur, system)),
      head('The need'),
      needTable(doc, shop, system),
      ...quotes(doc, cur),
      head('Today'),
      {
        text: [
          doc.trouble,
          todayText(doc.today, cur, system),
        ].filter(Boolean).join(' '),
      },
      {
        text:
          `Figures are medians of ${view.samples} samples, beneath them the 10 % and 90 % points; the parts of a price are at likely values. T is the tool of today. Estimates and screening support a decision; they do not replace a proof test, local codes or licensed practice.`,
        style: 'small',
        margin: [0, 10, 0, 0],
      },
    ],
  };
}

/** A condition with what was agreed on it. */
function agreedWords(condition: string, { decision }: CaseDoc): string {
  const a = decision?.agreed?.[condition];
  const words = a ? [a.who, a.by && `by ${formatDate(a.by, false)}`, a.done ? 'done' : ''].filter(Boolean).join(', ') : '';
  return words ? `${condition} [${words}]` : condition;
}

function routeTable(pins: PinView[], currency: string, system: UnitSystem): Content {
  const rows: TableCell[][] = [
    [{ text: '' }, ...pins.map((p) => ({ text: `${p.letter}  ${p.option.processLabel}\n${p.option.materialLabel}`, bold: true, alignment: 'right' as const }))],
    [{ text: 'Screening' }, ...pins.map((p) => right(STATE_WORDS[p.option.state]))],
  ];
  for (const [i, f] of (pins[0]?.figures ?? []).entries()) {
    rows.push([
      { text: f.label },
      ...pins.map((p): TableCell => {
        const g = p.figures[i];
        const range = g.range.p90 > g.range.p10
          ? `\n${[g.range.p10, g.range.p90].map((x) => formatFigure(x, g.unit, '', system).trim()).join('  ·  ')}`
          : '';
        return {
          text: [{ text: `${formatFigure(g.value, g.unit, currency, system)}${g.overridden ? ' (quoted)' : ''}`, bold: g.name === 'price_programme' }, {
            text: range,
            fontSize: 7,
            color: QUIET,
          }],
          alignment: 'right',
        };
      }),
    ]);
  }
  rows.push([
    { text: 'Ready (median; 90 % by)' },
    ...pins.map((p) => right(`${formatDate(p.lead.risk?.readyP50 ?? p.lead.ready, false)}\n${p.lead.risk ? formatDate(p.lead.risk.readyP90, false) : ''}`)),
  ]);
  rows.push([{ text: 'Chance of costing least, risk counted' }, ...pins.map((p) => right(`${Math.round(100 * p.chanceCheapest)} %`))]);
  return { table: { headerRows: 1, widths: [120, ...pins.map(() => '*')], body: rows }, layout: SHEET };
}

/** One horizontal bar a route, parts told apart by shade and named beneath. */
function buildUpBar(pin: PinView, pins: PinView[], currency: string): Content {
  const total = pin.buildUp.reduce((s, g) => s + g.money, 0);
  const longest = Math.max(...pins.map((p) => p.buildUp.reduce((s, g) => s + g.money, 0)));
  let x = 0;
  const canvas = pin.buildUp.map((g, i) => {
    const w = (Math.max(0, g.money) / longest) * 440;
    const rect = { type: 'rect' as const, x, y: 0, w, h: 9, color: PETROL, fillOpacity: 0.25 + 0.7 * ((i * 5) % 7) / 7, lineWidth: 0.4, lineColor: '#ffffff' };
    x += w;
    return rect;
  });
  return {
    unbreakable: true,
    stack: [
      { columns: [{ text: pin.letter, width: 14, bold: true }, { canvas, width: 440 }, { text: formatMoney(total, currency), alignment: 'right' }] },
      { text: pin.buildUp.map((g) => `${GROUP_WORDS[g.group]} ${formatMoney(g.money, currency)}`).join(' · '), style: 'small', margin: [14, 1, 0, 5] },
    ],
  };
}

const STROKE: Record<DrawnPath['style'], string> = {
  heavy: `stroke="${INK}" stroke-width="1.6"`,
  thin: `stroke="${INK}" stroke-width="0.8"`,
  dashed: `stroke="${INK}" stroke-width="0.9" stroke-dasharray="4 2"`,
  work: `stroke="${OCHRE}" stroke-width="1.2"`,
  dimension: `stroke="${PETROL}" stroke-width="0.6"`,
  dot: 'stroke="none"',
};
const FILL = { part: '#fbf8f0', shade: '#d9d3c4', hatch: '#e7e1d3' };

/** A plan's drawing for paper, brought to points so that lines have the width they say. */
export function drawingSvg(d: Drawing, width_pt: number): string {
  const { box, letter, paths, words } = laidOut(d);
  const k = width_pt / box.width;
  const escaped = (t: string): string => t.replace(/&/g, '&amp;').replace(/</g, '&lt;');
  const scaled = (path: string): string => path.replace(/-?\d+(?:\.\d+)?(?:e[+-]?\d+)?/g, (n) => String(Number((Number(n) * k).toFixed(3))));
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width_pt}" height="${box.height * k}" viewBox="${box.x * k} ${box.y * k} ${width_pt} ${
    box.height * k
  }">${
    paths
      .map((p) => `<path d="${scaled(p.d)}" fill="${p.style === 'dot' ? PETROL : p.fill ? FILL[p.fill] : 'none'}" ${STROKE[p.style]}/>`).join('')
  }${
    words
      .map((w) =>
        `<text x="${w.x * k}" y="${w.y * k}" font-family="Sans" font-size="${letter * k}" fill="${INK}" text-anchor="${w.anchor}" transform="rotate(${w.turn} ${
          w.x * k
        } ${w.y * k})">${escaped(w.text)}</text>`
      ).join('')
  }</svg>`;
}

/** A plan in use: what it finds, its headline figures and its drawing. */
function planSection(plan: PlanView, currency: string, system: UnitSystem): Content[] {
  return [
    head(`Plan: ${plan.label}`),
    ...(plan.findings.length
      ? [{
        table: { widths: [60, 90, '*'], body: plan.findings.map((f): TableCell[] => [STATE_WORDS[f.state], f.label, { text: f.reason, style: 'small' }]) },
        layout: SHEET,
      }]
      : []),
    {
      columns: [
        {
          table: {
            widths: ['*', 'auto'],
            body: plan.figures.slice(0, plan.headline).map((f): TableCell[] => [f.label, right(formatFigure(f.value, f.unit, currency, system))]),
          },
          layout: SHEET,
        },
        ...(plan.drawing ? [{ svg: drawingSvg(plan.drawing, 230), width: 230 }] : []),
      ],
      columnGap: 14,
      margin: [0, 6, 0, 0],
    },
    ...(plan.cautions.length ? [{ ul: [...plan.cautions], style: 'small' } as Content] : []),
  ];
}

function leadTable(pins: PinView[]): Content {
  return {
    table: {
      widths: [14, '*', 90],
      body: pins.map((p) => [
        { text: p.letter, bold: true },
        {
          text: p.lead.quoted
            ? 'Quoted wait.'
            : p.lead.stages.map((s) => `${s.label} ${s.hours < 0.05 ? '0' : s.hours.toFixed(1)} h${s.runs > 1 ? ` × ${s.runs}` : ''}`).join(', then '),
          style: 'small',
        },
        right(formatDate(p.lead.ready)),
      ]),
    },
    layout: SHEET,
  };
}

/** Every row of the load table on every way: what it uses of what may be borne, and how far it gives. */
function loadTable({ doc, system, picture, drawn }: ReportInput, pins: PinView[]): Content[] {
  const rows = loadRows(doc);
  const made = pins.filter((p) => p.rows.length);
  if (!rows.length || !made.length) return [];
  const two = (x: number): number => Number(x.toPrecision(2));
  return [
    head('Loads, row by row'),
    ...(picture && drawn ? [{ svg: loadsSvg(doc, made[0], picture, drawn), width: LOADS_WIDE, margin: [0, 0, 0, 6] as [number, number, number, number] }] : []),
    {
      table: {
        headerRows: 1,
        widths: ['*', ...made.map(() => 78)],
        body: [
          ['Row', ...made.map((p): TableCell => ({ text: p.letter, bold: true }))],
          ...rows.map(([id, row], i): TableCell[] => [
            `L${i + 1} ${loadName(row)}, ${sizeText(row, system)}${isLasting(row) ? ', for hours' : ''}`,
            ...made.map((p): TableCell => {
              const v = p.rows.find((r) => r.id === id);
              if (!v || v.state === 'unknown') return STATE_WORDS.unknown;
              const give = v.give_mm === undefined ? '' : `, gives ${formatQuantity(two(v.give_mm), 'length', system)}`;
              return { text: `${STATE_WORDS[v.state]}: ${askedWords(v)}${give}`, style: 'small' };
            }),
          ]),
        ],
      },
      layout: SHEET,
    },
    ...made[0].rows.filter((r) => r.use !== undefined).map((r): Content => ({
      text: [`${made[0].letter}, ${r.name}: ${r.reason}`, ...(r.laid ?? [])].join(' '),
      style: 'small',
    })),
    {
      text: `Share of the stress that may be borne with a factor of three. ${
        [...new Set(made.flatMap((p) => p.rows.flatMap((r) => r.by ?? [])))].map((by) => LOAD_BASIS[by]).join(' ')
      } Prove each with one and a half times the load.${
        made.flatMap((p) => (countedWords(p.option.remedies) ? [` ${p.letter} is${countedWords(p.option.remedies).slice(1)}.`] : [])).join('')
      }${
        picture && drawn ? ` On the drawing: L a load, H a hold, D in a square a datum, ! where the row of that number works ${made[0].letter} hardest.` : ''
      }`,
      style: 'small',
    },
  ];
}

/** Width of the drawing of the loads, pt. */
const LOADS_WIDE = 300;

/** The tool with its loads, its holds and the worst place of each row on the way that leads. */
export function loadsSvg(
  doc: CaseDoc,
  lead: Pick<PinView, 'rows'>,
  picture: Uint8Array,
  { width, height, projection }: NonNullable<ReportInput['drawn']>,
): string {
  const k = LOADS_WIDE / width;
  const tag = (p: readonly number[], text: string, ink: string): string => {
    const [x, y] = onPicture(projection, p).map((d) => d * k);
    return `<ellipse cx="${x}" cy="${y}" rx="${3 + 2 * text.length}" ry="7" fill="#ffffff" stroke="${ink}" stroke-width="0.8"/><text x="${x}" y="${
      y + 2.5
    }" font-size="7" text-anchor="middle" fill="${ink}">${text}</text>`;
  };
  // What acts on one place has one mark.
  const placed = (rows: readonly (readonly [string, Values])[], letter: string): string[] => {
    const at = new Map<string, { point: readonly number[]; names: string[] }>();
    rows.forEach(([, row], i) => {
      const place = row['at'] as Place | undefined;
      if (!place) return;
      const key = place.point.join();
      at.set(key, { point: place.point, names: [...(at.get(key)?.names ?? []), `${letter}${i + 1}`] });
    });
    return [...at.values()].map(({ point, names }) => tag(point, names.join(' '), INK));
  };
  const worst = lead.rows.flatMap((r, i) => (r.worst ? [tag(r.worst, `!${i + 1}`, PETROL)] : []));
  // A datum is a letter in a square, on its foot.
  const datums = (shapeFor(doc, true)?.marks ?? []).flatMap((m, i) => {
    if (m.duty !== 'datum') return [];
    const [x, y] = onPicture(projection, m.point).map((d) => d * k);
    return [
      `<path d="M${x} ${y} l-3 -5 h6 z" fill="${INK}"/><path d="M${x} ${y - 5} v-6" stroke="${INK}" stroke-width="0.8"/><rect x="${x - 7}" y="${
        y - 23
      }" width="14" height="12" fill="#ffffff" stroke="${INK}" stroke-width="0.8"/><text x="${x}" y="${
        y - 14.5
      }" font-size="7" text-anchor="middle" fill="${INK}">${faceName(m, i)}</text>`,
    ];
  });
  const image = `data:image/png;base64,${Buffer.from(picture).toString('base64')}`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${LOADS_WIDE}" height="${height * k}" viewBox="0 0 ${LOADS_WIDE} ${
    height * k
  }"><image href="${image}" xlink:href="${image}" x="0" y="0" width="${LOADS_WIDE}" height="${height * k}"/>${
    [...datums, ...placed(holdRows(doc), 'H'), ...placed(loadRows(doc), 'L'), ...worst].join('')
  }</svg>`;
}

/** Today's tool is not screened: where nothing else is compared there is no table. */
function screeningTable(pins: PinView[]): Content[] {
  const body = pins.flatMap((p) =>
    p.option.checks.map((c, i): TableCell[] => [{ text: i ? '' : p.letter, bold: true }, c.label, STATE_WORDS[c.state], { text: c.reason, style: 'small' }])
  );
  return body.length ? [head('Screening of these routes'), { table: { widths: [14, 60, 60, '*'], body }, layout: SHEET }] : [];
}

function needTable(doc: CaseDoc, shop: Shop, system: UnitSystem): Content {
  const { need } = factsOf(doc, siteOf(shop));
  const box = doc.shapes.printed ?? doc.shapes.machined;
  const rows: TableCell[][] = REQUIREMENTS.filter((r) => need[r.id]).map((r) => {
    const n = need[r.id]!;
    return [r.label, right(requirementText(r.id, n.value, system)), n.level, {
      text: n.assumed ? 'assumed: usual for this kind of tool' : n.from || 'given',
      style: 'small',
    }];
  });
  rows.push(['Size', right((box?.measure.box_mm ?? doc.size_mm).map((x) => formatQuantity(x, 'length', system)).join(' × ')), '', {
    text: box ? `measured on ${box.fileName}` : 'rough',
    style: 'small',
  }]);
  return { table: { widths: [120, 170, 34, '*'], body: rows }, layout: SHEET };
}

function quotes(doc: CaseDoc, currency: string): Content[] {
  const lines = Object.entries(doc.overrides).flatMap(([route, all]) =>
    Object.entries(all).map(([line, o]) =>
      `${route}, ${line}: ${formatMoney(o.likely, currency).replace(`\u00a0${currency}`, '')} (${o.low} to ${o.high}), ${
        o.kind === 'quote' ? 'quote' : 'own figure'
      }: ${o.note}`
    )
  );
  return lines.length ? [head('Figures put over computed ones'), { ul: lines }] : [];
}

/** Folder of an installed package, wherever the workspace put it. */
const packageFolder = (name: string): string => dirname(createRequire(import.meta.url).resolve(`${name}/package.json`));

let printer: { createPdf(d: TDocumentDefinitions): { getBuffer(): Promise<Buffer> } } | undefined;

/** Render to PDF. Fonts ship with the packages; nothing is ever fetched. */
export async function renderPdf(definition: TDocumentDefinitions): Promise<Buffer> {
  if (!printer) {
    const { default: pdfmake } = await import('pdfmake');
    // What people typed is set in a face that has Latin, Greek and Cyrillic whole; only our own words are in the condensed one.
    const sans = join(packageFolder('pdfmake'), 'fonts', 'Roboto');
    const condensed = join(packageFolder('@fontsource/barlow-condensed'), 'files');
    pdfmake.setFonts({
      Sans: { normal: join(sans, 'Roboto-Regular.ttf'), bold: join(sans, 'Roboto-Medium.ttf') },
      Condensed: { normal: join(condensed, 'barlow-condensed-latin-600-normal.woff') },
    });
    pdfmake.setUrlAccessPolicy(() => false);
    pdfmake.setLocalAccessPolicy((path) => path.startsWith(sans) || path.startsWith(condensed));
    printer = pdfmake as never;
  }
  return printer!.createPdf(definition).getBuffer();
}
