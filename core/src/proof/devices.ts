import { READINGS } from '../records/kinds/making';

/** A reading as a device sent it. */
export interface DeviceReading {
  what: string;
  value: number;
}

/** A device as Cuadro sees it: it sends text, a line a reading, "what;value;unit". A real one does so over its serial line or as a CSV file. */
export interface Device {
  id: string;
  label: string;
  read(seed: number): string;
}

/** Names under which devices send what is read, and by how much their unit is ours. */
const UNITS: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  moisture: { '%': 1, ppm: 1e-4 },
  bead: { mm: 1, um: 1e-3, in: 25.4 },
  'first-layer': { mm: 1, um: 1e-3, in: 25.4 },
  'layer-time': { s: 1, min: 60 },
  'layer-temp': { c: 1 },
  chamber: { c: 1 },
  mass: { g: 1, kg: 1000, lb: 453.59237 },
  length: { mm: 1, um: 1e-3, in: 25.4 },
  roughness: { um: 1, uin: 0.0254 },
  leak: { 'mbar/min': 1 },
  force: { n: 1, kn: 1000, lbf: 4.4482216152605 },
  hours: { h: 1, min: 1 / 60 },
};
const spelled = (unit: string): string => unit.trim().toLowerCase().replace(/[µμ]/g, 'u').replace(/^°/, '').replace('mbar/minute', 'mbar/min');

/**
 * What a device sent, line by line: "what;value;unit", divided by semicolon, comma or tab. A unit of another kind, a value that is no number, a line that
 * came twice in a row are said and left out; so are headings.
 */
export function readDevice(text: string): { readings: DeviceReading[]; faults: string[] } {
  const readings: DeviceReading[] = [];
  const faults: string[] = [];
  let before = '';
  for (const [i, raw] of text.split(/\r?\n/).entries()) {
    const line = raw.trim();
    if (!line || line.startsWith('#')) continue;
    const [what = '', number = '', unit = ''] = line.split(/[;\t]/.test(line) ? /[;\t]/ : ',').map((x) => x.trim());
    const known = READINGS.some((r) => r.value === what.toLowerCase()) && what.toLowerCase();
    if (!known) {
      if (i > 0 || number !== '' && Number.isFinite(Number(number))) faults.push(`Line ${i + 1}: nobody knows a reading called "${what}".`);
      continue;
    }
    const value = Number(number.replace(',', '.'));
    const factor = UNITS[known][spelled(unit)] ?? (unit === '' ? 1 : undefined);
    if (!Number.isFinite(value) || number === '') faults.push(`Line ${i + 1}: "${number}" is not a number.`);
    else if (factor === undefined) faults.push(`Line ${i + 1}: ${known} does not come in "${unit}", but in ${Object.keys(UNITS[known]).join(', ')}.`);
    else if (line === before) faults.push(`Line ${i + 1}: the same reading came twice; it is taken once.`);
    else readings.push({ what: known, value: value * factor });
    before = line;
  }
  return { readings, faults };
}

/** A number from 0 to 1 that looks thrown, the same for a seed. */
const thrown = (seed: number, k: number): number => {
  const x = Math.sin(seed * 12.9898 + k * 78.233) * 43758.5453;
  return x - Math.floor(x);
};
const around = (seed: number, middle: number, by: number, digits: number): string => (middle + by * (thrown(seed, 1) + thrown(seed, 2) - 1)).toFixed(digits);

/** Made-up devices, for trying the ways of work without any. Each says so wherever it is named. */
export const SIMULATED: readonly Device[] = [
  { id: 'moisture', label: 'moisture analyser', read: (seed) => `moisture;${around(seed, 0.12, 0.14, 3)};%` },
  { id: 'scale', label: 'scale', read: (seed) => `mass;${around(seed, 300, 25, 1)};g` },
  { id: 'profilometer', label: 'roughness tester', read: (seed) => `roughness;${around(seed, 6.3, 4, 2)};um` },
  { id: 'thermal', label: 'thermal log', read: (seed) => `layer-temp;${around(seed, 118, 18, 1)};C\nlayer-time;${around(seed, 64, 22, 0)};s` },
  { id: 'caliper', label: 'caliper', read: (seed) => `length;${around(seed, 100, 0.3, 2)};mm` },
  { id: 'leak', label: 'leak tester', read: (seed) => `leak;${around(seed, 2, 1.5, 2)};mbar/min` },
];
