import { and, inArray, isNull } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import type { CaseDoc } from '@cuadro/core/case/types';
import { caseSchema } from '@cuadro/core/document/case-schema';
import { differences } from '@cuadro/core/document/difference';
import { shopWords } from '@cuadro/core/document/shop-difference';
import { SHOP_CHANGES } from '@cuadro/core/document/shop-fields';
import { shopSchema } from '@cuadro/core/document/shop-schema';
import { upgrade } from '@cuadro/core/document/upgrade';
import type { Values } from '@cuadro/core/inputs/spec';
import { RECORD_KINDS } from '@cuadro/core/records/kinds';
import { recordFaults } from '@cuadro/core/records/kind';
import type { Shop } from '@cuadro/core/shelf/shop';
import type { Incoming, SiteBrought, SiteChoice, SitePreview } from '@cuadro/core/wire';
import { createCase } from '../cases/store';
import type { Context } from '../context';
import { cases, records as recordRows } from '../db/schema';
import type { Db } from '../db/open';
import { ID } from '../http/params';
import { whoOf } from '../people/guard';
import { seesCase } from '../people/store';
import { addRecord } from '../records/store';
import { readShop, saveShop } from '../shop/store';
import { withStudies } from '../studies/store';
import { validate } from '../validate';
import { filesOf, FORM, keepFiles, pack, shapesOf, unpack, unreadable } from './contents';
import type { BundleFiles } from './pack';

const MAX_SITE_BYTES = 1024 * 1024 * 1024;
/** Faults that are named one by one. */
const MOST_NAMED = 50;
/** A title is cut so that its number has room. */
const TITLE_ROOM = 110;

interface SiteCase {
  id: string;
  doc: CaseDoc;
}
interface SiteRecord {
  id: string;
  kind: string;
  /** Of which case; none of the site's own. */
  caseId: string | null;
  values: Values;
}
interface SiteContent {
  form: number;
  shop: Shop;
  cases: SiteCase[];
  records: SiteRecord[];
}
type Found<T> = T & { state: Incoming };
interface Read {
  /** Ids that are used here by what was taken off the lists: what comes in gets another. */
  off: ReadonlySet<string>;
  shop: Shop;
  cases: (Found<SiteCase> & { here?: CaseDoc })[];
  records: Found<SiteRecord>[];
  files: BundleFiles;
  left: string[];
}

