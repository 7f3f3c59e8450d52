import type { PackedBin } from '../workers/shape.worker';

export interface BinBox {
  x: number;
  y: number;
  width: number;
  height: number;
  letter: string;
  /** Large enough to be written in. */
  named: boolean;
}
export interface BinPicture {
  label: string;
  width: number;
  height: number;
  boxes: BinBox[];
}

/** A box narrower than this share of the picture has no room for its letter. */
const NAMED = 0.045;

/** The bin from above and from the front, each part as its box; what lies further back is drawn first. Up is up. */
export function binPictures({ packing, sizes }: PackedBin, room: readonly [number, number, number], letters: ReadonlyMap<string, string>): BinPicture[] {
  const boxes = packing.placed.map(({ id, at_mm: at, turn_deg }) => {
    const [a, b, c] = sizes[id];
    const [w, d] = turn_deg % 180 ? [b, a] : [a, b];
    return { letter: letters.get(id) ?? '', at, size: [w, d, c] as const };
  });
  const view = (label: string, across: 0 | 1, up: 1 | 2, far: (b: (typeof boxes)[number]) => number): BinPicture => ({
    label,
    width: room[across],
    height: room[up],
    boxes: [...boxes].sort((p, q) => far(p) - far(q)).map((b) => ({
      x: b.at[across],
      y: room[up] - b.at[up] - b.size[up],
      width: b.size[across],
      height: b.size[up],
      letter: b.letter,
      named: b.size[across] > NAMED * room[across] && b.size[up] > NAMED * room[up],
    })),
  });
  return [
    view('From above', 0, 1, (b) => b.at[2] + b.size[2]),
    view('From the front', 0, 2, (b) => -b.at[1]),
  ];
}
