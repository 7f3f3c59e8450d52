// dprint-ignore-file: tables, a line each
import { readNeed } from '../document/need-file';
import { factsOf } from '../plan/facts';
import { BUILT_IN_SITE } from '../records/site';
import { screenRoute } from '../decide/options';
import { FAMILIES } from '../need/families';
import { processOf } from '../process/processes';
import { material } from '../shelf/shelf';
import type { State } from './check';

/** What an experienced engineer would say of a named route, and why. Written from the trade, not from the code. */
interface Row {
  family: string;
  what: string;
  size?: [number, number, number];
  form?: 'flat' | 'block' | 'shaped';
  need: Record<string, unknown>;
  route: string;
  says: State;
  /** Check that decides, and a word of its reason; for "pass" nothing decides. */
  because?: [check: string, reason: RegExp];
}

const ROWS: Row[] = [
  // Hand jigs and drill guides
  { family: 'hand-jig', what: 'a light drill guide at room temperature, half a millimetre', need: { load: 100, serviceTemp: 25, tolerance: 0.5, cyclesPerYear: 800, years: 2, wear: 'none' }, route: 'extrusion-chamber/pa12-cf', says: 'pass' },
  { family: 'hand-jig', what: 'the same to five hundredths: bushings', need: { load: 100, serviceTemp: 25, tolerance: 0.05, cyclesPerYear: 800, years: 2 }, route: 'extrusion-chamber/pa12-cf', says: 'conditional', because: ['tolerance', /bushings/] },
  { family: 'hand-jig', what: 'left in a car in summer, in PLA', need: { load: 100, serviceTemp: 70 }, route: 'extrusion-open/pla', says: 'fail', because: ['heat', /more than PLA stands/] },
  { family: 'hand-jig', what: 'used out of doors, in tough resin', need: { load: 60, serviceTemp: 25, uv: true }, route: 'vat-resin/resin-tough', says: 'fail', because: ['uv', /brittle in sunlight/] },
  { family: 'hand-jig', what: 'used out of doors, in ASA', need: { load: 60, serviceTemp: 25, uv: true, tolerance: 0.6, cyclesPerYear: 500 }, route: 'extrusion-chamber/asa', says: 'pass' },
  { family: 'hand-jig', what: 'coloured by side, in PETG', need: { load: 60, serviceTemp: 25, tolerance: 0.6, cyclesPerYear: 500, colour: 'coded' }, route: 'extrusion-open/petg', says: 'pass' },
  { family: 'hand-jig', what: 'coloured by side, in nylon powder: a dye', need: { load: 60, serviceTemp: 25, tolerance: 0.6, cyclesPerYear: 500, colour: 'coded' }, route: 'powder-polymer/pa12-powder', says: 'conditional', because: ['colour', /comes white: it takes a dye/] },
  { family: 'hand-jig', what: 'coloured by side, where a fusing agent makes it grey', need: { load: 60, serviceTemp: 25, colour: 'coded' }, route: 'powder-fusing/pa12-powder', says: 'conditional', because: ['colour', /comes out grey: paint/] },
  { family: 'hand-jig', what: 'dark against dirt, in carbon-filled nylon', need: { load: 60, serviceTemp: 25, tolerance: 0.6, cyclesPerYear: 500, colour: 'dark' }, route: 'extrusion-chamber/pa12-cf', says: 'pass' },
  // Assembly
  { family: 'assembly-fixture', what: 'nests circuit boards, in plain PA12-CF', need: { load: 50, serviceTemp: 25, esd: 'dissipative' }, route: 'extrusion-chamber/pa12-cf', says: 'fail', because: ['esd', /lead charge away/] },
  { family: 'assembly-fixture', what: 'nests circuit boards, in the charge-dissipating nylon', need: { load: 50, serviceTemp: 25, esd: 'dissipative', tolerance: 0.6 }, route: 'extrusion-open/pa6-cf-esd', says: 'pass' },
  { family: 'assembly-fixture', what: 'cleaned with acetone, in ABS', need: { load: 50, serviceTemp: 25, fluids: ['ketone'] }, route: 'extrusion-open/abs', says: 'fail', because: ['fluids', /Ketone \(acetone\) attacks ABS/] },
  { family: 'assembly-fixture', what: 'a flat plate with cut-outs is cut', form: 'flat', size: [240, 120, 8], need: { load: 50, serviceTemp: 25 }, route: 'sheet-cut/al-6061', says: 'pass' },
  { family: 'assembly-fixture', what: 'a block with holes is milled by hand', form: 'block', size: [90, 60, 40], need: { load: 50, serviceTemp: 25 }, route: 'manual-mill/al-6061', says: 'pass' },
  { family: 'assembly-fixture', what: 'a shaped one is not cut from sheet', need: { load: 50, serviceTemp: 25 }, route: 'sheet-cut/al-6061', says: 'fail', because: ['form', /Not a flat plate/] },
  { family: 'assembly-fixture', what: 'catalogue clamps hold an odd part for now', need: { load: 200, serviceTemp: 25, tolerance: 0.4 }, route: 'clamp-set/catalogue-steel', says: 'pass' },
  { family: 'assembly-fixture', what: 'clamped for hours hard in TPU', need: { load: 3000, serviceTemp: 30, lasting: true, loadDirection: 'compression' }, route: 'extrusion-open/tpu-95a', says: 'fail', because: ['stiffness', /too soft/] },
  // Press nests
  { family: 'press-nest', what: 'bearings pressed in, ten thousand a year: steel under the ram', need: { load: 9000, serviceTemp: 30 }, size: [160, 160, 60], route: 'extrusion-chamber/pa12-cf', says: 'conditional', because: ['wear', /steel on the working faces/] },
  { family: 'press-nest', what: 'in steel it simply holds', need: { load: 9000, serviceTemp: 30, nonMarring: false, fluids: [] }, size: [160, 160, 60], route: 'cnc-mill/p20', says: 'pass' },
  { family: 'press-nest', what: 'in brittle resin under knocks', need: { load: 2000, serviceTemp: 25, impact: 'tough' }, size: [120, 120, 60], route: 'vat-resin/resin-hightemp', says: 'fail', because: ['impact', /breaks when dropped/] },
  // Work-holding
  { family: 'workholding-plate', what: 'coolant over PA6 for years: it swells', need: { load: 2000, fluids: ['coolant'], serviceTemp: 30, tolerance: 0.5 }, size: [150, 100, 40], route: 'extrusion-fibre/pa-carbon', says: 'conditional', because: ['moisture', /swells/] },
  { family: 'workholding-plate', what: 'flat to two hundredths as printed: mill the face', need: { load: 500, fluids: ['coolant'], serviceTemp: 30, tolerance: 0.5, flatness: 0.1 }, route: 'extrusion-chamber/pa12-cf', says: 'conditional', because: ['flatness', /mill the face/] },
  { family: 'soft-jaws', what: 'two thousand clampings in short-fibre nylon', need: { load: 2000, fluids: ['mineral-oil'], cyclesPerYear: 1000, years: 1, tolerance: 0.4, nonMarring: false }, size: [150, 60, 45], route: 'extrusion-chamber/pa12-cf', says: 'pass' },
  { family: 'soft-jaws', what: 'forty thousand clampings: plan replacements or keep aluminium', need: { load: 2000, fluids: ['mineral-oil'], cyclesPerYear: 8000, years: 2, tolerance: 0.4, nonMarring: false }, size: [150, 60, 45], route: 'extrusion-chamber/pa12-cf', says: 'conditional', because: ['wear', /plan \d tools/] },
  { family: 'collet-pads', what: 'pads that must not mark a ground shaft', need: { load: 500, fluids: ['mineral-oil'], tolerance: 0.3, nonMarring: true, cyclesPerYear: 2000, years: 1 }, size: [40, 20, 12], route: 'powder-polymer/pa12-powder', says: 'pass' },
  { family: 'collet-pads', what: 'steel pads mark it', need: { load: 500, fluids: ['mineral-oil'], nonMarring: true }, size: [40, 20, 12], route: 'cnc-mill/s235', says: 'conditional', because: ['marking', /soft pads/] },
  // Heat
  { family: 'weld-fixture', what: 'beside the arc in the best plastic', need: { load: 400, serviceTemp: 120, peakTemp: 350 }, route: 'extrusion-chamber/pekk', says: 'fail', because: ['heat', /350 °C/] },
  { family: 'weld-fixture', what: 'beside the arc in steel', need: { load: 400, serviceTemp: 120, peakTemp: 350 }, route: 'cnc-mill/s235', says: 'pass' },
  { family: 'masking', what: 'caps in an alkaline bath at 70 °C', need: { serviceTemp: 70, fluids: ['alkaline'], copies: 240, cyclesPerYear: 10_000, years: 1 }, size: [46, 46, 30], route: 'powder-polymer/pa12-powder', says: 'pass' },
  { family: 'masking', what: 'caps in an enamel oven', need: { serviceTemp: 230, fluids: [] }, size: [46, 46, 30], route: 'powder-polymer/pa12-powder', says: 'fail', because: ['heat', /more than PA12 powder stands/] },
  // Measuring
  { family: 'inspection-fixture', what: 'flat to three hundredths on a 400 mm plate: allowance and a cut', need: { tolerance: 0.1, flatness: 0.03 }, size: [300, 200, 30], route: 'extrusion-chamber/pa12-cf', says: 'conditional', because: ['flatness', /mill the face/] },
  { family: 'gauge', what: 'a glass-gap gauge to two tenths, in filled resin', need: { tolerance: 0.2, nonMarring: false, cyclesPerYear: 3000, years: 1 }, size: [80, 40, 12], route: 'vat-resin/resin-rigid', says: 'pass' },
  { family: 'gauge', what: 'a bore gauge to a hundredth', need: { tolerance: 0.01 }, size: [80, 40, 12], route: 'vat-resin/resin-rigid', says: 'fail', because: ['tolerance', /out of reach/] },
  { family: 'trim-fixture', what: 'two metres long from the desk printer', need: { load: 300, tolerance: 1 }, size: [2000, 700, 300], route: 'extrusion-open/pa6-cf', says: 'fail', because: ['envelope', /too big/] },
  { family: 'trim-fixture', what: 'two metres long in pellets, milled', need: { load: 300, tolerance: 0.8, cyclesPerYear: 500, nonMarring: false }, size: [2000, 700, 300], route: 'pellet-extrusion/abs-cf-pellet', says: 'pass' },
  // Logistics, guards, robots, hands
  { family: 'tray', what: 'a kitting tray', need: { copies: 6, tolerance: 0.8 }, size: [280, 200, 34], route: 'extrusion-open/petg', says: 'pass' },
  { family: 'tray', what: 'a tray in contact with bread: somebody must confirm', need: { copies: 6, contact: 'food' }, size: [280, 200, 34], route: 'extrusion-open/petg', says: 'conditional', because: ['contact', /food-safety officer/] },
  { family: 'tray', what: 'a thumb-sized pocket from a large-format extruder', need: { copies: 6 }, size: [80, 60, 20], route: 'pellet-extrusion/abs-cf-pellet', says: 'fail', because: ['form', /too small/] },
  { family: 'guard', what: 'beside a burner, must go out by itself, in PETG', need: { load: 200, flame: 'self-extinguishing' }, size: [280, 180, 90], route: 'extrusion-open/petg', says: 'fail', because: ['flame', /go out by itself/] },
  { family: 'guard', what: 'beside a burner, in PEI: certificate on file', need: { load: 200, flame: 'self-extinguishing', impact: 'fair' }, size: [280, 180, 90], route: 'extrusion-chamber/pei', says: 'conditional', because: ['flame', /certificate/] },
  { family: 'guard', what: 'folded from sheet: nothing stands against it but the approval', need: { load: 200 }, size: [280, 180, 90], route: 'sheet-fold/s235', says: 'conditional', because: ['release', /machine safety approves/] },
  { family: 'gripper', what: 'steel fingers too heavy for a small robot', need: { load: 100, massLimit: 0.5 }, size: [170, 75, 50], route: 'cnc-mill/s235', says: 'fail', because: ['weight', /too heavy/] },
  { family: 'gripper', what: 'gripping grit-blasted castings: steel faces', need: { load: 100, massLimit: 3, wear: 'abrasive', tolerance: 0.6, serviceTemp: 30 }, size: [170, 75, 50], route: 'extrusion-chamber/pa12-cf', says: 'conditional', because: ['wear', /steel on the working faces/] },
  { family: 'gripper', what: 'oily parts on rubber-like photopolymer', need: { load: 20, massLimit: 3, fluids: ['mineral-oil'] }, size: [170, 75, 50], route: 'material-jetting/jet-rubber', says: 'fail', because: ['fluids', /attacks/] },
  { family: 'hand-tool', what: 'a handle that is dropped, in brittle resin', need: { load: 80, impact: 'tough' }, size: [150, 40, 30], route: 'vat-resin/resin-general', says: 'fail', because: ['impact', /dropped/] },
  { family: 'lifting-aid', what: 'a hoisting adaptor in any route', need: { load: 200 }, route: 'cnc-mill/s235', says: 'conditional', because: ['release', /certified supplier/] },
  { family: 'spare-part', what: 'a coupling of which nothing is known', need: {}, route: 'extrusion-chamber/pekk', says: 'unknown', because: ['strength', /not known/] },
  // Composites
  { family: 'layup-mould', what: 'a vacuum-bagged part at 80 °C in PEI pellets: seal and smooth', need: { cureTemp: 80, pressure: 0.1 }, size: [1900, 900, 300], route: 'pellet-extrusion/pei-cf-pellet', says: 'conditional', because: ['vacuum', /sealed/] },
  { family: 'layup-mould', what: 'an autoclave cure at 180 °C in ABS-CF', need: { cureTemp: 180, pressure: 0.6 }, size: [1900, 900, 300], route: 'pellet-extrusion/abs-cf-pellet', says: 'fail', because: ['cure', /more than ABS-CF pellets stands/] },
  { family: 'layup-mould', what: 'a wet layup at 40 °C on tooling board', need: { cureTemp: 40, pressure: 0.09, fluids: [] }, size: [900, 500, 200], route: 'board-mill/tooling-board', says: 'conditional', because: ['vacuum', /sealed/] },
  { family: 'core', what: 'a soluble core at 80 °C: sources differ, so a coupon', need: { cureTemp: 85, pressure: 0.2 }, size: [200, 120, 90], route: 'extrusion-chamber/core-standard', says: 'conditional', because: ['cure', /coupon/] },
  { family: 'core', what: 'the standard one at 121 °C: only in two stages', need: { cureTemp: 121, pressure: 0.15 }, size: [200, 120, 90], route: 'extrusion-chamber/core-standard', says: 'conditional', because: ['cure', /first stage/] },
  { family: 'core', what: 'five wax cores do not pay for a master tool', need: { cureTemp: 40, pressure: 0.1, cyclesPerYear: 5, years: 1 }, size: [200, 120, 90], route: 'wax-core/machinable-wax', says: 'fail', because: ['batch', /few/] },
  { family: 'core', what: 'autoclave pressure on a soluble core', need: { cureTemp: 70, pressure: 1.5 }, size: [200, 120, 90], route: 'extrusion-chamber/core-standard', says: 'fail', because: ['pressure', /crush/] },
  // Forming and moulding
  { family: 'thermoform-mould', what: 'a few hundred lids on PEI', need: { serviceTemp: 90, peakTemp: 120, cyclesPerYear: 200, years: 1, roughness: 20, tolerance: 0.8 }, size: [300, 200, 80], route: 'extrusion-chamber/pei', says: 'pass' },
  { family: 'thermoform-mould', what: 'on tooling board at 110 °C', need: { serviceTemp: 110, cyclesPerYear: 200, years: 1 }, size: [300, 200, 80], route: 'board-mill/tooling-board', says: 'fail', because: ['heat', /more than Tooling board stands/] },
  { family: 'flex-form-die', what: 'forty megapascals on PEI', need: { pressure: 40, cyclesPerYear: 40, years: 1, roughness: 15, tolerance: 0.5 }, size: [200, 150, 60], route: 'extrusion-chamber/pei', says: 'pass' },
  { family: 'flex-form-die', what: 'a hundred and fifty on nylon', need: { pressure: 150, cyclesPerYear: 40, years: 1 }, size: [200, 150, 60], route: 'extrusion-chamber/pa12', says: 'fail', because: ['pressure', /crush/] },
  { family: 'tube-die', what: 'a short run of thin tube', need: { load: 2000, pressure: 20, cyclesPerYear: 30, years: 1, roughness: 15, tolerance: 0.5, nonMarring: false }, size: [120, 80, 50], route: 'extrusion-chamber/pa12-cf', says: 'pass' },
  { family: 'brake-tool', what: 'two hundred bends of thin stainless', need: { load: 5000, pressure: 40, cyclesPerYear: 150, years: 1, tolerance: 0.5, nonMarring: false }, size: [200, 60, 40], route: 'extrusion-chamber/pa12-cf', says: 'pass' },
  { family: 'brake-tool', what: 'thick sheet: three hundred megapascals at the nose', need: { load: 5000, pressure: 300, cyclesPerYear: 150, years: 1 }, size: [200, 60, 40], route: 'extrusion-chamber/pa12-cf', says: 'fail', because: ['pressure', /crush/] },
  { family: 'bead-die', what: 'a logo in thin aluminium for a trade fair', need: { load: 500, pressure: 40, cyclesPerYear: 40, years: 1, roughness: 15, tolerance: 0.5 }, size: [100, 100, 40], route: 'extrusion-chamber/pa12-cf', says: 'pass' },
  { family: 'spinning-mandrel', what: 'a prototype shell over filled nylon', need: { load: 500, pressure: 12, cyclesPerYear: 30, years: 1, roughness: 15, tolerance: 0.5 }, size: [160, 160, 90], route: 'extrusion-chamber/pa12-cf', says: 'pass' },
  { family: 'sand-pattern', what: 'fifty moulds from a printed plate: smooth it', need: { cyclesPerYear: 40, years: 1, fluids: [] }, size: [240, 160, 40], route: 'extrusion-chamber/asa', says: 'conditional', because: ['roughness', /brings it to/] },
  { family: 'sand-pattern', what: 'a sand mould to Ra 6.3: nothing rubs sand smooth', need: { cyclesPerYear: 1, years: 1, copies: 1, roughness: 6.3, fluids: [], tolerance: 1, pressure: 0.1 }, size: [240, 160, 40], route: 'binder-sand/foundry-sand', says: 'fail', because: ['roughness', /nothing on the shelf/] },
  { family: 'sand-pattern', what: 'sand mould printed, no pattern at all, one casting each', need: { cyclesPerYear: 1, years: 1, copies: 1, roughness: 40, fluids: [], tolerance: 1, pressure: 0.1 }, size: [240, 160, 40], route: 'binder-sand/foundry-sand', says: 'pass' },
  { family: 'investment-pattern', what: 'ten wax-like patterns from resin', need: { copies: 10, tolerance: 0.3 }, size: [60, 40, 20], route: 'vat-resin/resin-castable', says: 'pass' },
  { family: 'mould-insert', what: 'five hundred thousand shots on resin', need: { serviceTemp: 60, load: 4000, cyclesPerYear: 250_000, years: 2 }, size: [96, 96, 38], route: 'vat-resin/resin-hightemp', says: 'fail', because: ['wear', /wear out/] },
  { family: 'assembly-fixture', what: 'a small powder nest to Ra 3.2: tumbled', need: { roughness: 3.2 }, size: [80, 60, 30], route: 'powder-polymer/pa12-powder', says: 'conditional', because: ['roughness', /tumbling in media brings it to 3 µm/] },
  { family: 'assembly-fixture', what: 'the same of 420 mm goes into no tumbler', need: { roughness: 3.2 }, size: [420, 300, 60], route: 'extrusion-open/pa6-cf', says: 'conditional', because: ['roughness', /milling the face brings it/] },
  { family: 'assembly-fixture', what: 'a soft grip takes no grit', need: { roughness: 3.2 }, size: [80, 60, 30], route: 'extrusion-open/tpu-95a', says: 'fail', because: ['roughness', /nothing on the shelf/] },
  { family: 'assembly-fixture', what: 'a nest in water at 110 °C: nylon 6 is hydrolysed, sealed or not', need: { serviceTemp: 110, fluids: ['water'], load: 50 }, size: [80, 60, 30], route: 'extrusion-open/pa6-cf', says: 'fail', because: ['heat', /110 °C in service, wet/] },
  { family: 'assembly-fixture', what: 'the same in PPSU', need: { serviceTemp: 110, fluids: ['water'], load: 50 }, size: [80, 60, 30], route: 'extrusion-chamber/ppsu', says: 'pass' },
  { family: 'assembly-fixture', what: 'the same in aluminium', need: { serviceTemp: 110, fluids: ['water'], load: 50, tolerance: 0.2 }, size: [80, 60, 30], route: 'cnc-mill/al-6061', says: 'pass' },
  { family: 'assembly-fixture', what: '110 °C dry is no trouble for it', need: { serviceTemp: 100, fluids: [], wet: false, load: 50, tolerance: 1 }, size: [80, 60, 30], route: 'extrusion-open/pa6-cf', says: 'pass' },
  { family: 'assembly-fixture', what: 'at 65 °C in water: no seal keeps it out, soak it', need: { serviceTemp: 65, fluids: ['water'], load: 50, tolerance: 1 }, size: [80, 60, 30], route: 'extrusion-open/pa6-cf', says: 'conditional', because: ['moisture', /goes through a seal/] },
  { family: 'mould-insert', what: 'fused tool steel with cooling in it', need: { serviceTemp: 60, load: 4000, cyclesPerYear: 2000, years: 1, tolerance: 0.3, roughness: 12.5 }, size: [96, 96, 38], route: 'metal-powder/am-tool-steel', says: 'pass' },
  { family: 'hand-jig', what: 'one small steel part by binder jetting', need: { load: 50, serviceTemp: 25, copies: 1, massLimit: 3 }, size: [60, 40, 20], route: 'binder-metal/am-316l', says: 'fail', because: ['batch', /few for it/] },
];

const options = (r: Row) => {
  const doc = readNeed({ family: r.family, need: r.need, ...(r.size && { size_mm: r.size }), ...(r.form && { form: r.form }) });
  const [p, m] = r.route.split('/');
  return screenRoute(factsOf(doc, BUILT_IN_SITE), processOf(p), material(m));
};

describe('needs from the trade', () => {
  it.each(ROWS.map((r) => [`${r.family}: ${r.what}`, r] as const))('%s', (_what, row) => {
    const o = options(row);
    const decisive = o.checks.filter((c) => c.state !== 'pass').map((c) => `${c.id} ${c.state}: ${c.reason}`);
    expect({ state: o.state, ...(row.says === 'pass' && { decisive }) }).toEqual({ state: row.says, ...(row.says === 'pass' && { decisive: [] }) });
    if (row.because) {
      const [id, reason] = row.because;
      const c = o.checks.find((x) => x.id === id);
      expect(c?.state).toBe(row.says);
      expect(c?.reason).toMatch(reason);
    }
  });
  it('cover every family', () => {
    expect(FAMILIES.map((f) => f.id).filter((id) => !ROWS.some((r) => r.family === id))).toEqual([]);
  });
});
