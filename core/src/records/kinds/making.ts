import { number, type Option, type Values } from '../../inputs/spec';
import type { RecordKind } from '../kind';
import { beyondLimits, limitText } from '../readings';

/** What is read while a tool is made; the unit stands in the label, the values are in it. */
export const READINGS: readonly Option[] = [
  { value: 'moisture', label: 'Water in the material, %' },
  { value: 'bead', label: 'Bead width, mm' },
  { value: 'first-layer', label: 'First layer, mm' },
  { value: 'layer-time', label: 'Time a layer, s' },
  { value: 'layer-temp', label: 'Layer before the next, °C' },
  { value: 'chamber', label: 'Chamber, °C' },
  { value: 'mass', label: 'Weight, g' },
  { value: 'length', label: 'Length, mm' },
  { value: 'roughness', label: 'Roughness Ra, µm' },
  { value: 'leak', label: 'Leak, mbar a minute' },
  { value: 'force', label: 'Force, N' },
  { value: 'hours', label: 'Hours taken' },
  { value: 'minutes', label: 'Minutes in the bath' },
  { value: 'bath', label: 'Resin in the bath, %' },
  { value: 'cure-minutes', label: 'Minutes of cure' },
  { value: 'hardness', label: 'Hardness, Shore D' },
  { value: 'damage', label: 'Damaged places' },
  { value: 'opened-at', label: 'Opened at, °C' },
  { value: 'coats', label: 'Coats' },
  { value: 'dry-hours', label: 'Dried for, h' },
  { value: 'pinholes', label: 'Pinholes under the lamp' },
  { value: 'oven', label: 'Oven, °C' },
  { value: 'shrink', label: 'Shrunk by, %' },
  { value: 'load-share', label: 'Furnace filled, %' },
  { value: 'left-on', label: 'Stock left to machine, mm' },
  { value: 'off', label: 'Out of line, mm' },
  { value: 'fitted', label: 'Parts fitted' },
  { value: 'loose', label: 'Of them loose or proud' },
  { value: 'stop-test', label: 'Stop test, 1 where it stopped' },
];
export const readingLabel = (id: unknown): string => READINGS.find((r) => r.value === id)?.label ?? String(id);

/** Rows of readings that are beyond what was asked of them. */
export const beyond = (values: Values): Values[] => ((values['readings'] as readonly Values[] | undefined) ?? []).filter(beyondLimits);

/** "Water in the material, % 0.31, at most 0.2" */
export const readingText = (r: Values): string => `${readingLabel(r['what'])} ${limitText(r)}`;

/** A reading beyond its limit that nobody has decided about: nothing is made on until somebody does. */
export const undecided = (values: Values): boolean => beyond(values).length > 0 && !values['decision'];

/** One step of making one piece: when, on what, of what, and what was read. */
export const making: RecordKind = {
  id: 'making',
  label: 'Step made',
  plural: 'Steps made',
  about: 'case',
  page: 'proof',
  what: 'What was done to a piece, on which machine, from which lot, and what was read.',
  inputs: [
    { kind: 'text', id: 'piece', label: 'Piece', max: 40, least: 1, usual: '1' },
    { kind: 'text', id: 'step', label: 'Step', max: 80, least: 1 },
    { kind: 'date', id: 'on', label: 'Done on' },
    { kind: 'text', id: 'machine', label: 'Machine', max: 80, optional: true },
    { kind: 'text', id: 'lot', label: 'Lot of the material', max: 80, optional: true },
    { kind: 'text', id: 'recipe', label: 'Build file, recipe', max: 160, optional: true },
    {
      kind: 'table',
      id: 'readings',
      label: 'Read',
      most: 60,
      optional: true,
      columns: [
        { kind: 'choice', id: 'what', label: 'What', options: READINGS, usual: 'moisture' },
        number('value', 'Read', 'count', [-1e6, 1e6]),
        number('least', 'At least', 'count', [-1e6, 1e6], undefined, { optional: true }),
        number('most', 'At most', 'count', [-1e6, 1e6], undefined, { optional: true }),
      ],
    },
    {
      kind: 'choice',
      id: 'decision',
      label: 'A reading beyond its limit',
      optional: true,
      options: [{ value: 'go-on', label: 'goes on as it is' }, { value: 'again', label: 'is done again' }, { value: 'scrap', label: 'the piece is scrap' }],
      asked: (v) => beyond(v).length > 0,
    },
    { kind: 'text', id: 'reason', label: 'Because', max: 400, optional: true, long: true, asked: (v) => beyond(v).length > 0 },
    {
      kind: 'choice',
      id: 'feeds',
      label: 'To be changed',
      optional: true,
      options: [{ value: 'design', label: 'the design' }, { value: 'recipe', label: 'the recipe' }, { value: 'estimate', label: 'the estimate' }],
      asked: (v) => beyond(v).length > 0,
      help: 'Where what went wrong goes back to.',
    },
    { kind: 'text', id: 'remark', label: 'Remark', max: 400, optional: true },
  ],
  title: (v) => `${String(v['step'] ?? '')}, piece ${String(v['piece'] ?? '')}`,
  notice: (v) => {
    const out = beyond(v);
    return out.length ? `Beyond its limit: ${out.map(readingText).join('; ')}.${v['decision'] ? '' : ' Nobody has decided yet.'}` : undefined;
  },
  faults: (v) => [
    ...((v['readings'] as readonly Values[] | undefined) ?? []).flatMap((r, i) =>
      r['value'] === undefined
        ? [{ path: `readings[${i}].value`, message: 'Read: a reading has no value yet.' }]
        : (r['least'] as number) > (r['most'] as number)
        ? [{ path: `readings[${i}].most`, message: 'At most: it is below the least.' }]
        : []
    ),
    ...(v['decision'] && String(v['reason'] ?? '').trim().length < 3
      ? [{ path: 'reason', message: 'Because: a decision about a reading beyond its limit needs its reason.' }]
      : []),
  ],
};
