import { join } from 'node:path';
import { enter, expect, test } from './server';

const FOLDER = join(import.meta.dirname, '../docs/screenshots');

/** One picture of each main view, for the README. Run by npm run screenshots. */
const SHOTS: [name: string, path: string, width?: number, height?: number][] = [
  ['walk', '/walk'],
  ['cases', '/cases'],
  ['shop', '/shop'],
  ['board', '/board'],
  ['log', '/log'],
  ['shelf', '/shelf'],
  ['house', '/house'],
  ['need', 'Hinge/need'],
  ['shape', 'Hinge/shape'],
  ['routes', 'Hinge/routes'],
  ['sheet', 'Spacer/sheet'],
  ['verdict', 'Finger/verdict'],
  ['proof', 'Inspection nest/proof?part=check'],
  ['payback', '/payback'],
  ['walk-phone', '/walk', 390, 844],
];

test('pictures', async ({ page, server }) => {
  const settle = async (): Promise<void> => {
    await expect(page.getByRole('progressbar').filter({ visible: true })).toHaveCount(0, { timeout: 60_000 });
    await page.evaluate(() => document.fonts.ready);
    await page.waitForLoadState('networkidle');
  };
  for (const [name, path, width = 1280, height = 800] of SHOTS) {
    await page.setViewportSize({ width, height });
    const [title, step] = path.split('/');
    await page.goto(path.startsWith('/') ? server.url + path : await server.step(title, step));
    await expect(page.locator('h1').first()).toBeVisible();
    if (name === 'walk' || name === 'cases') await expect(page.locator('tbody tr').nth(5)).toBeVisible();
    if (step && !path.startsWith('/')) await expect(page.locator('.busy.off')).toBeAttached();
    if (name.startsWith('walk')) await expect(page.getByText('looking …')).toHaveCount(0);
    if (name === 'cases') await expect(page.getByRole('cell', { name: '…', exact: true })).toHaveCount(0);
    if (name === 'sheet') await expect(page.locator('.apexcharts-svg')).toHaveCount(6);
    if (name === 'need') await expect(page.locator('cu-step-line').nth(1)).toBeVisible();
    if (name === 'shape') await expect(page.locator('.dims text').first()).toBeVisible();
    if (name === 'payback') await page.getByRole('button', { name: 'Two more open frames' }).first().click();
    if (name === 'payback') await expect(page.locator('.apexcharts-svg')).toHaveCount(3);
    if (name === 'board') await expect(page.getByText(/runs until/)).toBeVisible();
    if (name === 'proof') await expect(page.locator('.dims text').first()).toBeVisible();
    if (name === 'house') {
      await page.getByRole('button', { name: 'Take one now' }).click();
      await expect(page.getByRole('table')).toBeVisible();
      // No path of the machine that drew it.
      await page.locator('caption').evaluate((c) => (c.textContent = 'In data/backups'));
    }
    await settle();
    await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(await server.step('Press-brake', 'plan'));
  await page.getByRole('button', { name: 'Work it out' }).click();
  await enter(page.getByRole('textbox', { name: 'Length of the bend' }), '240');
  await expect(page.getByRole('img', { name: /^The bend in section/ })).toBeVisible();
  await settle();
  await page.screenshot({ path: join(FOLDER, 'plan.png') });
  await page.goto(await server.step('Inspection', 'papers'));
  for (
    const [supplier, price, wait, dated, until] of [['Fresados Ejemplo', '420', '2 weeks', '2026-11-20', '2026-12-18'], [
      'Talleres Muestra',
      '388',
      '25',
      '2026-10-10',
      '2026-11-10',
    ]]
  ) {
    await page.getByRole('button', { name: 'Add a quote' }).click();
    await page.getByRole('textbox', { name: 'Supplier' }).fill(supplier);
    await page.getByRole('textbox', { name: 'Dated' }).fill(dated);
    await page.getByRole('textbox', { name: 'Valid until' }).fill(until);
    await page.getByRole('button', { name: 'add a row' }).click();
    await page.getByRole('textbox', { name: 'Price of one, row 1' }).fill(price);
    await page.getByRole('textbox', { name: 'Wait' }).fill(wait);
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    await expect(page.getByText(supplier).first()).toBeVisible();
  }
  await settle();
  await page.screenshot({ path: join(FOLDER, 'papers.png') });
  await page.goto(await server.step('Hinge', 'shape'));
  await page.getByRole('button', { name: 'Build', exact: true }).click();
  await page.getByRole('button', { name: 'Compare build directions' }).click();
  await expect(page.getByText(/(of|among) 2\d\d directions/)).toBeVisible({ timeout: 60_000 });
  await expect(page.locator('.choices img').nth(7)).toBeAttached();
  await page.getByRole('heading', { name: 'Which way up?' }).evaluate((h) => h.scrollIntoView());
  await settle();
  await page.screenshot({ path: join(FOLDER, 'shape-build.png') });
  await page.goto(await server.step('Finger', 'shape'));
  await page.getByRole('button', { name: 'Loads', exact: true }).click();
  await expect(page.getByRole('rowgroup').filter({ hasText: /L2/ })).toContainText('%');
  await settle();
  await page.screenshot({ path: join(FOLDER, 'shape-loads.png') });
});
