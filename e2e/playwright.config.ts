import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  workers: 1,
  // Waits end when the thing is there; the limits are for a machine that does other work as well.
  timeout: 240_000,
  expect: { timeout: 45_000 },
  // Made on demand, by npm run screenshots.
  testIgnore: process.env['CUADRO_SCREENSHOTS'] ? [] : ['screenshots.spec.ts'],
  reporter: [['list'], ['json', { outputFile: '../.cache/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'UTC',
    // Each test would fetch all of the page for it; the test of working without the server allows it.
    serviceWorkers: 'block',
    screenshot: 'only-on-failure',
    // Keeping every step takes as long again as the steps: on demand.
    trace: process.env['CUADRO_TRACE'] ? 'retain-on-failure' : 'off',
    // Without a graphics card the page is composed in plain software; only what is drawn in 3-D goes through the emulated card.
    launchOptions: { executablePath: '/usr/bin/chromium', args: ['--use-angle=swiftshader', '--disable-gpu-compositing', '--disable-background-networking'] },
  },
});
