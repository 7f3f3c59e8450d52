import fc from 'fast-check';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseRecord } from '@cuadro/core/wire';
import { testApp } from '../testing/app';

/** How long the routes are fed with nonsense, ms: a moment in `npm test`; `npm run fuzz` says longer. */
const FUZZ_MS = Number(process.env['CUADRO_FUZZ_MS'] ?? 3000);
const server = testApp();

/** Values that break things: shapes of the wrong kind, and texts and numbers at the edges. */
const odd = fc.oneof(
  {
    weight: 2,
    arbitrary: fc.constantFrom<unknown>(null, true, '', 'x'.repeat(5000), -1, 0, 1e308, 2 ** 53, [], {}, [[]], { path: [] }, '\u200b', '__proto__', 'Ω≈ç√'),
  },
  fc.string(),
  fc.double(),
  fc.json({ maxDepth: 3 }).map((j) => JSON.parse(j) as unknown),
);

/** A document with some of its fields, at any depth, replaced by something else. */
const bentDoc = fc.array(fc.tuple(fc.nat(), fc.nat(), odd), { minLength: 1, maxLength: 4 }).map((bends) => {
  const doc = JSON.parse(JSON.stringify(demoDoc())) as Record<string, unknown>;
  for (const [a, b, value] of bends) {
    const keys = Object.keys(doc);
    const key = keys[a % keys.length];
    const inner = doc[key];
    if (inner && typeof inner === 'object' && Object.keys(inner).length && b % 2) {
      const deep = Object.keys(inner);
      (inner as Record<string, unknown>)[deep[b % deep.length]] = value;
    } else doc[key] = value;
  }
  return doc;
});
const change = fc.record({
  path: fc.oneof(odd, fc.array(fc.constantFrom('title', 'need', 'load', 'pins', 'today', 'shapes', 'x', '0', '__proto__'), { maxLength: 4 })),
  was: odd,
  now: odd,
}, { requiredKeys: [] });

describe('nonsense', () => {
  it('is refused in one form, whatever the route and the body; nothing fails inside', async () => {
    const { body: made } = await server.call<CaseRecord>('POST', '/api/cases', { doc: demoDoc() });
    const request = fc.oneof(
      fc.record({
        method: fc.constant('POST' as const),
        url: fc.constant('/api/cases'),
        body: fc.oneof(fc.record({ doc: bentDoc, who: odd }, { requiredKeys: ['doc'] }), odd),
      }),
      fc.record({
        method: fc.constant('PATCH' as const),
        url: fc.constantFrom(`/api/cases/${made.id}`, '/api/shop', `/api/records/note/${made.id}`),
        body: fc.oneof(fc.record({ changes: fc.array(change, { maxLength: 4 }) }), fc.record({ changes: odd, who: odd }), odd),
      }),
      fc.record({
        method: fc.constant('PUT' as const),
        url: fc.constant(`/api/cases/${made.id}/look`),
        body: fc.record({ revision: odd, site: odd, look: odd, who: odd }, { requiredKeys: [] }),
      }),
      fc.record({
        method: fc.constant('POST' as const),
        url: fc.constantFrom(
          `/api/cases/${made.id}/signatures`,
          '/api/records/build',
          `/api/records/note?case=${made.id}`,
          `/api/records/quote?case=${made.id}`,
        ),
        body: fc.record({
          values: fc.oneof(odd, fc.dictionary(fc.constantFrom('text', 'supplier', 'breaks', 'tool', 'hours_actual', 'dated', 'photo'), odd)),
          revision: odd,
          site: odd,
          who: odd,
        }, { requiredKeys: [] }),
      }),
      fc.record({
        method: fc.constant('GET' as const),
        url: fc.string().map((s) => `/api/cases?q=${encodeURIComponent(s)}&page=${s.length}`),
        body: fc.constant(undefined),
      }),
      fc.record({
        method: fc.constantFrom('GET' as const, 'DELETE' as const),
        url: fc.string().map((s) => `/api/records/quote/${encodeURIComponent(s)}`),
        body: fc.constant(undefined),
      }),
    );
    await fc.assert(
      fc.asyncProperty(request, async ({ method, url, body }) => {
        const r = await server.call<{ code?: string; message?: string }>(
          method,
          url,
          body === undefined ? undefined : JSON.stringify(body),
          body === undefined ? {} : { 'content-type': 'application/json' },
        );
        expect(r.status).toBeLessThan(500);
        if (r.status >= 400) expect(r.body).toMatchObject({ code: expect.stringMatching(/^[A-Z_]+$/), message: expect.stringMatching(/\w.*\w/) });
      }),
      { numRuns: 1_000_000, interruptAfterTimeLimit: FUZZ_MS, markInterruptAsFailure: false },
    );
    // What was there is there still.
    expect((await server.call<CaseRecord>('GET', `/api/cases/${made.id}`)).status).toBe(200);
  }, FUZZ_MS + 60_000);
});
