import type { WeldKind } from '../need/requirements';

/** Heat put in along the bead, J/mm, and the gauge that is welded so, mm: usual pairs. */
const WELDS: Record<WeldKind, { energy: number; gauge: number }> = {
  light: { energy: 150, gauge: 1.5 },
  usual: { energy: 400, gauge: 3 },
  heavy: { energy: 1200, gauge: 10 },
};
/** Steel, J/(mm³·K). */
const RHO_C = 0.0047;
export const ROOM_C = 25;
const MELTS_C = 1500;

/**
 * Highest temperature that welded sheet reaches at a distance from the bead, °C: thin plate, line source,
 * T − T₀ = H / (√(2πe) · ρc · gauge · distance); steel, no heat lost. Nearer than the pool it is the pool's.
 */
export function weldTemperature(distance_mm: number, kind: WeldKind): number {
  const { energy, gauge } = WELDS[kind];
  return Math.min(MELTS_C, ROOM_C + energy / (Math.sqrt(2 * Math.PI * Math.E) * RHO_C * gauge * Math.max(0.1, distance_mm)));
}
