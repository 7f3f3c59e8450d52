import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** Of a long table so many rows stand for all: the others are drawn by the same template, and weighing their colours takes most of the time. */
const ROWS = 12;

/** No axe violations on the page as it stands. What passes is not written up. */
export async function clean(page: Page): Promise<void> {
  // No page has frames of other origins: one run in the page itself does.
  const { violations } = await new AxeBuilder({ page }).setLegacyMode().exclude(`tbody tr:nth-child(n+${ROWS + 1})`).options({
    resultTypes: ['violations'],
    rules: { 'target-size': { enabled: true } },
  })
    .analyze();
  expect(violations.map((v) => `${v.id}: ${v.help}; ${v.nodes.slice(0, 3).map((n) => `${n.target.join(' ')} ${n.failureSummary ?? ''}`).join(' | ')}`)).toEqual(
    [],
  );
}
