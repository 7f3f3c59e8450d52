import type { FastifyInstance } from 'fastify';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildApp } from '../app';
import type { Context } from '../context';
import type { OpenDb } from '../db/open';
import { openPool } from '../jobs/pool';
import { FolderMeshStore } from '../meshes/store';
import { openTestDb } from './db';

export const HOST = { host: '127.0.0.1:4300' };

export interface Answer<T> {
  status: number;
  body: T;
  headers: Record<string, unknown>;
}

/** A service on a database in memory for a whole spec file. */
export interface TestApp {
  app: FastifyInstance;
  open: OpenDb;
  folder: string;
  store: FolderMeshStore;
  call<T>(method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE', url: string, payload?: unknown, headers?: Record<string, string>): Promise<Answer<T>>;
}

/** @param more what differs from a plain local service, made when database and folder are there */
export function testApp(more: (open: OpenDb, folder: string) => Partial<Context> | Promise<Partial<Context>> = () => ({})): TestApp {
  const it = {} as TestApp;
  beforeAll(async () => {
    it.folder = mkdtempSync(join(tmpdir(), 'cuadro-server-'));
    it.open = await openTestDb();
    it.store = new FolderMeshStore(it.folder);
    it.app = await buildApp({ db: it.open.db, meshes: it.store, pool: openPool('none'), ...(await more(it.open, it.folder)) });
  }, 180_000);
  afterAll(async () => {
    await it.app.close();
    await it.open.close();
    rmSync(it.folder, { recursive: true });
  });
  it.call = async (method, url, payload, headers = {}) => {
    const r = await it.app.inject({ method, url, headers: { ...HOST, ...headers }, ...(payload !== undefined && { payload: payload as never }) });
    const isJson = r.headers['content-type']?.toString().includes('json');
    return { status: r.statusCode, body: (isJson ? r.json() : r.rawPayload) as never, headers: r.headers };
  };
  return it;
}
