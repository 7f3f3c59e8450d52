import type { Values } from '../inputs/spec';
import { kindOf, loadName, sizeOfLoad } from '../need/loads';
import { formatNumber } from '../quantity/quantity';
import { list } from '../quantity/words';
import { once } from '../worksheet/once';
import { loadRows } from './load-table';
import type { CaseDoc } from './types';

/** A first piece is loaded with so many times what it has to bear. */
export const PROOF = 1.5;

/** What each row of the load table asks of a first piece; its own weight and warmth come by themselves, and a bolt is proved by drawing it tight. */
export const proofLoads = once((doc: CaseDoc): readonly { id: string; name: string; proof: string }[] =>
  loadRows(doc).flatMap(([id, row]) => {
    const kind = kindOf(row);
    return kind === 'own' || kind === 'warming' || kind === 'bolt'
      ? []
      : [{ id, name: loadName(row), proof: `${formatNumber(PROOF * sizeOfLoad(row).likely, 3)} ${kind === 'pressure' ? 'MPa' : 'N'}` }];
  })
);

/** Bolts of the table, each to be drawn to its torque on a first piece. */
export const proofBolts = once((doc: CaseDoc): readonly { id: string; name: string; row: Values }[] =>
  loadRows(doc).flatMap(([id, row]) => (kindOf(row) === 'bolt' ? [{ id, name: loadName(row), row }] : []))
);

/** The same as one condition; nothing without a table. */
export function proofCondition(doc: CaseDoc): string | undefined {
  const rows = proofLoads(doc);
  return rows.length
    ? `Load the first piece with one and a half times each row of the load table before release: ${list(rows.map((r) => `${r.proof} of “${r.name}”`))}.`
    : undefined;
}
