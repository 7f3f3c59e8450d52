import type { CheckItem, CheckRow } from '@cuadro/core/proof/check-plan';
import { certificateDefinition, labelDefinition, type ReleasedPiece } from './papers';

const item = (more: Partial<CheckItem>): CheckItem => ({
  id: 'x',
  what: 'Overall, long',
  kind: 'measure',
  unit: 'mm',
  with: 'caliper',
  from: 'the mesh',
  ...more,
});
const row = (values: object) => ({ id: 'r', kind: 'check', caseId: 'c', at: '', who: 'Ada', revision: 1, values }) as CheckRow['row'];
const CHECKS: CheckRow[] = [
  { item: item({ nominal: 120, least: 119.8, most: 120.2 }), state: 'pass', value: 120.05, row: row({ value: 120.05 }) },
  { item: item({ what: 'Flatness', most: 0.1 }), state: 'conditional', value: 0.14, row: row({ value: 0.14, accepted: 'no datum there' }) },
  { item: item({ what: 'Proof load L1', kind: 'yes-no', unit: '' }), state: 'pass', row: row({ held: true }) },
];
const PIECE: ReleasedPiece = {
  title: 'Hinge drill jig',
  place: 'door cell',
  release: { piece: '2', number: 'J-0042', on: '2026-03-09', again: '2027-03-09', place: 'cell 4', design: 7, statement: 'Measured and let go.' },
  who: 'Ada',
  way: 'filament extrusion in PETG',
  shape: 'jig.stl, abcd1234',
  checks: CHECKS,
  steps: [{ piece: '2', step: 'Print', on: '2026-03-02', machine: 'P2', lot: 'L-1', recipe: 'jig-v3' }],
  told: ['A finger between moving parts, jaws: only with the guard shut.'],
  printedAt: '2026-03-10T08:00',
};
/** All words of a definition, in order. */
function words(content: unknown): string[] {
  if (typeof content === 'string' || typeof content === 'number') return [String(content)];
  if (Array.isArray(content)) return content.flatMap(words);
  if (typeof content !== 'object' || content === null) return [];
  const { text, stack, columns, ul, table, qr } = content as Record<string, unknown>;
  return [text, qr, stack, columns, ul, (table as { body?: unknown } | undefined)?.body].flatMap(words);
}

describe('papers of a released tool', () => {
  it('have a label with the number as a code, the revision, the place and the day of the next look', () => {
    const { content, pageSize } = labelDefinition(PIECE);
    expect(words(content)).toEqual(['J-0042', 'J-0042', 'Hinge drill jig', 'revision 7', 'cell 4', 'inspect by Tue, 9 Mar 2027', 'filament extrusion in PETG']);
    // 62 by 29 mm, in points.
    expect(pageSize).toEqual({ width: expect.closeTo(175.75, 2) as number, height: expect.closeTo(82.2, 2) as number });
    expect(JSON.stringify(content)).toContain('"qr":"J-0042"');
  });
  it('have a certificate that says of each line what was asked and found, how it was made, and who let it go', () => {
    const all = words(certificateDefinition(PIECE).content).join(' | ');
    for (
      const said of [
        '119.8 to 120.2 mm | 120.05 mm',
        'at most 0.1 mm | 0.14 mm | accepted: no datum there',
        'Proof load L1 | caliper, the mesh | holds | held',
        'Print | Mon, 2 Mar 2026 | P2 | L-1 | jig-v3',
        'Measured and let go. | Ada, Mon, 9 Mar 2026',
        'In use | A finger between moving parts, jaws: only with the guard shut.',
      ]
    )
      expect(all).toContain(said);
    expect(words(certificateDefinition({ ...PIECE, told: [] }).content)).not.toContain('In use');
    expect(all).toMatch(/released by the people responsible for them; local codes and licensed practice go first/);
  });
});
