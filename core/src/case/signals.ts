import { familyOf } from '../need/families';
import { formatNumber, formatQuantity, type UnitSystem } from '../quantity/quantity';
import { inSentence } from '../quantity/words';
import type { WetWith } from '../shelf/types';
import { formatMoney } from './words';
import type { CaseDoc, ShapeRef } from './types';

/** Practice: from here on a figure is a sign of something. */
const FEW = 300, MANY_PIECES = 4, LONG_WAIT_DAYS = 10, NEAR_LIMIT = 0.8;
const CHEAP = 30, MANY_CYCLES = 100_000, HOT_C = 150, TIGHT_MM = 0.05;

/** Share of the surface that is neither flat nor a round hole. */
const FREE_SHARE = 0.2;
const SOLVENTS: ReadonlySet<WetWith> = new Set(['ketone', 'aromatic', 'chlorinated']);

const freeShare = (shape: ShapeRef | undefined): number => (shape?.study ? shape.study.body.freeForm_mm2 / shape.measure.area_mm2 : 0);

interface SignalKind {
  id: string;
  /** Does it speak for another way of making the tool, or against it? */
  side: 'for' | 'against';
  /** As it is ticked at the machine. */
  label: string;
  /** What the document itself says of it, in words with the figure; nothing where it says nothing. */
  told?(doc: CaseDoc, currency: string, system: UnitSystem): string | undefined;
}