/** All cases with their meshes, the shop and all records as one file, and back into another house: looked over first, nothing overwritten unasked. Signatures stay where they were given. */
export function siteRoutes(app: FastifyInstance, context: Context): void {
  const { db, meshes } = context;
  app.get('/api/site.zip', async (request, reply) => {
    const rows = await db.select({ id: cases.id, doc: cases.doc }).from(cases).where(and(isNull(cases.removedAt), request.person && seesCase(request.person)));
    const docs = await withStudies(db, rows.map((r) => upgrade(r.doc)));
    const seen = new Set(rows.map((r) => r.id));
    const all = (await db.select().from(recordRows).where(isNull(recordRows.removedAt))).filter((r) => r.caseId === null || seen.has(r.caseId));
    const records = all.map(({ id, kind, caseId, values }): SiteRecord => ({ id, kind, caseId, values }));
    const content: SiteContent = { form: FORM, shop: (await readShop(db)).shop, cases: rows.map(({ id }, i) => ({ id, doc: docs[i] })), records };
    const hashes = [...docs.flatMap(shapesOf), ...records.flatMap((r) => filesOf(r.values))].map((f) => f.hash);
    const zip = await pack(context, 'site.json', content, hashes);
    return reply.type('application/zip').header('content-disposition', `attachment; filename="cuadro-site-${new Date().toISOString().slice(0, 10)}.zip"`).send(
      zip,
    );
  });

  async function read(body: unknown): Promise<Read> {
    const { content, files } = await unpack<SiteContent>(context, body, 'site');
    const shop = validate<Shop>(shopSchema, content.shop, 'SHOP_INVALID');
    const left: string[] = [];
    const there: SiteCase[] = [];
    for (const { id, doc: given } of list(content.cases)) {
      try {
        if (!isId(id) || there.some((c) => c.id === id)) throw unreadable('its id is none, or comes twice');
        const doc = validate<CaseDoc>(caseSchema, upgrade(given), 'CASE_INVALID');
        const missing = (await Promise.all(shapesOf(doc).map(async (s) => (files[`files/${s.hash}`] || (await meshes.has(s.hash)) ? undefined : s)))).find(
          Boolean,
        );
        if (missing) throw unreadable(`its mesh ${missing.fileName} is missing`);
        there.push({ id, doc });
      } catch (e) {
        left.push(`${String((given as { title?: unknown } | undefined)?.title ?? 'A case')}: ${(e as Error).message}`);
      }
    }
    const ids = new Set(there.map((c) => c.id));
    const once = new Set<string>();
    const good = list(content.records).filter(({ id, kind, values, caseId }) => {
      const known = RECORD_KINDS.find((k) => k.id === kind);
      const why = !known
        ? 'of a kind that is not known here'
        : recordFaults(known, values)[0]?.message ?? (caseId !== null && !ids.has(caseId) ? 'its case is not taken' : undefined) ??
          (filesOf(values).every((f) => files[`files/${f.hash}`]) ? undefined : 'a file of it is missing') ??
          (!isId(id) || once.has(id) ? 'its id is none, or comes twice' : undefined);
      once.add(id);
      if (why) left.push(`${known?.label ?? kind}: ${why}`);
      return !why;
    });
    const [allCases, allRecords] = [await here(db, cases, ids), await here(db, recordRows, new Set(good.map((r) => r.id)))];
    const [casesHere, recordsHere] = [allCases.filter((c) => !c.removedAt), allRecords.filter((r) => !r.removedAt)];
    const docsHere = new Map((await withStudies(db, casesHere.map((c) => upgrade(c.doc)))).map((doc, i) => [casesHere[i].id, doc]));
    const valuesHere = new Map(recordsHere.map((r) => [r.id, r.values]));
    return {
      shop,
      files,
      left,
      off: new Set([...allCases, ...allRecords].filter((x) => x.removedAt).map((x) => x.id)),
      cases: there.map((c) => {
        const doc = docsHere.get(c.id);
        return { ...c, ...(doc && { here: doc }), state: !doc ? 'fresh' : differences(doc, c.doc).length ? 'differs' : 'same' };
      }),
      records: good.map((r) => ({ ...r, state: stateOf(valuesHere.get(r.id), r.values) })),
    };
  }

  app.post<{ Querystring: SiteChoice & { preview?: boolean }; Body: unknown }>(
    '/api/sites',
    {
      bodyLimit: MAX_SITE_BYTES,
      schema: {
        querystring: {
          type: 'object',
          properties: {
            preview: { type: 'boolean' },
            differing: { enum: ['leave', 'beside'], default: 'leave' },
            shop: { type: 'boolean', default: false },
            learned: { type: 'boolean', default: false },
          },
        },
      },
      config: { says: 'brought a site in' },
    },
    async (request, reply): Promise<SitePreview | SiteBrought> => {
      const site = await read(request.body);
      const { preview, differing, shop, learned } = request.query;
      const mine = await readShop(db);
      if (preview) return looked(site, mine.shop);
      const who = whoOf(request, undefined);
      await keepFiles(context, site.cases.map((c) => c.doc), site.files);
      const done: SiteBrought = { cases: 0, beside: 0, records: 0, shop: false };
      // A case that goes beside another takes its records along under its new id.
      const idOf = new Map<string, string | null>();
      for (const c of site.cases) {
        if (c.state === 'fresh') done.cases++;
        else if (c.state === 'differs' && differing === 'beside') done.beside++;
        else continue;
        const doc = c.state === 'fresh' ? c.doc : { ...c.doc, title: `${c.doc.title.slice(0, TITLE_ROOM)} (other)` };
        idOf.set(c.id, (await createCase(db, doc, who, request.person?.id, c.state === 'fresh' && !site.off.has(c.id) ? c.id : undefined)).id);
      }
      for (const r of site.records) {
        if (!learned && teaches(r.kind)) continue;
        const beside = r.caseId !== null && idOf.has(r.caseId) && idOf.get(r.caseId) !== r.caseId;
        if (r.state !== 'fresh' && !beside) continue;
        await addRecord(
          db,
          r.kind,
          r.caseId === null ? null : (idOf.get(r.caseId) ?? r.caseId),
          r.values,
          who,
          beside || site.off.has(r.id) ? undefined : r.id,
        );
        done.records++;
      }
      if (shop && SHOP_CHANGES.between(mine.shop, site.shop).length) {
        await saveShop(db, site.shop, mine.revision, who);
        done.shop = true;
      }
      reply.status(201);
      return done;
    },
  );
}

const UUID = new RegExp(ID.pattern);
const isId = (x: unknown): boolean => typeof x === 'string' && UUID.test(x);
const list = <T>(x: readonly T[] | undefined): readonly T[] => (Array.isArray(x) ? x : []);
const teaches = (kind: string): boolean => RECORD_KINDS.find((k) => k.id === kind)?.summarise !== undefined;
const stateOf = (mine: Values | undefined, theirs: Values): Incoming =>
  mine === undefined ? 'fresh' : JSON.stringify(sorted(mine)) === JSON.stringify(sorted(theirs)) ? 'same' : 'differs';
const sorted = (v: Values): [string, unknown][] => Object.entries(v).sort(([a], [b]) => a.localeCompare(b));

/** Rows with one of these ids, those that were taken off among them. */
async function here<T extends typeof cases | typeof recordRows>(db: Db, table: T, ids: ReadonlySet<string>): Promise<T['$inferSelect'][]> {
  return ids.size ? ((await db.select().from(table as never).where(inArray(table.id, [...ids]))) as T['$inferSelect'][]) : [];
}

function looked({ cases: all, records, shop, left }: Read, mine: Shop): SitePreview {
  const kinds = RECORD_KINDS.filter((k) => records.some((r) => r.kind === k.id));
  const count = (kind: string, state: Incoming): number => records.filter((r) => r.kind === kind && r.state === state).length;
  return {
    cases: all.map((c) => ({
      id: c.id,
      title: c.doc.title,
      place: c.doc.place,
      state: c.state,
      lines: c.here ? differences(c.here, c.doc).length : 0,
    })),
    records: kinds.map((k) => ({
      kind: k.id,
      label: k.plural,
      fresh: count(k.id, 'fresh'),
      same: count(k.id, 'same'),
      differs: count(k.id, 'differs'),
      teaches: teaches(k.id),
    })),
    shop: SHOP_CHANGES.between(mine, shop).map((c) => {
      const { label, before, after } = shopWords(mine, shop, c.path);
      return { label, here: before, there: after };
    }),
    left: [...left.slice(0, MOST_NAMED), ...(left.length > MOST_NAMED ? [`and ${left.length - MOST_NAMED} more`] : [])],
  };
}
