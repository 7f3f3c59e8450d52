import type { Page } from '@playwright/test';
import { newCase } from '@cuadro/core/case/new-case';
import { FAMILIES } from '@cuadro/core/need/families';
import { report } from './measure';
import { served } from './served';

const CASES = 5000;
const AT_ONCE = 250;
/** First rows on the screen, and the longest wait between two frames while the list is scrolled, ms. */
const PAINT = 1500, FRAME = 50;

/** First paint and scrolling of the Walk and of Cases with 5 000 cases in the database, each against its limit; the second visit, as most are. */
export async function benchLists(): Promise<void> {
  await served('lists', async (url, browser) => {
    for (let k = 0; k < CASES; k += AT_ONCE) {
      const docs = Array.from({ length: AT_ONCE }, (_, i) => candidate(k + i));
      const answer = await fetch(`${url}/api/cases/list`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: url },
        body: JSON.stringify({ docs }),
      });
      if (!answer.ok) throw new Error(await answer.text());
    }
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    for (const [at, row] of [['walk', 'tbody tr th a'], ['cases', 'tbody tr th a']] as const) {
      await page.goto(`${url}/${at}`);
      await page.locator(row).first().waitFor({ timeout: 120_000 });
      const started = Date.now();
      await page.goto(`${url}/${at}`);
      await page.locator(row).first().waitFor({ timeout: 120_000 });
      report(`${at}: first rows of ${CASES} on the screen, against the limit`, Date.now() - started, PAINT, 'ms', 'at most 1');
      report(`${at}: longest frame while it is scrolled, against the limit`, await scrolled(page), FRAME, 'ms', 'at most 1');
      console.log(`${at}: ${await page.locator('tbody tr').count()} rows are on the page`);
    }
  });
}

const candidate = (i: number) => ({
  ...newCase({
    title: `Tool ${i}`,
    family: FAMILIES[i % FAMILIES.length].id,
    size_mm: [60 + ((i * 37) % 300), 40 + ((i * 13) % 150), 20 + (i % 40)],
    copies: 1 + (i % 4),
    todayWay: 'machined',
    todayCost: 100 + ((i * 7) % 900),
    todayWait_days: 5 + (i % 20),
    trouble: '',
  }, '2026-01-05'),
  place: `cell ${i % 60}`,
});

/** Longest wait between two frames over a hundred turns of the wheel, the least of three tries. */
async function scrolled(page: Page): Promise<number> {
  let least = Infinity;
  for (let i = 0; i < 3; i++) {
    const longest = await page.evaluate(() =>
      new Promise<number>((done) => {
        const box = [...document.querySelectorAll('*')].filter((e) => e.scrollHeight > e.clientHeight + 50 && getComputedStyle(e).overflowY !== 'visible')
          .sort((a, b) => b.clientHeight * b.clientWidth - a.clientHeight * a.clientWidth)[0] ?? document.scrollingElement!;
        let last = performance.now(), worst = 0, n = 0;
        const step = (now: number): void => {
          if (n > 2) worst = Math.max(worst, now - last);
          last = now;
          box.scrollTop += 120;
          if (++n < 100) requestAnimationFrame(step);
          else done(worst);
        };
        requestAnimationFrame(step);
      })
    );
    least = Math.min(least, longest);
  }
  return least;
}
