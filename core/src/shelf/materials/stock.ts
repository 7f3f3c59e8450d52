import { materials } from './build';

const CNC = 'cnc-mill';
const HAND = 'manual-mill';
const CUT = 'sheet-cut';

/** Bar, plate and sheet for machining and cutting. Strength is yield; the same in every direction. */
export const STOCK = [
  ...materials('metal', [
    { id: 'al-6061', label: 'Aluminium 6061-T6', processes: [CNC, HAND, CUT], density: 2.7, modulus: [69, 69], strength: [276, 276], use: [130, 150, 170], price: [6, 9, 14], fluids: 'AAAAAADCA', marks: 'with-pad', wear: 10, creep: 0.8, cutting: 1, note: 'The usual fixture plate.' },
    { id: 'al-7075', label: 'Aluminium 7075-T6', processes: [CNC], density: 2.81, modulus: [72, 72], strength: [500, 500], use: [110, 120, 130], price: [10, 14, 20], fluids: 'BAAAAADDA', marks: 'with-pad', wear: 14, creep: 0.8, cutting: 1.1, note: 'Stronger plate.' },
    { id: 's235', label: 'Steel S235', processes: [CNC, HAND, CUT], density: 7.85, modulus: [205, 205], strength: [235, 235], use: [350, 400, 450], price: [1.5, 2.2, 3.5], fluids: 'CAAAAAACA', marks: 'yes', wear: 25, creep: 0.9, cutting: 3, note: 'Cheap, heavy, rusts.' },
    { id: 'p20', label: 'Tool steel P20', processes: [CNC], density: 7.85, modulus: [205, 205], strength: [850, 850], use: [350, 400, 450], price: [5, 8, 12], fluids: 'BAAAAABDA', marks: 'yes', wear: 80, creep: 0.9, cutting: 4, note: 'Moulds and wear parts.' },
    { id: 'ss-304', label: 'Stainless 304', processes: [CNC, CUT], density: 8.0, modulus: [193, 193], strength: [215, 215], use: [450, 500, 600], price: [5, 7, 10], fluids: 'AAAAABABA', marks: 'yes', wear: 25, creep: 0.9, cutting: 4.5, note: 'Wet and clean places.' },
  ]),
  ...materials('polymer', [
    { id: 'pom', label: 'POM', processes: [CNC, HAND, CUT], density: 1.41, modulus: [2.8, 2.8], strength: [65, 65], use: [80, 90, 100], price: [6, 9, 14], fluids: 'AAAABBADA', marks: 'no', wear: 2, creep: 0.4, cutting: 0.6, note: 'Slides well, kind to surfaces.' },
  ]),
];
