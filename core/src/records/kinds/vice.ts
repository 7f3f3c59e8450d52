import { filled, type InputSpec, number } from '../../inputs/spec';
import type { Vice } from '../evidence';
import type { RecordKind, RecordRow } from '../kind';

const INPUTS: readonly InputSpec[] = [
  { kind: 'text', id: 'name', label: 'Name', max: 60, least: 1, help: 'As people call it, and as it is given in a plan.' },
  number('opening', 'Opens to, without jaws', 'length', [5, 2000], 200),
  number('wide', 'Jaws, wide', 'length', [5, 1000], 150),
  number('high', 'Jaws, high', 'length', [5, 500], 50),
  number('screw', 'Screws, across', 'length', [2, 40], 10),
  number('pitch', 'Screws apart', 'length', [5, 1000], 100),
  number('force', 'Presses with', 'force', [10, 500_000], 20_000),
  { kind: 'text', id: 'remark', label: 'Remark', max: 300, optional: true },
];

const toVice = ({ values: given }: RecordRow): Vice => {
  const v = filled(INPUTS, given);
  return {
    name: String(v['name']),
    opening_mm: Number(v['opening']),
    wide_mm: Number(v['wide']),
    high_mm: Number(v['high']),
    screw_mm: Number(v['screw']),
    pitch_mm: Number(v['pitch']),
    force_n: Number(v['force']),
  };
};

/** Vices and chucks that jaws are made for: how far they open, the size and screws of their jaws, and what they press with. */
export const vice: RecordKind = {
  id: 'vice',
  label: 'Vice',
  plural: 'Vices',
  about: 'site',
  what:
    'Vices of the house: how far they open, how large their jaws are, how these are screwed on, what they press with. Plan → Jaws for a vice takes them by name.',
  inputs: INPUTS,
  title: (v) => String(v['name'] ?? ''),
  summarise: (rows) => ({ vices: rows.map(toVice) }),
};
