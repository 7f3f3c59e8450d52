// dprint-ignore-file: tables, a line each
import { materials } from './build';

const CNC = 'cnc-mill';
const HAND = 'manual-mill';
const CUT = 'sheet-cut';
const FOLD = 'sheet-fold';
const BOARD = 'board-mill';
const CLAMPS = 'clamp-set';
const WAX = 'wax-core';
const TURN = 'turning';
const FAB = 'fabrication';
const MOULD = 'injection';

/** Bar, plate, sheet, board and catalogue parts. Strength is yield; the same in every direction. */
export const STOCK = [
  ...materials('metal', [
    { id: 'al-6061', label: 'Aluminium 6061-T6', processes: [CNC, HAND, CUT, FOLD, TURN, FAB], density: 2.7, modulus: [69, 69], strength: [276, 276], use: [130, 150, 170], price: [6, 9, 14], fluids: 'AAAAAADCA', marks: 'with-pad', wear: 10, creep: 0.8, cutting: 1, cte: 23.6, hardness: 'HB 95', note: 'The usual fixture plate.' },
    { id: 'al-7075', label: 'Aluminium 7075-T6', processes: [CNC, TURN], density: 2.81, modulus: [72, 72], strength: [500, 500], use: [110, 120, 130], price: [10, 14, 20], fluids: 'BAAAAADDA', marks: 'with-pad', wear: 14, creep: 0.8, cutting: 1.1, cte: 23.4, hardness: 'HB 150', note: 'Stronger plate.' },
    { id: 's235', label: 'Steel S235', processes: [CNC, HAND, CUT, FOLD, TURN, FAB], density: 7.85, modulus: [205, 205], strength: [235, 235], use: [350, 400, 450], price: [1.5, 2.2, 3.5], fluids: 'CAAAAAACA', marks: 'yes', wear: 25, creep: 0.9, cutting: 3, cte: 12, hardness: 'HB 120', note: 'Cheap, heavy, rusts.' },
    { id: 'p20', label: 'Tool steel P20', processes: [CNC, TURN], density: 7.85, modulus: [205, 205], strength: [850, 850], use: [350, 400, 450], price: [5, 8, 12], fluids: 'BAAAAABDA', marks: 'yes', wear: 80, creep: 0.9, cutting: 4, cte: 12.8, hardness: 'HRC 30', note: 'Moulds and wear parts.' },
    { id: 'tool-steel-hard', label: 'Tool steel, hardened', processes: [CNC, TURN], density: 7.75, modulus: [205, 205], strength: [1500, 1500], use: [180, 200, 250], price: [6, 10, 16], fluids: 'CAAAAAACA', marks: 'yes', wear: 200, creep: 0.9, cutting: 4, cte: 11, hardness: 'HRC 58 to 62', impact: 'fair', note: 'Cut soft, hardened, ground where it has to fit: punches, bushes, faces that see grit.' },
    { id: 'ss-304', label: 'Stainless 304', processes: [CNC, CUT, FOLD, TURN, FAB], density: 8.0, modulus: [193, 193], strength: [215, 215], use: [450, 500, 600], price: [5, 7, 10], fluids: 'AAAAAABBA', marks: 'yes', wear: 25, creep: 0.9, cutting: 4.5, cte: 17, hardness: 'HB 160', note: 'Wet and clean places.' },
    { id: 'catalogue-steel', label: 'Catalogue clamps and stops, steel', processes: [CLAMPS], density: 7.85, modulus: [205, 205], strength: [300, 300], use: [200, 250, 300], price: [8, 14, 25], fluids: 'BAAAAAACA', marks: 'with-pad', wear: 30, creep: 0.9, cutting: 3, cte: 12, hardness: 'HB 200', note: 'Toggle clamps, V-blocks, stops and studs on a drilled plate.' },
  ]),
  ...materials('polymer', [
    { id: 'pom', label: 'POM', processes: [CNC, HAND, CUT, TURN], density: 1.41, modulus: [2.8, 2.8], strength: [65, 65], use: [80, 90, 100], water: [60, 70, 85], price: [6, 9, 14], fluids: 'AAAABBADA', marks: 'no', wear: 2, creep: 0.4, cutting: 0.6, cte: 110, hardness: 'Shore D 85', impact: 'tough', flame: 'burns', uv: 'embrittles', colour: 'any', note: 'Slides well, kind to surfaces.' },
    { id: 'peek', label: 'PEEK', processes: [CNC, HAND, TURN], density: 1.31, modulus: [3.7, 3.7], strength: [95, 95], use: [220, 240, 260], price: [90, 130, 180], fluids: 'AAAAAAABA', marks: 'no', wear: 2.5, creep: 0.5, cutting: 0.8, cte: 50, hardness: 'Shore D 87', impact: 'tough', flame: 'self-extinguishing', press: 120, note: 'Heat and chemistry in solid stock.' },
    { id: 'pa66-gf-moulded', label: 'PA66-GF30, moulded', processes: [MOULD], density: 1.36, modulus: [7, 5], strength: [120, 80], use: [110, 130, 150], water: [70, 90, 110], price: [3, 4, 6], fluids: 'AAABBCADA', marks: 'with-pad', wear: 2, creep: 0.4, cte: 35, hardness: 'Shore D 85', impact: 'fair', wet: ['some', 0.2, '4 h at 80 °C'], colour: 'any', note: 'The usual stiff moulding compound.' },
    { id: 'pp-moulded', label: 'PP, moulded', processes: [MOULD], density: 0.91, modulus: [1.4, 1.4], strength: [32, 30], use: [70, 80, 95], price: [1.3, 1.8, 2.8], fluids: 'AABBCCAAB', marks: 'no', wear: 0.8, creep: 0.25, cte: 120, hardness: 'Shore D 70', impact: 'tough', flame: 'burns', colour: 'any', note: 'Trays and covers; kind to surfaces.' },
    { id: 'silicone-bladder', label: 'Silicone bladder', processes: ['flexible-core'], density: 1.15, modulus: [0.003, 0.003], strength: [7, 7], use: [180, 200, 220], price: [25, 40, 70], fluids: 'ABBDDDBCC', marks: 'no', wear: 0.5, creep: 0.2, cte: 300, hardness: 'Shore A 40', impact: 'tough', press: 1.5, contact: 'never', removal: 'withdrawn', note: 'Inflated for the cure, pulled out and used again.' },
    { id: 'cast-resin', label: 'Filled casting resin', processes: ['cast-tool'], density: 1.7, modulus: [6, 6], strength: [45, 45], use: [80, 100, 120], water: [50, 60, 75], price: [8, 13, 20], fluids: 'BBCDDDBCB', marks: 'no', wear: 0.8, creep: 0.3, cte: 45, hardness: 'Shore D 88', impact: 'fair', press: 90, contact: 'never', note: 'Aluminium- or stone-filled epoxy; poured against a pattern.' },
    { id: 'machinable-wax', label: 'Tooling wax, cast', processes: [WAX], density: 0.95, modulus: [0.4, 0.4], strength: [5, 5], use: [45, 55, 65], price: [8, 14, 22], fluids: 'ACBDDDBBB', marks: 'no', wear: 0.05, creep: 0.1, cutting: 0.3, cte: 150, hardness: 'Shore D 50', impact: 'brittle', flame: 'burns', press: 0.8, contact: 'never', removal: 'melted', note: 'Melted out after the cure: for cores by the hundred.' },
  ]),
  ...materials('fibre', [
    { id: 'laminate', label: 'Fibre laminate, tooling grade', processes: ['laid-up'], density: 1.6, modulus: [35, 9], strength: [300, 40], use: [110, 130, 180], water: [60, 75, 90], price: [40, 65, 110], fluids: 'AABCCCBBA', marks: 'with-pad', wear: 1.5, creep: 0.6, cte: 6, hardness: 'Shore D 90', press: 60, contact: 'never', colour: 'any', note: 'Carbon or glass fabric in tooling resin, on a frame.' },
  ]),
  ...materials('board', [
    { id: 'tooling-board', label: 'Tooling board', processes: [BOARD], density: 0.7, modulus: [1, 1], strength: [12, 12], use: [70, 80, 90], water: [35, 45, 60], price: [8, 14, 22], fluids: 'BBCDDDBBB', marks: 'no', wear: 0.3, creep: 0.3, cutting: 0.2, cte: 50, hardness: 'Shore D 65', press: 20, contact: 'never', note: 'Bonded, milled and sealed; moulds for a few pulls, plugs, patterns.' },
    { id: 'hardwood', label: 'Hardwood', processes: [BOARD, HAND], density: 0.7, modulus: [10, 0.9], strength: [40, 5], use: [50, 60, 70], water: [20, 30, 45], price: [2, 4, 8], fluids: 'DCCBBBDDC', marks: 'no', wear: 0.4, creep: 0.4, cutting: 0.25, cte: 5, hardness: 'soft', impact: 'tough', press: 25, wet: ['much', 10, 'kept at room climate'], note: 'Moves with the weather across the grain.' },
  ]),
];
