import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Fastify from 'fastify';
import { isLogLevel, openLog, requestId } from './log';

const folder = mkdtempSync(join(tmpdir(), 'cuadro-log-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the log', () => {
  it('is a JSON object a line: method, path and status, not what was asked for', async () => {
    const log = openLog(folder, 'info');
    const app = Fastify({ logger: log.logger, genReqId: requestId });
    app.get('/things', async () => ({ ok: true }));
    await app.inject({ url: '/things?name=secret' });
    await app.close();
    await log.close();
    const text = readFileSync(join(folder, 'cuadro.log'), 'utf8');
    expect(text).not.toContain('secret');
    const lines = text.trim().split('\n').map((l) => JSON.parse(l) as Record<string, unknown>);
    expect(lines).toEqual(
      expect.arrayContaining([expect.objectContaining({ req: { method: 'GET', path: '/things' } }), expect.objectContaining({ res: { status: 200 } })]),
    );
    expect(new Set(lines.filter((l) => l['reqId']).map((l) => l['reqId'])).size).toBe(1);
  });
  it('knows its levels', () => {
    expect([isLogLevel('warn'), isLogLevel('loud')]).toEqual([true, false]);
  });
});
