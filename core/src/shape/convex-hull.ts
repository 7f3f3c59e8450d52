/** Convex hull of points of a plane, counterclockwise from its leftmost corner: monotone chain (Andrew 1979). */
export function convexHull(points: readonly (readonly [number, number])[]): [number, number][] {
  const p = points.map(([x, y]): [number, number] => [x, y]).sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (list: [number, number][]): [number, number][] => {
    const out: [number, number][] = [];
    for (const q of list) {
      while (
        out.length > 1 &&
        (out[out.length - 1][0] - out[out.length - 2][0]) * (q[1] - out[out.length - 2][1]) <=
          (out[out.length - 1][1] - out[out.length - 2][1]) * (q[0] - out[out.length - 2][0])
      ) out.pop();
      out.push(q);
    }
    out.pop();
    return out;
  };
  const hull = [...half(p), ...half(p.reverse())];
  return hull.length ? hull : p.slice(0, 1);
}

/** How far inside a convex hull a point lies: distance to the nearest side, below nothing outside; nothing inside what has no area. */
export function depthInside(hull: readonly (readonly [number, number])[], x: number, y: number): number | undefined {
  if (hull.length < 3) return undefined;
  let least = Infinity;
  hull.forEach(([px, py], i) => {
    const [qx, qy] = hull[(i + 1) % hull.length];
    const l = Math.hypot(qx - px, qy - py) || 1;
    least = Math.min(least, ((qx - px) * (y - py) - (qy - py) * (x - px)) / l);
  });
  return least;
}
