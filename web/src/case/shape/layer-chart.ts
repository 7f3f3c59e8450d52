import type { ApexOptions } from 'apexcharts';
import { formatNumber, formatQuantity, toShown, type UnitSystem } from '@cuadro/core/quantity/quantity';
import type { ChartInk } from '../../shared/chart';
import type { LayerProfile } from '../../workers/shape.worker';

/** Points drawn; layers between are taken together by their mean. */
const POINTS = 120;

export function layerChart(profile: LayerProfile, system: UnitSystem): (ink: ChartInk) => ApexOptions {
  const step = Math.max(1, Math.ceil(profile.z_mm.length / POINTS));
  const data: { x: number; y: number }[] = [];
  for (let k = 0; k < profile.z_mm.length; k += step) {
    const part = profile.area_mm2.slice(k, k + step);
    data.push({ x: toShown(profile.z_mm[k], 'length', system), y: part.reduce((a, b) => a + b, 0) / part.length / (system === 'inch' ? 645.16 : 100) });
  }
  const unit = system === 'inch' ? 'in' : 'mm';
  return (ink) => ({
    chart: { type: 'area' },
    series: [{ name: 'area', data }],
    colors: [ink.petrol],
    stroke: { curve: 'stepline', width: 1.6 },
    fill: { type: 'solid', opacity: 0.18 },
    xaxis: { type: 'numeric', tickAmount: 4, labels: { formatter: (x: string) => formatNumber(Number(x), 2) }, title: { text: `${unit} above the bed`, style: { fontWeight: 400 } }, tooltip: { enabled: false } },
    yaxis: { min: 0, tickAmount: 3, labels: { formatter: (x: number) => formatNumber(x, 2) } },
    tooltip: { x: { formatter: (x: number) => `${formatNumber(x)} ${unit}` }, y: { formatter: (x: number) => `${formatNumber(x)} ${system === 'inch' ? 'in²' : 'cm²'}` } },
  });
}

export function layerWords({ layer_mm, area_mm2, mostIslands, z_mm }: LayerProfile, system: UnitSystem): string {
  const largest = area_mm2.reduce((best, a, k) => (a > area_mm2[best] ? k : best), 0);
  const area = system === 'inch' ? `${formatNumber(area_mm2[largest] / 645.16)} in²` : `${formatNumber(area_mm2[largest] / 100)} cm²`;
  return `${area_mm2.length} layers of ${formatQuantity(layer_mm, 'length', system)}, as it stands; the largest is ${area} at ${formatQuantity(z_mm[largest], 'length', system)}, and up to ${mostIslands} separate ${mostIslands === 1 ? 'island' : 'islands'} lie in one layer.`;
}
