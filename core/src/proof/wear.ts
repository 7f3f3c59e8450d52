/** One reading of a tool in use. */
export interface WearReading {
  /** ISO date. */
  on: string;
  cycles: number;
  wear_mm?: number;
}

/** A reading with the face it was taken at; none for the place that is always measured. */
export interface PlacedReading extends WearReading {
  face?: string;
}

/** A contact face, or the tool as a whole where nothing is said, against what may wear off it. */
export interface FaceWear {
  face?: string;
  allowed_mm: number;
  last_mm?: number;
  /** It has lost what it may: the tool is at its end. */
  worn: boolean;
  forecast?: WearForecast;
}

/** Each place with its end, the one that is at it first in front. Counts taken anywhere tell the pace. */
export function wearByFace(readings: readonly PlacedReading[], limits: readonly { face?: string; allowed_mm: number }[]): FaceWear[] {
  const due = ({ worn, forecast }: FaceWear): number => (worn ? 0 : (forecast?.cycles.likely ?? Infinity));
  const named = (s: string | undefined): string => s?.trim().toLowerCase() ?? '';
  return limits
    .map(({ face, allowed_mm }): FaceWear => {
      const own = readings.map(({ on, cycles, wear_mm, face: at }): WearReading => (named(at) === named(face) ? { on, cycles, wear_mm } : { on, cycles }));
      const last = own.filter((r) => r.wear_mm !== undefined).reduce<WearReading | undefined>((a, b) => (!a || b.cycles >= a.cycles ? b : a), undefined);
      const forecast = wearForecast(own, allowed_mm);
      return {
        ...(face && { face }),
        allowed_mm,
        ...(last && { last_mm: last.wear_mm }),
        worn: (last?.wear_mm ?? 0) >= allowed_mm,
        ...(forecast && { forecast }),
      };
    })
    .sort((a, b) => due(a) - due(b));
}

export interface WearForecast {
  /** Worn off for each 1 000 cycles, mm. */
  per_thousand_mm: number;
  /** Cycles at which what may wear off is worn off: early, likely, late (90 % between). */
  cycles: { low: number; likely: number; high: number };
  /** The day on which that is reached at the pace of the readings, ISO; nothing where no pace is known. */
  on?: { low: string; likely: string; high: string };
}

const DAY_MS = 86_400_000;
/** 95 % points of Student's t by degrees of freedom: 90 % between. */
const T95 = [6.314, 2.92, 2.353, 2.132, 2.015, 1.943, 1.895, 1.86, 1.833, 1.812];
const T95_MANY = 1.645;
/** Two readings say nothing of their scatter: a third either way is taken. */
const UNKNOWN_SCATTER = 1 / 3;

/**
 * When a tool has worn off what it may: a straight line through the readings by least squares, wear growing with cycles; the band from the scatter about
 * that line (Student's t). Readings without a wear only tell the pace.
 * @returns nothing for fewer than two wear readings, or where nothing wears
 */
export function wearForecast(readings: readonly WearReading[], allowed_mm: number): WearForecast | undefined {
  const seen = readings.filter((r): r is Required<WearReading> => r.wear_mm !== undefined);
  const n = seen.length;
  if (n < 2 || !(allowed_mm > 0)) return undefined;
  const mean = (f: (r: Required<WearReading>) => number): number => seen.reduce((s, r) => s + f(r), 0) / n;
  const [x0, y0] = [mean((r) => r.cycles), mean((r) => r.wear_mm)];
  const sxx = seen.reduce((s, r) => s + (r.cycles - x0) ** 2, 0);
  const slope = seen.reduce((s, r) => s + (r.cycles - x0) * (r.wear_mm - y0), 0) / sxx;
  if (!(sxx > 0) || !(slope > 0)) return undefined;
  const now = Math.max(...readings.map((r) => r.cycles));
  const likely = x0 + (allowed_mm - y0) / slope;
  let off: number;
  if (n > 2) {
    const scatter = Math.sqrt(seen.reduce((s, r) => s + (r.wear_mm - y0 - slope * (r.cycles - x0)) ** 2, 0) / (n - 2));
    off = ((T95[n - 3] ?? T95_MANY) * scatter * Math.sqrt(1 + 1 / n + (likely - x0) ** 2 / sxx)) / slope;
  } else off = UNKNOWN_SCATTER * Math.max(0, likely - now);
  const cycles = { low: Math.max(now, likely - off), likely: Math.max(now, likely), high: Math.max(now, likely + off) };
  const on = paceOf(readings);
  const last = readings.reduce((a, b) => (b.on > a.on ? b : a));
  const day = (c: number): string => new Date(Date.parse(last.on) + ((c - now) / on!) * DAY_MS).toISOString().slice(0, 10);
  return {
    per_thousand_mm: 1000 * slope,
    cycles,
    ...(on && (cycles.high - now) / on < 36_500 && { on: { low: day(cycles.low), likely: day(cycles.likely), high: day(cycles.high) } }),
  };
}

/** Cycles a calendar day between the first and the last reading. */
export function paceOf(readings: readonly WearReading[]): number | undefined {
  const sorted = [...readings].sort((a, b) => a.on.localeCompare(b.on));
  const [first, last] = [sorted[0], sorted.at(-1)];
  const days = first && last ? (Date.parse(last.on) - Date.parse(first.on)) / DAY_MS : 0;
  return days > 0 && last!.cycles > first.cycles ? (last!.cycles - first.cycles) / days : undefined;
}
