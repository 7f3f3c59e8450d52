import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { CaseList, CaseRecord, CaseRow } from '@cuadro/core/wire';

const ROOT = resolve(import.meta.dirname, '..');

/** The built server on a data folder of its own; can be stopped and started again on the same port. */
export class TestServer {
  readonly folder = mkdtempSync(join(tmpdir(), 'cuadro-e2e-'));
  url = '';
  private child?: ChildProcess;
  private heard = '';

  constructor(private readonly extra: string[] = []) {}

  /** Start it; nothing where it runs already. */
  async start(): Promise<void> {
    if (this.child?.exitCode === null) return;
    const port = this.url ? new URL(this.url).port : '0';
    const child = spawn(process.execPath, [join(ROOT, 'server/dist/main.js'), '--port', port, '--data', this.folder, ...this.extra], { cwd: ROOT });
    this.child = child;
    this.url = await new Promise<string>((done, fail) => {
      let said = '';
      const hear = (chunk: Buffer): void => {
        said += chunk.toString();
        this.heard = said;
        const address = /ready at (http:\S+)/.exec(said)?.[1];
        if (address) done(address);
      };
      child.stdout?.on('data', hear);
      child.stderr?.on('data', hear);
      child.on('exit', () => fail(new Error(`the server ended: ${said}`)));
    });
    // It listens before the demo plant is there.
    await expect.poll(async () => ((await (await fetch(`${this.url}/api/health`)).json()) as { seeding?: object }).seeding, { timeout: 420_000 })
      .toBeUndefined();
  }

  /** All that the console has shown. */
  get said(): string {
    return this.heard;
  }

  async stop(): Promise<void> {
    const child = this.child;
    if (!child || child.exitCode !== null) return;
    const gone = once(child, 'exit');
    child.kill('SIGTERM');
    await gone;
  }

  async remove(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }

  async cases(): Promise<CaseRow[]> {
    return ((await (await fetch(`${this.url}/api/cases?size=500`)).json()) as CaseList).rows;
  }

  /** The case whose title contains a word, as it is stored. */
  async case(title: string): Promise<CaseRecord> {
    const found = (await this.cases()).find((c) => c.title.includes(title));
    if (!found) throw new Error(`no case is called ${title}`);
    return (await (await fetch(`${this.url}/api/cases/${found.id}`)).json()) as CaseRecord;
  }

  /** Path of a step of the case whose title contains a word. */
  async step(title: string, step: string): Promise<string> {
    const found = (await this.cases()).find((c) => c.title.includes(title));
    if (!found) throw new Error(`no case is called ${title}`);
    return `${this.url}/case/${found.id}/${step}`;
  }
}

/** Type into a field and mean it: what is half typed does not count. */
export async function enter(field: Locator, text: string): Promise<void> {
  await field.fill(text);
  await field.press('Enter');
}

/** One demo server per worker; a page that fails its test on any request to elsewhere, any script error, any breach of the policy. */
export const test = base.extend<{ page: Page }, { server: TestServer }>({
  server: [
    async ({}, use) => {
      const server = new TestServer();
      await server.start();
      await use(server);
      await server.remove();
    },
    { scope: 'worker', timeout: 420_000 },
  ],
  page: async ({ page, server }, use) => {
    const faults: string[] = [];
    watch(page, server, faults);
    page.context().on('page', (other) => watch(other, server, faults));
    await use(page);
    expect(faults).toEqual([]);
  },
});

function watch(page: Page, server: TestServer, faults: string[]): void {
  page.on('request', (r) => {
    const url = new URL(r.url());
    if (!['data:', 'blob:'].includes(url.protocol) && url.origin !== server.url) faults.push(`request to ${r.url()}`);
  });
  page.on('pageerror', (e) => faults.push(`script error: ${e.message}`));
  page.on('console', (m) => {
    if (/Content Security Policy|Refused to/.test(m.text())) faults.push(m.text());
  });
}

export { expect };
