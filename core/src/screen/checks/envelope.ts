import { type Check, isPrint } from '../check';
import { fitOf, fitsWhole, MOST_SECTIONS, piecesOf, sectionsByHours } from '../sections';

const BASIS =
  "The smallest box around the part in the machine's room, by all orders of sides and turned in the plane. Sections: fewest equal pieces by planes square to the box.";

export const envelope: Check = {
  id: 'envelope',
  label: 'Envelope',
  run(ctx) {
    const { process, size, taken } = ctx;
    const f = fitOf(size, process);
    const common = { value: f.side_mm, limit: f.room_mm, unit: 'mm', margin: 1 - f.share, basis: BASIS };
    const mm = (x: number): string => `${Math.round(x)} mm`;
    const on = process.machine ? ` on ${process.machine.name}` : '';
    if (fitsWhole(f))
      return {
        ...common,
        state: 'pass',
        reason: `${size.sorted.map((s) => Math.round(s)).join(' × ')} mm fits${on}${f.turnDeg ? `, turned by ${Math.round(f.turnDeg)}°` : ''}.`,
      };
    const { count: byRoom } = piecesOf(size, process);
    const count = byRoom <= MOST_SECTIONS && isPrint(ctx) ? Math.max(byRoom, sectionsByHours(ctx)) : byRoom;
    if (isPrint(ctx) && count <= MOST_SECTIONS && taken.has('join-pieces'))
      return { ...common, state: 'pass', reason: `Made in ${count} pieces, joined with dowels and bonding; the Shape step cuts them.` };
    if (isPrint(ctx) && count <= MOST_SECTIONS)
      return {
        ...common,
        state: 'conditional',
        offers: ['join-pieces'],
        reason: `${mm(f.side_mm)} against ${mm(f.room_mm)}${on}: ${count} sections joined with dowels and bonding.`,
      };
    return {
      ...common,
      state: 'fail',
      reason: `${mm(f.side_mm)} against ${mm(f.room_mm)}${on}: too big${isPrint(ctx) ? `, even in ${MOST_SECTIONS} pieces` : ''}.`,
    };
  },
};
