import { alongFibre, isLevel } from '../mechanics';
import { formatNumber } from '../quantity/quantity';
import { counted } from '../quantity/words';
import { dot, type Vec3 } from '../shape/turn';
import type { CheckContext } from './check';
import type { RowLoad } from './under-load';

/** First and last of some layers, counted from the bed. */
export type Layers = readonly [from: number, to: number];

/** Where the fibre of a way lies, layer by layer. */
export interface FibreLayers {
  /** Layers of the whole part. */
  all: number;
  rings?: { each: number; layers: Layers };
  sheets?: { count: number; bottom: Layers; top: Layers };
  /** Under the level face that a row stands on. */
  panel?: { count: number; layers: Layers };
}

const lowest = ({ study, measure }: CheckContext, up: Vec3): number => {
  const low = measure!.box_min_mm, size = measure!.box_mm;
  // Of the corners of its box: exact where it stands on one of its sides.
  const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((k) => dot(up, low.map((x, a) => x + ((k >> a) & 1 ? size[a] : 0))));
  const span = Math.max(...corners) - Math.min(...corners);
  return Math.min(...corners) + (span - study!.build.height_mm) / 2;
};

/** Layers with fibre on this way; nothing where none is laid, or the part has not been studied. @param at place of a row */
export function fibreLayers(ctx: CheckContext, at?: RowLoad['at']): FibreLayers | undefined {
  const laid = ctx.fill?.laid;
  if (!laid || !ctx.study || !ctx.measure) return undefined;
  const { rings, sheets, panels, layer_mm, outer_mm } = laid;
  const all = Math.max(1, Math.round(ctx.study.build.height_mm / layer_mm));
  const closing = Math.max(1, Math.round(outer_mm / layer_mm));
  const [n, p] = [Math.round(sheets), Math.round(panels)];
  const up = ctx.study.build.up;
  const looks = at ? dot(up, at.normal) : 0;
  const panel = (): Layers => {
    const face = Math.round((dot(up, at!.point) - lowest(ctx, up)) / layer_mm);
    const first = closing + n;
    return looks > 0 ? [Math.max(1, face - first - p + 1), Math.max(1, face - first)] : [Math.min(all, face + first + 1), Math.min(all, face + first + p)];
  };
  return {
    all,
    ...(rings > 0 && { rings: { each: rings, layers: [1, all] } }),
    ...(n > 0 && { sheets: { count: n, bottom: [closing + 1, closing + n], top: [Math.max(1, all - closing - n + 1), Math.max(1, all - closing)] } }),
    ...(p > 0 && isLevel(looks) && { panel: { count: p, layers: panel() } }),
  };
}

export const layersWords = ([from, to]: Layers): string => (from === to ? `layer ${from}` : `layers ${from} to ${to}`);
/** "2 rings in every layer", "1 ring in every 2nd layer" */
export const ringsWords = (each: number): string => {
  if (each >= 1) return `${Number.isInteger(each) ? counted(each, 'ring') : `${formatNumber(each, 2)} rings`} in every layer`;
  const every = Math.round(1 / each);
  return `1 ring in every ${every === 2 ? '2nd' : every === 3 ? '3rd' : `${every}th`} layer`;
};

/** Where the fibre lies that a row of the load table meets, for somebody who lays out the build; and what its rings bear around a hole that is pulled aside. */
export function fibreWords(ctx: CheckContext, row: RowLoad): string[] {
  const f = fibreLayers(ctx, row.at);
  if (!f) return [];
  const parts = [
    ...(f.rings ? [`${ringsWords(f.rings.each)} of ${f.all}`] : []),
    ...(f.sheets ? [`${counted(f.sheets.count, 'sheet')} in ${layersWords(f.sheets.bottom)} and in ${layersWords(f.sheets.top)}`] : []),
    ...(f.panel ? [`${counted(f.panel.count, 'sheet')} more under what stands there, ${layersWords(f.panel.layers)}`] : []),
  ];
  const around = ringsAround(ctx, row);
  return [
    parts.length ? `Fibre: ${parts.join('; ')}.` : 'No fibre is laid: the plastic bears it alone.',
    ...(around
      ? [
        `Rings around its hole bear about ${
          formatNumber(Number(around.bears_n.toPrecision(2)))
        } N to the side (2 n w t σ in each of its ${around.layers} layers), ${formatNumber(around.bears_n / row.size.likely, 2)} times what is asked.`,
      ]
      : []),
  ];
}

/** What rings around a hole bear that a row pulls aside: 2 n w t σ for each layer of it, N. Only where the hole runs across the layers and the row stands on its wall. */
export function ringsAround(ctx: CheckContext, { at, isForce }: RowLoad): { bears_n: number; layers: number } | undefined {
  const laid = ctx.fill?.laid;
  if (!laid || !(laid.rings > 0) || !at || !isForce || Math.hypot(...at.normal) > 0 || !ctx.study) return undefined;
  const { up } = ctx.study.build;
  const hole = ctx.study.body.holes.find((h) => {
    const off = at.point.map((x, a) => x - h.centre[a]);
    const along = dot(off, h.axis);
    const aside = Math.sqrt(Math.max(0, dot(off, off) - along ** 2));
    return Math.abs(along) <= h.depth_mm / 2 + 0.5 && Math.abs(aside - h.diameter_mm / 2) < 0.5 && Math.abs(dot(up, h.axis)) > 0.9;
  });
  if (!hole) return undefined;
  const layers = Math.floor(hole.depth_mm / laid.layer_mm);
  const { inPlane, across } = ctx.material.modulus_gpa;
  // The strength of sheets is what their fibres bear in one of their directions: along them they bear more by the ratio of the moduli.
  const along = ctx.traits.strength_mpa.inPlane.likely * alongFibre(1, across.likely / inPlane.likely);
  return { bears_n: 2 * laid.rings * laid.ring_width * laid.layer_mm * along * layers, layers };
}
