import { demoDoc, studiedRef } from '../core/src/case/testing';
import { box } from '../core/src/shape/testing';
import { factsOf } from '../core/src/plan/facts';
import { BUILT_IN_SITE } from '../core/src/records/site';
import { evaluateRoute } from '../core/src/routes/evaluate-route';
import { screenRoute } from '../core/src/decide/options';
import { processOf } from '../core/src/process/processes';
import { material } from '../core/src/shelf/shelf';
import { INSIDES, withInside } from '../core/src/decide/inside-enough';
import { buildHours } from '../core/src/routes/evaluate-route';
import { valueOf } from '../core/src/worksheet/evaluate';
const pin = { process: 'extrusion-fibre', material: 'pa-carbon' };
for (const i of INSIDES.fibre) {
  const doc = withInside(demoDoc({ family: 'gripper', shapes: { printed: studiedRef(box(150, 70, 26)) } }), pin, i);
  const facts = factsOf(doc, BUILT_IN_SITE);
  const o = screenRoute(facts, processOf('extrusion-fibre'), material('pa-carbon'), 'none');
  const { point } = evaluateRoute(facts, { ...pin, doubt: o.doubt }, o.remedies, 0);
  console.log(i.label.padEnd(50), ['wall_volume', 'skin_volume', 'deposit', 'fibre_volume', 'fibre_h', 'print_h', 'per_build', 'build_h', 'price_each', 'sections'].map((n) => { try { return n + ' ' + valueOf(point, n).toFixed(1); } catch { return n + ' -'; } }).join('  '), buildHours(facts, pin).toFixed(1), o.remedies.map((r) => r.id).join());
}
