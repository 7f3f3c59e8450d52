import { formatNumber } from '../../quantity/quantity';
import { byLevel, chanceAtMost, type Check } from '../check';
import { bearingArea, boltFor, BOLTS, preload } from '../../need/bolts';
import type { BoltSize } from '../../need/requirements';
import { times } from '../traits';
import { bearsPressure, headOffers, headState } from '../under-load';

const BASIS =
  'Preload F = T/(0.2 d), 0.15 to 0.25 by how dry the thread is; pressed on the ring under a socket head in a medium clearance hole. The face bears its crushing strength, reduced for heat and for hours under load, factor 1.5; metal bears twice its yield in so small a ring. Tighten by torque wrench and look again after a week.';

const mm2 = (x: number): string => `${Number(x.toPrecision(2))} mm²`;

/** A bolt pulls on the face under its head, and goes on pulling: plastic is crushed there, or creeps away from it. */
export const bearing: Check = {
  id: 'bearing',
  label: 'Bolt heads',
  limits: ['boltTorque'],
  run(ctx) {
    const { need, holes, material, taken } = ctx;
    const torque = need.boltTorque?.value;
    if (!torque) return undefined;
    // One torque for all: the smallest bolt pulls hardest on the smallest ring.
    const found = (holes ?? []).filter((h) => h.through).map((h) => boltFor(h.diameter_mm)).filter((s): s is BoltSize => !!s);
    const size = need.boltSize?.value ?? found.sort((a, b) => BOLTS[a].d_mm - BOLTS[b].d_mm)[0];
    if (!size) {
      return {
        state: 'unknown',
        unit: 'MPa',
        basis: BASIS,
        reason: 'How large the bolts are is not known: say so on the Need step, or drop a mesh with their holes.',
      };
    }
    const force = preload(size, torque);
    const what = `${size} at ${formatNumber(torque)} N·m pulls ${Number((force.likely / 1000).toPrecision(2))} kN`;
    if (taken.has('compression-limiters')) return { state: 'pass', basis: BASIS, reason: `${what}; it stands on steel sleeves.` };
    const washer = taken.has('wide-washers');
    const bears = bearsPressure(ctx, { long: true, head: true });
    const area = bearingArea(size, washer);
    const p = force.likely / area;
    const state = byLevel(need.boltTorque!.level, headState(p, bears, ctx));
    const n = (x: number): string => `${Number(x.toPrecision(2))} MPa`;
    return {
      state,
      value: p,
      limit: bears.likely,
      unit: 'MPa',
      margin: (bears.likely - p) / bears.likely,
      // How hard a torque pulls differs by more than the torque itself.
      chance: chanceAtMost(times(force, 1 / area), bears),
      basis: BASIS,
      offers: state === 'pass' ? [] : headOffers(ctx, size, force.likely, bears.likely),
      reason: `${what} on ${mm2(area)} under its ${washer ? 'wide washer' : 'head'}: ${n(p)}; ${material.label} bears ${n(bears.likely)} for long.`,
    };
  },
};
