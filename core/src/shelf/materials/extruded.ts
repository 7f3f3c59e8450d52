import { materials } from './build';

const OPEN = 'extrusion-open';
const CHAMBER = 'extrusion-chamber';
const FIBRE = 'extrusion-fibre';

/** Filaments, short-fibre grades and continuous-fibre lay-ups. */
export const EXTRUDED = [
  ...materials('polymer', [
    { id: 'pla', label: 'PLA', processes: [OPEN], density: 1.24, modulus: [3.0, 2.4], strength: [50, 28], use: [45, 50, 55], price: [18, 25, 40], fluids: 'BBBDDDCCB', marks: 'no', wear: 0.3, creep: 0.3, note: 'Prototypes; softens in a hot car.' },
    { id: 'petg', label: 'PETG', processes: [OPEN], density: 1.27, modulus: [2.0, 1.7], strength: [45, 28], use: [60, 65, 70], price: [20, 28, 45], fluids: 'AABDDDBBA', marks: 'no', wear: 0.4, creep: 0.35, note: 'Easy, tough enough for trays.' },
    { id: 'tpu-95a', label: 'TPU 95A', processes: [OPEN], density: 1.21, modulus: [0.03, 0.025], strength: [30, 20], use: [60, 70, 80], price: [35, 50, 80], fluids: 'AABDDDBCB', marks: 'no', wear: 1.5, creep: 0.2, note: 'Soft pads and covers, not structure.' },
    { id: 'asa', label: 'ASA', processes: [CHAMBER], density: 1.07, modulus: [2.0, 1.8], strength: [34, 24], use: [85, 90, 95], price: [45, 80, 130], fluids: 'ABBDDDAAB', marks: 'no', wear: 0.5, creep: 0.35, note: 'Stable in sunlight.' },
    { id: 'pc', label: 'PC', processes: [CHAMBER], density: 1.2, modulus: [2.2, 1.9], strength: [57, 35], use: [110, 120, 130], price: [70, 110, 160], fluids: 'ABBDDDCBB', marks: 'no', wear: 0.5, creep: 0.4, note: 'Strong; cracks under stress in solvents.' },
    { id: 'pa12', label: 'PA12 (extruded)', processes: [CHAMBER], density: 1.01, modulus: [1.3, 1.1], strength: [46, 36], use: [80, 90, 100], price: [80, 120, 180], fluids: 'AAABBCACA', marks: 'no', wear: 1, creep: 0.3, note: 'Tough, kind to finished surfaces.' },
    { id: 'pei', label: 'PEI', processes: [CHAMBER], density: 1.27, modulus: [2.6, 2.2], strength: [80, 40], use: [170, 190, 205], price: [180, 260, 360], fluids: 'AAADCDBAA', marks: 'with-pad', wear: 0.8, creep: 0.5, note: 'Ovens and autoclaves; flame retardant by nature.' },
    { id: 'pekk', label: 'PEKK', processes: [CHAMBER], density: 1.28, modulus: [3.0, 2.6], strength: [90, 50], use: [200, 220, 240], price: [350, 500, 700], fluids: 'AAAAABAAA', marks: 'with-pad', wear: 1, creep: 0.5, note: 'Heat and solvents together.' },
    { id: 'ppsu', label: 'PPSU', processes: [CHAMBER], density: 1.29, modulus: [2.1, 1.8], strength: [55, 35], use: [165, 180, 190], price: [220, 300, 420], fluids: 'AAADCDAAA', marks: 'no', wear: 0.7, creep: 0.5, note: 'Detergents and steam, again and again.' },
  ]),
  ...materials('fibre', [
    { id: 'pa12-cf', label: 'PA12-CF short fibre', processes: [CHAMBER], density: 1.15, modulus: [7.0, 2.5], strength: [72, 33], use: [120, 130, 145], price: [110, 160, 240], fluids: 'AAABBCACA', marks: 'with-pad', wear: 1, creep: 0.4, note: 'Stiff and light; weak across the layers.' },
    { id: 'pa6-cf', label: 'PA6-CF short fibre', processes: [OPEN, FIBRE], density: 1.18, modulus: [5.0, 2.2], strength: [75, 30], use: [105, 120, 130], price: [80, 130, 200], fluids: 'BAABBCBDA', marks: 'with-pad', wear: 1, creep: 0.4, note: 'Takes up moisture: dry it first, dimensions drift.' },
    { id: 'pa-carbon', label: 'PA6-CF + continuous carbon', processes: [FIBRE], density: 1.25, modulus: [22, 2.2], strength: [240, 30], use: [105, 120, 130], price: [80, 130, 200], fluids: 'BAABBCBDA', marks: 'with-pad', wear: 1, creep: 0.45, fibre: 4, note: 'Near aluminium in the layer plane, plastic across it.' },
    { id: 'pa-glass', label: 'PA6 + continuous glass', processes: [FIBRE], density: 1.35, modulus: [10, 2.0], strength: [190, 30], use: [105, 120, 130], price: [80, 120, 180], fluids: 'BAABBCBDA', marks: 'with-pad', wear: 1, creep: 0.45, fibre: 1.5, note: 'The robust, cheaper fibre.' },
    { id: 'pa-aramid', label: 'PA6 + continuous aramid', processes: [FIBRE], density: 1.2, modulus: [9, 2.0], strength: [180, 28], use: [105, 120, 130], price: [80, 120, 180], fluids: 'BAABBCBDA', marks: 'no', wear: 1.2, creep: 0.4, fibre: 2, note: 'Takes knocks.' },
  ]),
];
