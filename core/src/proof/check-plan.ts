import { proofBolts, proofCondition, proofLoads } from '../case/proof-loads';
import { sizeText } from '../need/load-words';
import { WITNESS } from '../make/makers/witness';
import { HOLES, holesOn, isCorrected } from '../case/seen';
import { FACE_LETTERS, faceName } from '../case/words';
import { dot } from '../shape/turn';
import { holePurposes } from '../shape/threads';
import { familyOf } from '../need/families';
import type { CaseFacts } from '../case/facts';
import type { PinView } from '../decide/evaluate-case';
import type { Verdict } from '../decide/verdict';
import type { RecordRow } from '../records/kind';
import type { State } from '../screen/check';

/** A line of the check plan of a first piece. */
export interface CheckItem {
  id: string;
  what: string;
  /** Something measured against limits, or something that holds or does not. */
  kind: 'measure' | 'yes-no';
  nominal?: number;
  least?: number;
  most?: number;
  unit: string;
  with: string;
  /** Why it is in the plan. */
  from: string;
}

/** Holes of one size are one line; more lines than this nobody measures on a first piece. */
const MOST_HOLES = 12;
/** Two datums are square, or parallel, to within a degree. */
const SQUARE = Math.sin(Math.PI / 180);
const SIDES = ['long', 'wide', 'high'] as const;
/** Part of the weight that a first piece may be off by before something is wrong with it. */
const WEIGHT_OFF = 0.1;

/**
 * What has to be shown of a first piece: sizes of the box, holes by size, marked faces, flatness, roughness, weight, the load it is for, a witness
 * piece of a print that bears something, that pieces built into each other move, and every condition of the verdict.
 */
