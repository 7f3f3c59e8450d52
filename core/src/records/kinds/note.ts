import type { RecordKind } from '../kind';

export const note: RecordKind = {
  id: 'note',
  label: 'Note',
  plural: 'Notes',
  about: 'case',
  what: 'What was seen or agreed, with a picture where it helps.',
  inputs: [
    { kind: 'text', id: 'text', label: 'Note', max: 4000, least: 1, long: true },
    { kind: 'place', id: 'place', label: 'Where on the part', on: 'face', optional: true },
    { kind: 'file', id: 'picture', label: 'Picture', accept: 'image/png,image/jpeg,image/webp', most_bytes: 12_000_000, optional: true },
  ],
  title: (v) => String(v['text'] ?? '').split('\n')[0].slice(0, 80),
};
