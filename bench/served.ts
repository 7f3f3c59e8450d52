import { type Browser, chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const CHROMIUM = '/usr/bin/chromium';

/** The built page, served from an empty folder of its own, and a browser to look at it; both end with the work. */
export async function served(name: string, work: (url: string, browser: Browser) => Promise<void>): Promise<void> {
  if (!existsSync(CHROMIUM) || !existsSync('server/dist/main.js')) return console.log(`${name}: needs the built page (npm run build) and chromium`);
  const folder = mkdtempSync(join(tmpdir(), 'cuadro-bench-'));
  const server = spawn(process.execPath, ['server/dist/main.js', '--port', '0', '--data', folder, '--empty'], { stdio: ['ignore', 'pipe', 'inherit'] });
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--use-angle=swiftshader', '--disable-background-networking'] });
  try {
    const url = await new Promise<string>((done) =>
      server.stdout.on('data', (chunk: Buffer) => {
        const found = /ready at (http:\S+)/.exec(chunk.toString());
        if (found) done(found[1]);
      })
    );
    await work(url, browser);
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    await new Promise((done) => server.on('exit', done));
    rmSync(folder, { recursive: true, force: true });
  }
}
