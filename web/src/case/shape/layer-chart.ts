import type { ApexOptions } from 'apexcharts';
import { formatNumber, toShown, type UnitSystem } from '@cuadro/core/quantity/quantity';
import type { BuildProfile } from '@cuadro/core/shape/study';
import type { ChartInk } from '../../shared/chart';
import { areaText, lengthText } from './shape-words';

/** Area of the sections over the height; a line where the part is cut open at a layer. */
export function layerChart({ bin_mm, area_mm2 }: BuildProfile, system: UnitSystem, cut_mm?: number): (ink: ChartInk) => ApexOptions {
  const data = area_mm2.map((a, k) => ({ x: toShown((k + 0.5) * bin_mm, 'length', system), y: a / (system === 'inch' ? 645.16 : 100) }));
  const unit = system === 'inch' ? 'in' : 'mm';
  return (ink) => ({
    chart: { type: 'area' },
    series: [{ name: 'area', data }],
    colors: [ink.petrol],
    stroke: { curve: 'stepline', width: 1.6 },
    fill: { type: 'solid', opacity: 0.18 },
    xaxis: { type: 'numeric', tickAmount: 4, labels: { formatter: (x: string) => formatNumber(Number(x), 2) }, tooltip: { enabled: false } },
    yaxis: { min: 0, tickAmount: 3, labels: { formatter: (x: number) => formatNumber(x, 2) } },
    annotations: { xaxis: cut_mm === undefined ? [] : [{ x: toShown(cut_mm, 'length', system), borderColor: ink.ochre, strokeDashArray: 0 }] },
    tooltip: {
      x: { formatter: (x: number) => `${formatNumber(x)} ${unit}` },
      y: { formatter: (x: number) => `${formatNumber(x)} ${system === 'inch' ? 'in²' : 'cm²'}` },
    },
  });
}

export function layerWords({ bin_mm, area_mm2, islands }: BuildProfile, system: UnitSystem): string {
  const largest = area_mm2.reduce((best, a, k) => (a > area_mm2[best] ? k : best), 0);
  const most = Math.ceil(Math.max(...islands) - 1e-9);
  return `The largest section is ${areaText(area_mm2[largest], system)} at ${lengthText((largest + 0.5) * bin_mm, system)}; up to ${most} separate ${
    most === 1 ? 'island' : 'islands'
  } lie in one layer.`;
}
