import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { boxOf, pictureOf } from '@cuadro/core/shape/picture';
import type { CaseDoc } from '@cuadro/core/case/types';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import { box } from '@cuadro/core/shape/testing';
import { DEMO_CASES } from '../../../demo/cases';
import { drawingSvg, loadsSvg, renderPdf, reportDefinition } from './report';

const doc = (title: string): CaseDoc => ({ ...DEMO_CASES.find((d) => d.doc.title.startsWith(title))!.doc, shapes: {}, start: '2026-11-25' });
const definition = (d: CaseDoc, system: 'metric' | 'inch' = 'metric') =>
  reportDefinition({ doc: d, shop: DEFAULT_SHOP, view: evaluateCase(d, BUILT_IN_SITE, 200).view, revision: 4, printedAt: '2026-11-25T10:00', system });

/** All text of a definition, functions left out. */
function words(node: unknown): string[] {
  if (typeof node === 'string') return [node];
  if (Array.isArray(node)) return node.flatMap(words);
  if (node && typeof node === 'object')
    return Object.entries(node).filter(([k]) => ['content', 'text', 'stack', 'ul', 'columns', 'table', 'body'].includes(k)).flatMap(([, v]) => words(v));
  return [];
}

describe('the report', () => {
  it('says verdict, rule, conditions, cautions, every pinned route and where each need came from', () => {
    const d = doc('Hinge');
    const text = words(definition(d)).join('\n');
    const { view } = evaluateCase(d, BUILT_IN_SITE, 200);
    for (
      const part of [
        d.title,
        view.verdict.headline,
        view.verdict.rule,
        ...view.verdict.conditions,
        ...view.verdict.cautions,
        'works council',
        'enamel complaints',
        d.trouble,
      ]
    ) expect(text).toContain(part);
    for (const p of view.pins) expect(text).toContain(p.option.materialLabel);
  });
  it('is printed where no new way holds, and where a plan has nothing to find', async () => {
    // An arm that has to weigh next to nothing under tonnes: only today's tool is left to compare.
    const d = demoDoc({
      family: 'gripper',
      size_mm: [800, 50, 50],
      need: { load: { level: 'must', value: 40_000, from: '' }, massLimit: { level: 'must', value: 0.01, from: '' } },
      today: { ...demoDoc().today, way: 'machined', cost: 700 },
      plans: { room: { values: {} } },
    });
    const { view } = evaluateCase(d, BUILT_IN_SITE, 200);
    expect(view.pins.map((p) => p.letter)).toEqual(['T']);
    expect(view.plans.map((p) => p.findings.length)).toEqual([0]);
    expect((await renderPdf(definition(d))).subarray(0, 5).toString()).toBe('%PDF-');
  });
  it('has the part, the answer and the place to sign before all figures, and no heading alone at the foot of a page', async () => {
    const d = doc('Hinge');
    const picture = pictureOf(boxOf(d.size_mm), 60, 40);
    const full = reportDefinition({
      doc: d,
      shop: DEFAULT_SHOP,
      view: evaluateCase(d, BUILT_IN_SITE, 200).view,
      revision: 4,
      printedAt: '2026-11-25T10:00',
      system: 'metric',
      picture,
    });
    expect(JSON.stringify((full.content as unknown[])[0])).toContain(`data:image/png;base64,${Buffer.from(picture).toString('base64')}`);
    const text = words(full);
    const at = (part: string): number => text.indexOf(part);
    expect([at('Sign-off') > at(d.title), at('Sign-off') < at('Routes side by side')]).toEqual([true, true]);
    const breaks = full.pageBreakBefore as (node: { headlineLevel?: number }, nodes: { getFollowingNodesOnPage(): unknown[] }) => boolean;
    const left = (n: number) => ({ getFollowingNodesOnPage: () => Array(n).fill({}) });
    expect([breaks({ headlineLevel: 1 }, left(0)), breaks({ headlineLevel: 1 }, left(3)), breaks({}, left(0))]).toEqual([true, false, false]);
    expect((await renderPdf(full)).subarray(0, 5).toString()).toBe('%PDF-');
  }, 30_000);
  it('has the load table on every way, with what each figure rests on', () => {
    const d = { ...doc('Finger'), loads: { a: { name: 'Squeeze', kind: 'clamp', force: { low: 50, likely: 80, high: 120 }, lasting: true } } };
    const text = words(definition(d)).join('\n');
    expect(text).toContain('Loads, row by row');
    expect(text).toMatch(/L1 Squeeze, 80.N \(50.N to 120.N\), for hours/);
    expect(text).toMatch(/(holds|on condition|fails): [\d.]+\s%, gives [\d.]+.mm/);
    expect(text).toContain('one and a half times the load');
    expect(words(definition(doc('Hinge'))).join('\n')).not.toContain('Loads, row by row');
  });
  it('draws where loads and holds are and where each row works hardest', () => {
    const picture = pictureOf(boxOf([100, 60, 40]), 60, 40);
    const at = { point: [10, 0, 0] as const, normal: [0, -1, 0] as const };
    const d = { ...doc('Hinge'), loads: { a: { at }, c: { kind: 'own' }, d: { at } }, holds: { b: { at: { ...at, point: [0, 10, 0] as const } } } };
    const projection = { axes: [[1, 0, 0], [0, 1, 0]] as [[number, number, number], [number, number, number]], x0: 5, y0: 30, scale: 2 };
    const svg = loadsSvg(d, { rows: [{ id: 'a', name: 'x', state: 'pass', reason: '', also: [], worst: [20, 5, 9] }] }, picture, {
      width: 60,
      height: 40,
      projection,
    });
    // 300 pt for 60 dots: 5 + 2 · 10 dots from the left, 30 from the top.
    expect(svg).toMatch(/<ellipse cx="125" cy="150"[^>]*>.*L1 L3<\/text>/);
    expect(svg).toMatch(/<ellipse cx="25" cy="50"[^>]*\/><text[^>]*>H1/);
    expect(svg).toMatch(/<ellipse cx="225" cy="100"[^>]*\/><text[^>]*>!1/);
    expect(svg).toContain(`data:image/png;base64,${Buffer.from(picture).toString('base64')}`);
    expect(svg).not.toContain('<rect');
    // A datum stands on its place, a square with its letter above it: (10, 10) is dot (25, 10), from there up.
    const mark = { point: [10, 10, 0] as [number, number, number], normal: [0, 1, 0] as [number, number, number], area_mm2: 600, note: '' };
    const shape = { ...studiedRef(box(20, 10, 5)), marks: [{ ...mark, duty: 'working' as const }, { ...mark, duty: 'datum' as const }] };
    const withDatum = loadsSvg({ ...d, shapes: { printed: shape } }, { rows: [] }, picture, { width: 60, height: 40, projection });
    expect(withDatum).toMatch(/<path d="M125 50 l-3 -5 h6 z"[^>]*>.*<rect x="118" y="27" width="14" height="12"[^>]*>.*>D2<\/text>/);
    expect(withDatum).not.toContain('W1');
  });
  it('speaks inches when asked', () => {
    expect(words(definition(doc('Finger'), 'inch')).join(' ')).toMatch(/lbf|lb/);
  });
  it('uses only signs that its faces have', () => {
    for (const { doc: d } of DEMO_CASES) {
      const odd = words(definition({ ...d, shapes: {}, start: '2026-11-25' })).join('').replace(
        /[\n\u0020-\u017f\u2013\u2014\u2018\u2019\u201c\u201d\u2022\u2026\u20ac\u2212]/g,
        '',
      );
      expect(odd).toBe('');
    }
  });
  it('prints titles in other scripts, with the whole face at hand', async () => {
    const pdf = await renderPdf(definition({ ...doc('Soft jaws'), title: 'Szczęki — Губки — Σιαγόνες' }));
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  }, 30_000);
});

describe('a plan in the report', () => {
  const doc = demoDoc({ family: 'brake-tool', plans: { brake: { values: { gauge: 3 } } } });
  const { view } = evaluateCase(doc, BUILT_IN_SITE, 50);
  it('brings its findings, figures and drawing', async () => {
    const text = JSON.stringify(reportDefinition({ doc, shop: DEFAULT_SHOP, view, revision: 1, printedAt: '2026-11-25T10:00', system: 'inch' }));
    expect(text).toContain('Plan: Brake and bead');
    expect(text).toContain('beyond what plastic tools bend');
    expect(text).toContain('lbf');
    expect(
      (await renderPdf(reportDefinition({ doc, shop: DEFAULT_SHOP, view, revision: 1, printedAt: '2026-11-25T10:00', system: 'metric' }))).subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });
  it('draws at the size of the paper, whatever the size of the part', () => {
    const svg = drawingSvg(view.plans[0].drawing!, 200);
    expect(svg).toMatch(/^<svg [^>]*width="200"/);
    expect(svg).not.toMatch(/NaN|undefined/);
    expect((svg.match(/<path/g) ?? []).length).toBeGreaterThan(5);
  });
});