export function checkPlan(facts: CaseFacts, pin: PinView | undefined, verdict: Pick<Verdict, 'conditions'>): CheckItem[] {
  const { doc, need } = facts;
  const shape = doc.shapes.printed ?? doc.shapes.machined;
  const tolerance = need.tolerance?.value;
  const round = (x: number): number => Math.round(1000 * x) / 1000;
  // To what a caliper reads, where that is fine enough.
  const read = (x: number, by: number): number => (by >= 0.05 ? Math.round(100 * x) / 100 : round(x));
  const size = (id: string, what: string, is: number, by: number, instrument: string, from: string, nominal = read(is, by)): CheckItem => ({
    id,
    what,
    kind: 'measure',
    nominal,
    least: round(nominal - by),
    most: round(nominal + by),
    unit: 'mm',
    with: instrument,
    from,
  });
  const most = (id: string, what: string, limit: number, unit: string, instrument: string, from: string): CheckItem => ({
    id,
    what,
    kind: 'measure',
    most: limit,
    unit,
    with: instrument,
    from,
  });
  const holds = (id: string, what: string, from: string, instrument = 'trial'): CheckItem => ({ id, what, kind: 'yes-no', unit: '', with: instrument, from });
  const items: CheckItem[] = [];
  if (tolerance !== undefined) {
    const box = [...(shape?.measure.box_mm ?? doc.size_mm)].sort((a, b) => b - a);
    SIDES.forEach((side, k) =>
      items.push(size(`box-${k}`, `Overall, ${side}`, box[k], Math.max(tolerance, 0.001 * box[k]), 'caliper', shape ? 'box of the mesh' : 'rough size'))
    );
    const holes = new Map<number, number>(), threads = new Map<number, number>();
    for (const h of holesOn(shape) ?? []) {
      const list = h.is === 'tapped' ? threads : holes;
      list.set(round(h.diameter_mm), (list.get(round(h.diameter_mm)) ?? 0) + 1);
    }
    const from = shape && isCorrected(shape, HOLES.id) ? 'hole table' : 'holes of the mesh';
    const many = (n: number): string => (n > 1 ? `, ${n} of them` : '');
    [...holes].slice(0, MOST_HOLES).forEach(([d, n]) => items.push(size(`hole-${d}`, `Hole Ø ${d}${many(n)}`, d, tolerance, 'bore gauge', from)));
    [...threads].slice(0, MOST_HOLES).forEach(([d, n]) =>
      items.push(
        holds(`thread-${d}`, `Thread ${holePurposes(d).thread ?? `in Ø ${d}`}${many(n)}: the go gauge goes in, the other does not`, from, 'thread gauge'),
      )
    );
  }
  (shape?.marks ?? []).forEach((m, k) => {
    const name = `Face ${FACE_LETTERS[m.duty]}${k + 1}${m.note ? ` (${m.note})` : ''}`;
    if (m.duty === 'no-marks') items.push(holds(`face-${k}`, `${name} does not mark the work`, 'marked face'));
    else items.push(most(`face-${k}`, `${name}, flatness`, 2 * (m.tolerance_mm ?? tolerance ?? 0.1), 'mm', 'plate and indicator', 'marked face'));
    if (m.ra_um !== undefined) items.push(most(`ra-${k}`, `${name}, Ra`, m.ra_um, 'µm', 'roughness tester', 'marked face'));
  });
  // Datums to each other, by the first of them.
  const [first, ...others] = (shape?.marks ?? []).flatMap((m, k) => (m.duty === 'datum' ? [{ ...m, name: faceName(m, k), k }] : []));
  for (const m of others) {
    const across = Math.abs(dot(m.normal, first.normal));
    if (across > SQUARE && across < 1 - SQUARE) continue;
    items.push(
      most(
        `datum-${m.k}`,
        `Datum ${m.name} ${across <= SQUARE ? 'square' : 'parallel'} to ${first.name}`,
        2 * (m.tolerance_mm ?? tolerance ?? 0.1),
        'mm',
        across <= SQUARE ? 'square and feelers' : 'plate and indicator',
        'marked face',
      ),
    );
  }
  if (need.flatness) items.push(most('flatness', 'Flatness', need.flatness.value, 'mm', 'plate and feelers', 'need'));
  if (need.roughness) items.push(most('roughness', 'Roughness Ra', need.roughness.value, 'µm', 'roughness tester', 'need'));
  const weight = pin?.figures.find((f) => f.name === 'mass_tool')?.value;
  if (need.massLimit) items.push(most('mass', 'Weight', need.massLimit.value, 'kg', 'scale', 'need'));
  else if (weight !== undefined && Number.isFinite(weight))
    items.push({ ...size('mass', 'Weight', weight, Math.max(WEIGHT_OFF * weight, 0.005), 'scale', 'the estimate: ± a tenth'), unit: 'kg' });
  const rows = proofLoads(doc);
  for (const { id, name, proof } of rows)
    items.push(holds(`load-${id}`, `Bears ${proof} of “${name}” (one and a half times) for ten minutes, and comes back`, 'load table', 'proof load'));
  for (const { id, name, row } of proofBolts(doc))
    items.push(
      holds(
        `load-${id}`,
        `“${name}” drawn tight (${sizeText(row, 'metric')}): no print under its head, and tight still after a week`,
        'load table',
        'torque wrench',
      ),
    );
  if (need.load?.value && !rows.length)
    items.push(holds('load', `Bears ${Math.round(need.load.value)} N for ten minutes, and comes back`, 'need', 'proof load'));
  // A print that has to bear something is opened where that costs nothing.
  if (pin?.option.kind === 'print' && (rows.length || need.load?.value)) {
    const by = Math.max(tolerance ?? 0, 0.2);
    items.push(
      size('witness-length', 'Witness piece, length', WITNESS.length, by, 'caliper', 'witness piece, printed beside it'),
      size('witness-hole', 'Witness piece, hole Ø', WITNESS.hole, by, 'bore gauge', 'witness piece, printed beside it'),
      holds(
        'witness-cut',
        'Witness piece sawn through its hole: walls and fill as in the recipe, layers bonded, nothing hollow that should be full',
        'witness piece, printed beside it',
        'saw and loupe',
      ),
    );
  }
  const pieces = doc.shapes.printed?.study?.body.pieces ?? 1;
  if (pin?.option.kind === 'print' && pieces > 1)
    items.push(
      holds(
        'moves',
        `Its ${pieces} pieces come free of each other, and each moves through its whole way by hand: nothing catches or grinds`,
        'pieces of the mesh',
        'by hand',
      ),
    );
  if (need.vacuum?.value) items.push(holds('vacuum', 'Holds vacuum, cold and at its working heat', 'need', 'leak test'));
  familyOf(doc.family).firstUse?.forEach((what, k) => items.push(holds(`first-use-${k}`, what, 'this kind of tool can hurt somebody')));
  if (need.nonMarring?.value) items.push(holds('marks', 'Leaves no mark on a finished piece', 'need'));
  // Row by row they are in it already.
  const all = proofCondition(doc);
  verdict.conditions.filter((c) => c !== all).forEach((c) => items.push(holds(`condition-${hash(c)}`, c, 'condition of the verdict')));
  return items;
}

