// dprint-ignore-file: tables, a line each
import { materials } from './build';

const BINDER = 'binder-metal';
const MILLED = 'bind-and-mill';
const BOUND = 'bound-metal';
const FUSION = 'metal-powder';
const MIM = 'metal-injection';
const SAND = 'binder-sand';

/** Metals made in layers, and foundry sand. Strength is yield. */
export const METAL_AND_SAND = [
  ...materials('metal', [
    { id: 'am-316l', label: '316L, printed', processes: [BINDER, MILLED, BOUND, FUSION, MIM], density: 7.9, modulus: [190, 185], strength: [450, 400], use: [450, 500, 550], price: [40, 60, 90], fluids: 'AAAAAABBA', marks: 'yes', wear: 25, creep: 0.9, cte: 16, hardness: 'HB 180', note: 'Corrosion-proof; sintered routes reach about half this yield.' },
    { id: 'am-17-4', label: '17-4PH, printed', processes: [BINDER, MILLED, BOUND, FUSION, MIM], density: 7.8, modulus: [190, 185], strength: [1000, 920], use: [350, 400, 450], price: [45, 65, 100], fluids: 'AAAAAABBA', marks: 'yes', wear: 50, creep: 0.9, cte: 11, hardness: 'HRC 36 to 40', note: 'Hardened after printing; wear faces and inserts.' },
    { id: 'am-tool-steel', label: 'Hot-work tool steel, printed', processes: [MILLED, BOUND, FUSION], density: 7.8, flow: 0.85, modulus: [210, 205], strength: [1300, 1200], use: [500, 550, 600], price: [50, 75, 120], fluids: 'BAAAAABDA', marks: 'yes', wear: 90, creep: 0.9, cte: 12, hardness: 'HRC 48 to 52', impact: 'fair', note: 'Mould inserts with cooling that follows the shape; cracks if built cold.' },
    { id: 'am-alsi10mg', label: 'AlSi10Mg, printed', processes: [FUSION], density: 2.67, flow: 1.8, modulus: [70, 68], strength: [230, 210], use: [130, 150, 170], price: [50, 70, 100], fluids: 'AAAAAADCA', marks: 'with-pad', wear: 10, creep: 0.8, cte: 21, hardness: 'HB 120', note: 'Light metal grippers and heat sinks.' },
    { id: 'am-ti64', label: 'Ti-6Al-4V, printed', processes: [FUSION], density: 4.43, flow: 1.2, modulus: [114, 112], strength: [900, 860], use: [300, 350, 400], price: [150, 220, 320], fluids: 'AAAAAABAA', marks: 'yes', wear: 25, creep: 0.9, cte: 9, hardness: 'HRC 36', note: 'Strong and light; the powder burns fiercely.' },
    { id: 'am-718', label: 'Nickel alloy 718, printed', processes: [FUSION], density: 8.2, flow: 0.85, modulus: [200, 195], strength: [1000, 950], use: [600, 650, 700], price: [80, 120, 180], fluids: 'AAAAAAAAA', marks: 'yes', wear: 40, creep: 0.95, cte: 13, hardness: 'HRC 40', note: 'Hot and corrosive places.' },
    { id: 'am-copper', label: 'Copper, printed', processes: [BINDER, FUSION], density: 8.9, flow: 0.5, modulus: [110, 105], strength: [180, 160], use: [220, 250, 280], price: [70, 110, 160], fluids: 'BAAAAABDA', marks: 'with-pad', wear: 8, creep: 0.7, cte: 17, hardness: 'HB 60', note: 'Weld spatter falls off, heat runs away.' },
  ]),
  ...materials('board', [
    { id: 'foundry-sand', label: 'Foundry sand with binder', processes: [SAND], density: 1.5, modulus: [2, 2], strength: [2, 1.6], use: [1200, 1300, 1400], price: [0.5, 1, 2], fluids: 'DCDDDDDDD', marks: 'with-pad', wear: 0.05, creep: 0.5, cte: 12, hardness: 'scratches by nail', esd: 'insulating', flame: 'does-not-burn', uv: 'stable', press: 4, wet: ['much', 0.3, 'store dry'], contact: 'never', removal: 'broken', note: 'One casting a mould; fragile, dusty.' },
  ]),
];
