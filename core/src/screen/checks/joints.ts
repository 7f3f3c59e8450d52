import { boltFor, BOLTS } from '../../need/bolts';
import type { BoltSize } from '../../need/requirements';
import { formatNumber } from '../../quantity/quantity';
import type { FeatureStudy } from '../../shape/features/study';
import type { Check } from '../check';

const BASIS =
  'Counterbored holes that a metric bolt goes through, as found on the mesh: a socket head needs half a millimetre all round less than a clearance hole allows, its own diameter of depth, and under it in plastic as much again (in metal 0.4 of it). A key as thick as the hole has to come straight down to it. Plastic gives way under a head for as long as it is pressed.';

/** A head enters a counterbore that is so much wider. */
const ROOM_MM = 0.5;
/** What is left under a head, in diameters of the bolt: else it pulls through. */
const UNDER = { plastic: 1, metal: 0.4 };
/** Measured holes are off by so much. */
const OFF = 0.03;
/** Nothing is wrong but that nobody has said how tight: sleeves usually answer it. */
const LIKELY = 0.95;

/** A hole for a bolt with a sunk head. */
export interface Screw {
  size: BoltSize;
  count: number;
  head_mm: number;
  sunk_mm: number;
  under_mm: number;
  /** Something of the part is so far above its mouth, in the way of the key. */
  covered_mm?: number;
}

/** Counterbored holes for metric bolts, alike ones as one. */
export function screwsOf(features: FeatureStudy | undefined): Screw[] {
  const out: Screw[] = [];
  for (const { kind, through, diameter_mm, depth_mm, counterbore, covered_mm } of features?.bores ?? []) {
    const size = kind === 'counterbored' && through ? boltFor(diameter_mm) : undefined;
    if (!size || !counterbore) continue;
    const screw = {
      size,
      count: 1,
      head_mm: counterbore.diameter_mm,
      sunk_mm: counterbore.depth_mm,
      under_mm: depth_mm - counterbore.depth_mm,
      ...(covered_mm !== undefined && { covered_mm }),
    };
    const like = out.find((s) =>
      s.size === size && (['head_mm', 'sunk_mm', 'under_mm'] as const).every((k) => Math.abs(s[k] - screw[k]) < 0.05) && s.covered_mm === screw.covered_mm
    );
    if (like) like.count++;
    else out.push(screw);
  }
  return out;
}

const mm = (x: number): string => `${formatNumber(x, 2)} mm`;

/** What is wrong with one kind of screw joint. */
function faultOf({ size, count, head_mm, sunk_mm, under_mm, covered_mm }: Screw, metal: boolean): string | undefined {
  const { d_mm, head_mm: head } = BOLTS[size];
  const where = `${count === 1 ? 'The counterbore' : `${count} counterbores`} for ${size}`;
  if (head_mm < (head + ROOM_MM) * (1 - OFF)) return `${where}: ${mm(head_mm)} wide, a socket head wants ${mm(head + ROOM_MM)}`;
  const least = d_mm * (metal ? UNDER.metal : UNDER.plastic);
  if (under_mm < least * (1 - OFF)) return `${where}: ${mm(under_mm)} left under the head, ${mm(least)} are wanted in ${metal ? 'metal' : 'plastic'}`;
  if (covered_mm !== undefined) return `${where}: the part itself is in the way ${mm(covered_mm)} above its mouth, no straight key gets in`;
  if (sunk_mm < d_mm * (1 - OFF)) return `${where}: ${mm(sunk_mm)} deep, the head stands ${mm(d_mm - sunk_mm)} proud`;
  return undefined;
}

/** Screw joints as the part has them: does the head go in, is enough left under it, and does plastic there have a sleeve or a torque. */
export const joints: Check = {
  id: 'joints',
  label: 'Screw joints',
  run({ study, need, material, taken, loads }) {
    const screws = screwsOf(study?.body.features);
    if (!screws.length) return undefined;
    const metal = material.family === 'metal';
    const faults = screws.flatMap((s) => faultOf(s, metal) ?? []);
    if (faults.length) return { state: 'conditional', basis: BASIS, reason: `${faults.join('; ')}. Change the model, or take another screw.` };
    const said = screws.map((s) => `${s.count} × ${s.size}`).join(', ');
    const open = !metal && !need.boltTorque && !loads?.some((l) => l.bolt) && !taken.has('compression-limiters');
    if (!open) return { state: 'pass', basis: BASIS, reason: `${said}: heads go in and keys reach them, enough is left under them.` };
    return {
      state: 'conditional',
      chance: LIKELY,
      basis: BASIS,
      offers: ['compression-limiters'],
      reason:
        `${said} press on ${material.label}, which gives way in time: put sleeves under the heads, or say how tight they are drawn, on Need or as a row of the load table.`,
    };
  },
};
