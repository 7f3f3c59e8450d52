import type { ApexOptions } from 'apexcharts';
import type { NeedRegion } from '@cuadro/core/decide/need-region';
import { formatNumber, unitText } from '@cuadro/core/quantity/quantity';
import { MATERIAL_FAMILIES, type NumberProperty } from '@cuadro/core/shelf/properties';
import type { Material } from '@cuadro/core/shelf/types';
import type { ChartInk } from '../shared/chart';

const SHAPES = { polymer: 'circle', fibre: 'square', metal: 'diamond', board: 'cross' } as const;

/** Does a material lie in the region that the need asks for? */
const inside = (m: Material, p: NumberProperty, need: NeedRegion): boolean => {
  const least = need[p.id]?.least;
  const r = p.get(m);
  return least === undefined || (!!r && r.likely >= least);
};
const usable = (list: readonly Material[], x: NumberProperty, y: NumberProperty): Material[] =>
  list.filter((m) => (x.get(m)?.likely ?? 0) > 0 && (y.get(m)?.likely ?? 0) > 0);

/** Any property against any other on logarithmic scales, a mark a material, the need as the region it has to lie in. */
export const materialPlot =
  (list: readonly Material[], x: NumberProperty, y: NumberProperty, need: NeedRegion, currency: string) => (ink: ChartInk): ApexOptions => {
    const at = (m: Material): { x: number; y: number; name: string } => ({ x: Math.log10(x.get(m)!.likely), y: Math.log10(y.get(m)!.likely), name: m.label });
    const families = Object.keys(MATERIAL_FAMILIES) as Material['family'][];
    const plotted = usable(list, x, y);
    const series = families.map((f) => ({ name: MATERIAL_FAMILIES[f], data: plotted.filter((m) => m.family === f).map(at) }));
    const tick = (v: number | string): string => formatNumber(10 ** Number(v), 2);
    const title = (p: NumberProperty): string => `${p.label}${p.unit ? `, ${unitText(p.unit, currency)}` : ''}`;
    const xs = need[x.id], ys = need[y.id];
    const band = { fillColor: ink.petrol, opacity: 0.09, borderColor: ink.petrol, label: { style: { background: ink.sheet, color: ink.ink } } };
    const far = 9;
    return {
      chart: { type: 'scatter' },
      series,
      colors: [ink.petrol, ink.ochre, ink.ink, ink.quiet],
      markers: { size: 5, shape: families.map((f) => SHAPES[f]), strokeWidth: 1 },
      xaxis: { type: 'numeric', tickAmount: 8, labels: { formatter: tick }, title: { text: title(x) } },
      yaxis: { tickAmount: 6, labels: { formatter: tick }, title: { text: title(y) } },
      tooltip: {
        custom: ({ seriesIndex, dataPointIndex }: { seriesIndex: number; dataPointIndex: number }) =>
          `<div class="tip">${series[seriesIndex].data[dataPointIndex].name.replace(/[<&>]/g, '')}</div>`,
      },
      legend: { position: 'top' },
      annotations: {
        xaxis: xs ? [{ ...band, x: Math.log10(Math.max(1e-6, xs.least)), x2: far, label: { ...band.label, text: xs.says } }] : [],
        yaxis: ys ? [{ ...band, y: Math.log10(Math.max(1e-6, ys.least)), y2: far, label: { ...band.label, text: ys.says } }] : [],
      },
    };
  };

/** The plot in words. */
export function plotWords(list: readonly Material[], x: NumberProperty, y: NumberProperty, need: NeedRegion): string {
  const plotted = usable(list, x, y);
  const asked = [need[x.id], need[y.id]].filter((n) => n !== undefined);
  const fit = plotted.filter((m) => inside(m, x, need) && inside(m, y, need));
  const count = `${plotted.length} materials, on logarithmic scales.`;
  if (!asked.length) return `${count} The need of a case is drawn where it asks for lasting heat, pressure or strength.`;
  return `${count} The need asks for ${asked.map((n) => n!.says).join(' and ')}: ${fit.length} lie there${
    fit.length && fit.length <= 12 ? ` (${fit.map((m) => m.label).join('; ')})` : ''
  }.`;
}