/** Short and the same for the same words: a condition keeps its checks when others come or go. */
function hash(text: string): string {
  let h = 2166136261;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619);
  return (h >>> 0).toString(36);
}

export interface CheckRow {
  item: CheckItem;
  /** Met, accepted though off, not met, or not looked at. */
  state: State;
  row?: RecordRow;
  value?: number;
  off?: number;
}

/** What was found last of each line, on one piece. */
export function checkRows(items: readonly CheckItem[], rows: readonly RecordRow[], piece: string): CheckRow[] {
  const own = rows.filter((r) => r.kind === 'check' && r.values['piece'] === piece).sort((a, b) => a.at.localeCompare(b.at));
  return items.map((item): CheckRow => {
    const row = own.filter((r) => r.values['item'] === item.id).at(-1);
    if (!row) return { item, state: 'unknown' };
    const value = row.values['value'] as number | undefined;
    const met = item.kind === 'yes-no'
      ? row.values['held'] === true
      : value !== undefined && value >= (item.least ?? -Infinity) && value <= (item.most ?? Infinity);
    const off = value !== undefined && item.nominal !== undefined ? value - item.nominal : undefined;
    return {
      item,
      state: met ? 'pass' : row.values['accepted'] ? 'conditional' : 'fail',
      row,
      ...(value !== undefined && { value }),
      ...(off !== undefined && { off }),
    };
  });
}

/** Why a piece is not released yet; nothing where its plan is met. */
export function releaseRefusal(checked: readonly CheckRow[], piece: string): string | undefined {
  const open = checked.filter((c) => c.state === 'unknown'), failed = checked.filter((c) => c.state === 'fail');
  if (!open.length && !failed.length) return undefined;
  const some = (list: readonly CheckRow[]): string =>
    list.slice(0, 3).map((c) => c.item.what).join('; ') + (list.length > 3 ? ` and ${list.length - 3} more` : '');
  return [
    `Piece ${piece} is not released.`,
    ...(failed.length ? [`Not met: ${some(failed)}.`] : []),
    ...(open.length ? [`Not yet looked at: ${some(open)}.`] : []),
  ].join(' ');
}

/** Shrink or growth that the sizes found have in common: mean of found over nominal − 1, of the box and the holes apart; nothing from fewer than two. */
export function scaleOff(checked: readonly CheckRow[]): { share: number; n: number } | undefined {
  const sizes = checked.filter((c) => c.item.id.startsWith('box-') && c.value !== undefined && (c.item.nominal ?? 0) > 10);
  if (sizes.length < 2) return undefined;
  return { share: sizes.reduce((s, c) => s + c.value! / c.item.nominal! - 1, 0) / sizes.length, n: sizes.length };
}