/** What is seen at a machine and speaks for looking at a tool, or against it. Ticked by whoever stands there, or told by the figures. */
export const SIGNALS = [
  {
    id: 'few',
    side: 'for',
    label: 'A handful to a few hundred are wanted',
    told: ({ need }) => (need.copies && need.copies.value <= FEW ? `${need.copies.value} wanted` : undefined),
  },
  {
    id: 'shaped',
    side: 'for',
    label: 'Awkward shape',
    told: ({ shapes }) => (freeShare(shapes.printed ?? shapes.machined) > FREE_SHARE ? 'free-form faces' : undefined),
  },
  {
    id: 'pieces',
    side: 'for',
    label: 'Many pieces bolted or welded',
    told: ({ today: { pieces } }) => ((pieces ?? 0) >= MANY_PIECES ? `put together from ${pieces} pieces` : undefined),
  },
  { id: 'hoses', side: 'for', label: 'Hoses hung outside', told: ({ today: { hoses } }) => (hoses ? `${hoses} hoses or cables fitted to it` : undefined) },
  {
    id: 'wait',
    side: 'for',
    label: 'It is waited for',
    told: ({ today: { wait_days } }) => ((wait_days ?? 0) >= LONG_WAIT_DAYS ? `${formatNumber(wait_days!)} days’ wait` : undefined),
  },
  { id: 'scarce', side: 'for', label: 'Machinist or programmer is scarce' },
  {
    id: 'heavy',
    side: 'for',
    label: 'Heavy in the hand or on the robot',
    told: ({ today: { weight_kg }, need: { massLimit } }, _, system) =>
      weight_kg !== null && massLimit && weight_kg > NEAR_LIMIT * massLimit.value
        ? `${formatQuantity(weight_kg, 'mass', system)} where ${formatQuantity(massLimit.value, 'mass', system)} is the limit`
        : undefined,
  },
  { id: 'marks', side: 'for', label: 'It marks the work', told: ({ need: { nonMarring } }) => (nonMarring?.value ? 'it must not mark the work' : undefined) },
  {
    id: 'changing',
    side: 'for',
    label: 'The design still changes',
    told: ({ need: { changes } }) => (changes && changes.value > 0 ? `${formatNumber(changes.value)} changes to come` : undefined),
  },
  {
    id: 'missing',
    side: 'for',
    label: 'Nothing is there: it was never worth making',
    told: ({ today }, currency) =>
      today.way === 'none' ? `no tool there${today.delay_per_day ? `, ${formatMoney(today.delay_per_day, currency)} a day` : ''}` : undefined,
  },
  { id: 'stored', side: 'for', label: 'Kept on a shelf just in case' },
  { id: 'rebuilt', side: 'for', label: 'A clamp set-up that is built anew for each part' },
  { id: 'no-datum', side: 'for', label: 'A second set-up with nothing square to hold by' },
  {
    id: 'down',
    side: 'for',
    label: 'A line stands while it is awaited',
    told: (
      { today },
      currency,
    ) => (today.way !== 'none' && today.delay_per_day > 0 ? `a day without it costs ${formatMoney(today.delay_per_day, currency)}` : undefined),
  },
  { id: 'refused', side: 'for', label: 'Jobs are turned away because the tool would not pay' },
  { id: 'craftsman', side: 'for', label: 'It rests on one pair of hands' },
  { id: 'one-face', side: 'for', label: 'One working face on an otherwise idle body' },
  {
    id: 'flat',
    side: 'against',
    label: 'A flat plate with cut-outs: cut it from sheet',
    told: ({ form }) => (form === 'flat' ? 'flat: cut it from sheet' : undefined),
  },
  {
    id: 'block',
    side: 'against',
    label: 'A block with a few holes: mill or drill it',
    told: ({ form }) => (form === 'block' ? 'a block with holes: mill it' : undefined),
  },
  {
    id: 'cheap',
    side: 'against',
    label: 'Bought for a few coins',
    told: (
      { today },
      currency,
    ) => (today.way === 'bought' && today.cost !== null && today.cost <= CHEAP ? `bought for ${formatMoney(today.cost, currency)}` : undefined),
  },
  {
    id: 'wears',
    side: 'against',
    label: 'Hundreds of thousands of strokes that wear it',
    told: ({ need: { cyclesPerYear, years, wear } }) => {
      const cycles = (cyclesPerYear?.value ?? 0) * (years?.value ?? 1);
      return wear && wear.value !== 'none' && cycles >= MANY_CYCLES ? `${formatNumber(cycles)} cycles under wear` : undefined;
    },
  },
  {
    id: 'hot',
    side: 'against',
    label: 'Lasting heat, or a load that never lets go',
    told: ({ need: { serviceTemp, lasting } }, _, system) =>
      serviceTemp && serviceTemp.value >= HOT_C
        ? `${formatQuantity(serviceTemp.value, 'temperature', system)} in service`
        : lasting?.value
        ? 'a load that never lets go'
        : undefined,
  },
  {
    id: 'tight',
    side: 'against',
    label: 'Tight all over',
    told: ({ need: { tolerance } }, _, system) =>
      tolerance && tolerance.value <= TIGHT_MM ? `± ${formatQuantity(tolerance.value, 'length', system)} asked` : undefined,
  },
  {
    id: 'solvents',
    side: 'against',
    label: 'Solvents on it',
    told: ({ need: { fluids } }) => (fluids?.value.some((f) => SOLVENTS.has(f)) ? 'solvents on it' : undefined),
  },
  { id: 'hard-sheet', side: 'against', label: 'Thick or hard sheet to be formed' },
  {
    id: 'licensed',
    side: 'against',
    label: 'Somebody licensed has to release it',
    told: ({ family }) => (familyOf(family).licensed ? 'somebody licensed has to release it' : undefined),
  },
] as const satisfies readonly SignalKind[];
export type SignalId = (typeof SIGNALS)[number]['id'];
export const SIGNAL_IDS: readonly string[] = SIGNALS.map((s) => s.id);

/** What speaks for a closer look and what against it: told by the figures where they tell, else as ticked. */
export function signalsOf(doc: CaseDoc, currency: string, system: UnitSystem = 'metric'): Record<SignalKind['side'], string[]> {
  const out: Record<SignalKind['side'], string[]> = { for: [], against: [] };
  for (const s of SIGNALS as readonly SignalKind[]) {
    const said = s.told?.(doc, currency, system) ?? ((doc.signals as readonly string[] | undefined)?.includes(s.id) ? inSentence(s.label) : undefined);
    if (said) out[s.side].push(said);
  }
  return out;
}
