import { asc } from 'drizzle-orm';
import { demoDoc } from '@cuadro/core/case/testing';
import { box } from '@cuadro/core/shape/testing';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import type { DemoCase } from '../../demo/cases';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCase, removeCase } from './cases/store';
import type { OpenDb } from './db/open';
import { cases, records, shops, siteFacts } from './db/schema';
import { openPool } from './jobs/pool';
import { FolderMeshStore } from './meshes/store';
import { forgetEvidence, readEvidence } from './records/store';
import { type Plant, seedDemo } from './seed';
import { openTestDb } from './testing/db';

const folder = mkdtempSync(join(tmpdir(), 'cuadro-seed-'));
const store = new FolderMeshStore(folder);
const pool = openPool('none');
const TODAY = new Date('2026-11-26T08:00:00Z');
const candidate = (title: string, meshes: Omit<DemoCase, 'doc'>): DemoCase => ({ doc: demoDoc({ title }), ...meshes });
/** As the plant of the demo, and a hundredth of its size. */
const PLANT: Plant = {
  cases: [candidate('Both', { machined: 'a', printed: 'b' }), candidate('None', {}), candidate('Again', { printed: 'b' })],
  records: (today) => [1, 2].map((n) => ({ kind: 'note', at: today, values: { text: `note ${n}` } })),
  async *meshes(names) {
    for (const [name, size] of [['a', 10], ['b', 20]] as const)
      if (names.has(name)) yield [name, writeStl(box(size, 10, 5).vertices, box(size, 10, 5).indices)];
  },
};
const seed = ({ db }: OpenDb, step?: (what: string) => void) => seedDemo(db, store, pool, { today: TODAY, plant: PLANT, step });

/** All that was set up, without the moments of writing. */
async function found({ db }: OpenDb) {
  return {
    cases: await db.select({ id: cases.id, doc: cases.doc, revision: cases.revision, gone: cases.removedAt }).from(cases).orderBy(asc(cases.id)),
    records: await db.select({ id: records.id, at: records.at, values: records.values }).from(records).orderBy(asc(records.id)),
    shops: await db.select({ revision: shops.revision, shop: shops.shop }).from(shops),
    facts: await db.select().from(siteFacts),
  };
}

let open: OpenDb;
beforeAll(async () => {
  open = await openTestDb();
});
afterAll(async () => {
  await open.close();
  rmSync(folder, { recursive: true });
});
const empty = async (): Promise<void> => {
  const { db } = open;
  await db.execute('truncate cases, case_revisions, quick_looks, signatures, meshes, studies, records, shops, shop_revisions, site_facts cascade');
};
beforeEach(empty);

describe('the demo plant', () => {
  it('tells estimates what its records say, also where somebody asked before they were there', async () => {
    const machine = { name: 'Printer', process: 'extrusion-open', x: 300, y: 300, z: 300, count: 1, alone: true };
    expect((await readEvidence(open.db)).machines).toBeUndefined();
    await seedDemo(open.db, store, pool, { today: TODAY, plant: { ...PLANT, records: (at) => [{ kind: 'machine', at, values: machine }] } });
    expect((await readEvidence(open.db)).machines).toHaveLength(1);
    forgetEvidence(open.db);
  });
  it('completes at the next start, wherever the first one was cut off', async () => {
    const steps: string[] = [];
    await seed(open, (what) => void steps.push(what));
    const whole = await found(open);
    expect(whole.cases.map((c) => c.doc.title).sort()).toEqual(['Again', 'Both', 'None']);
    expect(whole.records.length).toBe(2);
    expect(steps).toEqual(expect.arrayContaining(['begin', 'mesh a', 'mesh b', 'case Both', 'case None', 'case Again', 'records and shop']));
    for (let cut = 0; cut < steps.length; cut++) {
      await empty();
      let left = cut;
      await expect(seed(open, () => {
        if (left-- === 0) throw new Error('cut off');
      })).rejects.toThrow('cut off');
      await seed(open);
      expect([cut, await found(open)]).toEqual([cut, whole]);
    }
  }, 120_000);
  it('goes on though somebody made a case of their own meanwhile', async () => {
    await expect(seed(open, (what) => {
      if (what.startsWith('case Again')) throw new Error('cut off');
    })).rejects.toThrow();
    await createCase(open.db, demoDoc({ title: 'My own' }), 'Ada');
    await seed(open);
    expect((await found(open)).cases.map((c) => c.doc.title).sort()).toEqual(['Again', 'Both', 'My own', 'None']);
  });
  it('is not set up over what somebody has, and what was removed does not come back', async () => {
    await createCase(open.db, demoDoc({ title: 'My own' }), 'Ada');
    await seed(open);
    expect((await found(open)).cases.length).toBe(1);
    await empty();
    await seed(open);
    const [{ id }] = (await found(open)).cases;
    await removeCase(open.db, id);
    await seed(open);
    const again = await found(open);
    expect([again.cases.length, again.cases.find((c) => c.id === id)!.gone]).toEqual([3, expect.any(Date)]);
  });
});
