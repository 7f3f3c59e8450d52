import { NUMBERS, type NumberProperty } from '@cuadro/core/shelf/properties';
import { MATERIALS } from '@cuadro/core/shelf/shelf';
import { exactly, type Material } from '@cuadro/core/shelf/types';
import type { ChartInk } from '../shared/chart';
import { materialPlot, plotWords } from './material-plot';

const property = (id: string): NumberProperty => NUMBERS.find((p) => p.id === id)!;
const INK = { petrol: 'p', ochre: 'o', ink: 'i', quiet: 'q', sheet: 's', rule: 'r' } as unknown as ChartInk;
const base = MATERIALS.find((m) => m.id === 'petg')!;
const make = (id: string, use: number, price: number, family: Material['family'] = 'polymer'): Material => ({
  ...base,
  id,
  label: id.toUpperCase(),
  family,
  use_c: exactly(use),
  price_per_kg: exactly(price),
});
const LIST = [make('a', 100, 10), make('b', 200, 100), make('c', 1000, 1, 'metal'), make('free', 60, 0)];
const NEED = { use: { least: 150, says: '150 °C or more' } };

describe('the plot of materials', () => {
  const options = materialPlot(LIST, property('use'), property('price'), NEED, 'EUR')(INK);
  const series = options.series as { name: string; data: { x: number; y: number; name: string }[] }[];

  it('puts a mark at the logarithm of both figures, a series a kind', () => {
    expect(series.map((s) => s.data.length)).toEqual([2, 0, 1, 0]);
    // log10 of 100 and of 10.
    expect(series[0].data[0]).toEqual({ x: 2, y: 1, name: 'A' });
    expect(series[2].data[0]).toEqual({ x: 3, y: 0, name: 'C' });
  });
  it('leaves out what has no logarithm, and does not count it', () => {
    expect(series.flatMap((s) => s.data.map((d) => d.name))).not.toContain('FREE');
    expect(plotWords(LIST, property('use'), property('price'), NEED)).toMatch(/^3 materials/);
  });
  it('writes the axes in the figures themselves, with their units', () => {
    const axis = options.xaxis as { labels: { formatter: (v: string) => string }; title: { text: string } };
    expect(axis.labels.formatter('2')).toBe('100');
    expect(axis.title.text).toBe('Lasting heat, °C');
    expect((options.yaxis as { title: { text: string } }).title.text).toBe('Price, EUR/kg');
  });
  it('draws the need as a band from its limit on, only on the axis it asks about', () => {
    const { xaxis, yaxis } = options.annotations as { xaxis: { x: number; label: { text: string } }[]; yaxis: unknown[] };
    expect(xaxis).toHaveLength(1);
    expect(xaxis[0].x).toBeCloseTo(Math.log10(150), 12);
    expect(xaxis[0].label.text).toBe('150 °C or more');
    expect(yaxis).toEqual([]);
  });
  it('says in words which ones lie there', () => {
    expect(plotWords(LIST, property('use'), property('price'), NEED)).toBe(
      '3 materials, on logarithmic scales. The need asks for 150 °C or more: 2 lie there (B; C).',
    );
    expect(plotWords(LIST, property('density'), property('price'), NEED)).toContain('is drawn where it asks for');
  });
  it('keeps a name with mark-up from being mark-up', () => {
    const odd = materialPlot([{ ...make('x', 10, 10), label: '<b>&x' }], property('use'), property('price'), {}, 'EUR')(INK);
    const tip = (odd.tooltip as { custom: (at: object) => string }).custom({ seriesIndex: 0, dataPointIndex: 0 });
    expect(tip).toBe('<div class="tip">bx</div>');
  });
});
