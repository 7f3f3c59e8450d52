import { materials } from './build';

const POWDER = 'powder-polymer';
const VAT = 'vat-resin';

/** Laser- or infrared-fused polymer powders and vat resins. */
export const POWDER_AND_RESIN = materials('polymer', [
  { id: 'pa12-powder', label: 'PA12 powder', processes: [POWDER], density: 1.0, modulus: [1.7, 1.6], strength: [47, 42], use: [90, 100, 110], price: [55, 75, 100], fluids: 'AAABBCACA', marks: 'no', wear: 0.9, creep: 0.35, note: 'Nearly the same in all directions; rough skin.' },
  { id: 'pa12-gf-powder', label: 'PA12-GF powder', processes: [POWDER], density: 1.25, modulus: [3.0, 2.7], strength: [42, 36], use: [100, 110, 120], price: [55, 75, 100], fluids: 'AAABBCACA', marks: 'with-pad', wear: 1.1, creep: 0.4, note: 'Stiffer, less tough.' },
  { id: 'pa11-powder', label: 'PA11 powder', processes: [POWDER], density: 1.05, modulus: [1.6, 1.5], strength: [48, 44], use: [85, 95, 105], price: [65, 90, 120], fluids: 'AAABBCACA', marks: 'no', wear: 1, creep: 0.35, note: 'Tough; clips and hinges.' },
  { id: 'tpu-90a-powder', label: 'TPU 90A powder', processes: [POWDER], density: 1.1, modulus: [0.07, 0.06], strength: [9, 8], use: [70, 80, 90], price: [75, 100, 140], fluids: 'AABDDDBCB', marks: 'no', wear: 1.3, creep: 0.2, note: 'Rubber-like masks and pads.' },
  { id: 'resin-tough', label: 'Tough resin', processes: [VAT], density: 1.2, modulus: [1.7, 1.7], strength: [45, 43], use: [45, 50, 58], price: [90, 140, 200], fluids: 'BBCDDDBCB', marks: 'no', wear: 0.4, creep: 0.25, note: 'Fine detail; ages in sunlight.' },
  { id: 'resin-hightemp', label: 'High-temperature resin', processes: [VAT], density: 1.25, modulus: [2.9, 2.9], strength: [60, 55], use: [160, 200, 230], price: [140, 200, 280], fluids: 'ABBCDDBBA', marks: 'with-pad', wear: 0.4, creep: 0.3, note: 'Stands heat, brittle under impact.' },
  { id: 'resin-rigid', label: 'Glass-filled rigid resin', processes: [VAT], density: 1.6, modulus: [9, 9], strength: [70, 65], use: [120, 150, 180], price: [160, 220, 300], fluids: 'ABBCDDBBA', marks: 'with-pad', wear: 0.8, creep: 0.4, note: 'Stiff, accurate gauges.' },
]);
