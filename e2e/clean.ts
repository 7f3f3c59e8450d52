import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** No axe violations on the page as it stands. What passes is not written up: that takes most of the time. */
export async function clean(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze();
  expect(violations.map((v) => `${v.id}: ${v.help}; ${v.nodes.slice(0, 3).map((n) => `${n.target.join(' ')} ${n.failureSummary ?? ''}`).join(' | ')}`)).toEqual(
    [],
  );
}
