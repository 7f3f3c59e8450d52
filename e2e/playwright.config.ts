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
    trace: 'retain-on-failure',
    launchOptions: { executablePath: '/usr/bin/chromium', args: ['--use-angle=swiftshader', '--disable-background-networking'] },
  },
});
