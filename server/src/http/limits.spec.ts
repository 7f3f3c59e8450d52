import { connect, type Socket } from 'node:net';
import { once } from 'node:events';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseRecord } from '@cuadro/core/wire';
import { diskFault } from '../errors';
import { testApp } from '../testing/app';
import { readJson } from './json';

const server = testApp();
const json = { 'content-type': 'application/json' };
const post = (body: string) => server.call<{ code: string; message: string; field?: string }>('POST', '/api/cases', body, json);
const NOBODY = '11111111-1111-4111-8111-111111111111';

describe('a body', () => {
  it.each([
    ['not JSON', '{"doc":', 400, 'BAD_REQUEST'],
    ['nothing', '', 400, 'BAD_REQUEST'],
    ['ten thousand brackets', `{"doc":${'['.repeat(10_000)}${']'.repeat(10_000)}}`, 400, 'BAD_REQUEST'],
    ['a NUL', JSON.stringify({ doc: demoDoc({ title: 'a\0b' }) }), 400, 'BAD_TEXT'],
    ['half a pair', '{"doc":{"title":"a\\ud800b"}}', 400, 'BAD_TEXT'],
    ['a number beyond all numbers', '{"doc":1e999}', 400, 'BAD_REQUEST'],
    ['a key that reaches into the language', '{"doc":{"__proto__":{"x":1}}}', 400, 'BAD_REQUEST'],
    ['a title that nobody can see', JSON.stringify({ doc: demoDoc({ title: '\u200b\u200b\u2060\ufeff' }) }), 422, 'CASE_INVALID'],
    ['more than four megabytes', JSON.stringify({ doc: 'x'.repeat(5_000_000) }), 413, 'TOO_LARGE'],
  ])('of %s is refused in words', async (_, body, status, code) => {
    const r = await post(body);
    expect([r.status, r.body.code]).toEqual([status, code]);
    expect(r.body.message.length).toBeGreaterThan(20);
  });
  it('of brackets in a text, and of a deep document within the limit, is read', () => {
    expect(readJson(JSON.stringify({ a: '['.repeat(100), b: '\\"[' }))).toEqual({ a: '['.repeat(100), b: '\\"[' });
    expect(() => readJson('['.repeat(40) + ']'.repeat(40))).not.toThrow();
    expect(() => readJson('['.repeat(41) + ']'.repeat(41))).toThrow('nested');
  });
  it('that is too large is told the limit of its own route', async () => {
    const big = Buffer.alloc(21_000_000);
    expect((await server.call<{ message: string }>('POST', '/api/files', big, { 'content-type': 'application/octet-stream' })).body.message).toContain('19 MB');
    expect((await post(JSON.stringify({ doc: 'x'.repeat(5_000_000) }))).body.message).toContain('4 MB');
  });
  it('of another kind is refused', async () => {
    expect((await server.call('POST', '/api/cases', '<doc/>', { 'content-type': 'text/xml' })).status).toBe(415);
  });
});

describe('an address', () => {
  it('with an id in another form than the database keeps is refused', async () => {
    for (const id of [`urn:uuid:${NOBODY}`, `{${NOBODY}}`, 'x', NOBODY.replaceAll('-', '')]) {
      const r = await server.call<{ code: string }>('GET', `/api/cases/${encodeURIComponent(id)}`);
      expect([id, r.status, r.body.code]).toEqual([id, 400, 'BAD_ADDRESS']);
    }
  });
  it('with a revision beyond the column, or a text that cannot be stored, is refused', async () => {
    expect((await server.call('GET', `/api/cases/${NOBODY}/revisions/99999999999999999999`)).status).toBe(400);
    expect((await server.call('GET', '/api/shop/revisions/3000000000')).status).toBe(400);
    expect((await server.call('GET', '/api/cases?q=%00')).body).toMatchObject({ code: 'BAD_TEXT' });
    const { body } = await server.call<CaseRecord>('POST', '/api/cases', { doc: demoDoc() });
    expect((await server.call('PUT', `/api/cases/${body.id}/look`, { revision: 3_000_000_000, site: '', look: {} })).status).toBe(422);
  });
  it('says which methods it takes to one that it does not', async () => {
    const r = await server.call<{ code: string; message: string }>('DELETE', '/api/shop');
    expect([r.status, r.body.code, r.headers['allow']]).toEqual([405, 'WRONG_METHOD', 'GET, HEAD, PATCH']);
    expect((await server.call('PUT', `/api/cases/${NOBODY}/revisions`)).headers['allow']).toBe('GET, HEAD');
    expect((await server.call('GET', '/api/nothing')).status).toBe(404);
  });
});

describe('impossible shapes', () => {
  it.each([
    ['no triangles', { triangles: 0 }],
    ['half a triangle', { triangles: 100.5 }],
    ['a side of no length', { box_mm: [10, 0, 10] }],
    ['more volume than its box', { volume_mm3: 2000 }],
  ])('with %s are refused', async (_, change) => {
    const measure = { triangles: 12, volume_mm3: 1000, area_mm2: 600, box_mm: [10, 10, 10], watertight: true, ...change };
    const shapes = { printed: { hash: 'a'.repeat(64), fileName: 'x.stl', unit: 'mm', measure } };
    const r = await server.call<{ field: string; message: string }>('POST', '/api/cases', { doc: { ...demoDoc(), shapes } });
    expect(r.status).toBe(422);
    expect(r.body.field ?? r.body.message).toContain('measure');
  });
});

describe('a disk that is full or shut', () => {
  it('is recognised wherever it is wrapped', () => {
    const with_ = (code: string) => Object.assign(new Error('x'), { code });
    expect(diskFault(with_('ENOSPC'))).toBe('DISK_FULL');
    expect(diskFault(Object.assign(new Error('query failed'), { cause: with_('53100') }))).toBe('DISK_FULL');
    expect(diskFault(with_('EROFS'))).toBe('DISK_READ_ONLY');
    expect(diskFault(new Error('anything else'))).toBeUndefined();
  });
});

/** The world in which the service runs. */
declare const outsideGlobal: typeof globalThis;

describe('a connection', () => {
  it('without a body is not closed, however long the answer takes', async () => {
    const late = jest.spyOn(outsideGlobal, 'setTimeout');
    try {
      expect((await server.call('GET', '/api/shop')).status).toBe(200);
      // Nothing was set to close it later; a body sets something.
      const waits = (): number => late.mock.calls.filter(([, ms]) => ms !== undefined && ms >= 15_000).length;
      expect(waits()).toBe(0);
      await post('{}');
      expect(waits()).toBe(1);
    } finally {
      late.mockRestore();
    }
  });
  it('whose body never comes is closed', async () => {
    const usual = outsideGlobal.setTimeout;
    // The long waits of this service are over at once.
    const late = jest.spyOn(outsideGlobal, 'setTimeout').mockImplementation(
      ((then: () => void, ms?: number) => usual(then, ms === undefined || ms < 15_000 ? ms : 0)) as never,
    );
    try {
      const address = await server.app.listen({ host: '127.0.0.1', port: 0 });
      const socket: Socket = connect(Number(new URL(address).port), '127.0.0.1');
      const closed = once(socket, 'close');
      socket.write(`POST /api/cases HTTP/1.1\r\nhost: 127.0.0.1:${new URL(address).port}\r\ncontent-type: application/json\r\ncontent-length: 100\r\n\r\n{`);
      await closed;
      expect(late.mock.calls.some(([, ms]) => ms !== undefined && ms >= 15_000)).toBe(true);
    } finally {
      late.mockRestore();
    }
  });
});
