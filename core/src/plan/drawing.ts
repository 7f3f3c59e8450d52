/**
 * A drawing as data: lines, arcs, dimensions, filled outlines and curves in millimetres (or in the units of its axes), y upwards.
 * One component draws it on the screen and one function in the report; a plan only says what there is.
 */
export type XY = readonly [number, number];

export type Mark =
  /** heavy: outlines; thin: what is behind or beside; dashed: hidden or a limit; work: the part that the tool serves. */
  | { kind: 'line'; points: readonly XY[]; closed?: boolean; style: 'heavy' | 'thin' | 'dashed' | 'work'; fill?: 'part' | 'hatch' | 'shade' }
  | { kind: 'arc'; centre: XY; radius: number; from_deg: number; to_deg: number; style: 'heavy' | 'thin' | 'dashed' | 'work' }
  | { kind: 'dimension'; from: XY; to: XY; text: string; /** Distance of the dimension line from the measured one, to its left. */ off: number }
  | { kind: 'text'; at: XY; text: string; anchor?: 'start' | 'middle' | 'end' }
  | { kind: 'dot'; at: XY; text?: string };

export interface Drawing {
  title: string;
  /** What it shows, in words, for those who cannot see it. */
  says: string;
  marks: readonly Mark[];
}

/** Points along a circular arc, degrees anticlockwise from x. */
export function arcPoints([cx, cy]: XY, radius: number, from: number, to: number, pieces = 24): XY[] {
  return Array.from({ length: pieces + 1 }, (_, i): XY => {
    const a = ((from + ((to - from) * i) / pieces) * Math.PI) / 180;
    return [cx + radius * Math.cos(a), cy + radius * Math.sin(a)];
  });
}

/** Every point a drawing uses, for its frame. */
export function pointsOf(d: Drawing): XY[] {
  return d.marks.flatMap((m): readonly XY[] => {
    switch (m.kind) {
      case 'line': return m.points;
      case 'arc': return arcPoints(m.centre, m.radius, m.from_deg, m.to_deg, 12);
      case 'dimension': {
        const [dx, dy] = [m.to[0] - m.from[0], m.to[1] - m.from[1]];
        const l = Math.hypot(dx, dy) || 1;
        const [nx, ny] = [(-dy / l) * m.off, (dx / l) * m.off];
        return [m.from, m.to, [m.from[0] + nx, m.from[1] + ny], [m.to[0] + nx, m.to[1] + ny]];
      }
      default: return [m.at];
    }
  });
}

/** The frame around a drawing: x and y of its lower left corner, width and height. */
export function frameOf(d: Drawing): { x: number; y: number; width: number; height: number } {
  const points = pointsOf(d).filter(([x, y]) => Number.isFinite(x) && Number.isFinite(y));
  if (!points.length) return { x: 0, y: 0, width: 1, height: 1 };
  const xs = points.map((p) => p[0]), ys = points.map((p) => p[1]);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(Math.max(...xs) - x, 1e-6), height: Math.max(Math.max(...ys) - y, 1e-6) };
}
