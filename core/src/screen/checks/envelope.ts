import { type Check, isPrint, type Remedy } from '../check';

const BASIS = 'Longest, middle and shortest side against the machine\'s; turning in the plane is not tried.';

const JOIN: Remedy = {
  id: 'section', label: 'joined sections', how: 'sections joined with dowels and bonding',
  money: { low: 8, likely: 20, high: 45 }, hours: { low: 1, likely: 2, high: 4 }, mass_kg: { low: 0.02, likely: 0.06, high: 0.15 },
};

export const envelope: Check = {
  id: 'envelope',
  label: 'Envelope',
  run(ctx) {
    const { process, size } = ctx;
    const room = [...process.envelope_mm].sort((a, b) => b - a);
    const pieces = size.sorted.map((s, i) => Math.ceil(s / room[i] - 1e-9));
    const count = pieces.reduce((a, b) => a * b, 1);
    const tightest = size.sorted.map((s, i) => s / room[i]).reduce((a, b) => Math.max(a, b));
    const which = size.sorted.findIndex((s, i) => s / room[i] === tightest);
    const common = { value: size.sorted[which], limit: room[which], unit: 'mm', margin: 1 - tightest, basis: BASIS };
    const mm = (x: number): string => `${Math.round(x)} mm`;
    if (count === 1) return { ...common, state: 'pass', reason: `${size.sorted.map((s) => Math.round(s)).join(' × ')} mm fits.` };
    if (isPrint(ctx) && count <= 4) return { ...common, state: 'conditional', remedy: JOIN, reason: `${mm(size.sorted[which])} against ${mm(room[which])}: ${count} ${JOIN.how}.` };
    return { ...common, state: 'fail', reason: `${mm(size.sorted[which])} against ${mm(room[which])}: too big${isPrint(ctx) ? `, even in four pieces` : ''}.` };
  },
};
