import { expect, test } from './server';

test('a machine is weighed: its price moves the month it is paid back, kinds of tools come and go, scenarios stand side by side, all is there after a reload', async ({ page, server }) => {
  await page.goto(`${server.url}/payback`);
  const answer = page.locator('cu-margin .answer');
  await page.getByRole('button', { name: 'Two more open frames' }).first().click();
  await expect(answer).toHaveText(/^[\d.]+ months$/);
  const before = Number((await answer.textContent())!.split(' ')[0]);
  await page.getByRole('button', { name: 'copy it' }).click();
  await expect(page.getByRole('textbox', { name: 'Called' })).toHaveValue('Two more open frames, copy');
  // Three times the price takes about three times as long; the scenario it was copied from stays.
  const price = page.getByRole('textbox', { name: 'Price of one, row 1' });
  await price.fill('12600');
  await price.press('Enter');
  await expect(answer).not.toHaveText(`${before} months`);
  await expect.poll(async () => Number((await answer.textContent())!.split(' ')[0])).toBeGreaterThan(1.8 * before);
  const row = (name: string) => page.getByRole('row').filter({ has: page.getByRole('button', { name, exact: true }) });
  await expect(row('Two more open frames')).toContainText(/10\s3\d\d\sEUR/);
  await expect(row('Two more open frames, copy')).toContainText(/27\s1\d\d\sEUR/);
  // Every figure opens.
  await page.getByRole('button', { name: /^Left over a month, hard/ }).click();
  await expect(page.locator('cu-margin')).toContainText('What it brings a month − What follows the tools, a month');
  // Nonsense is refused beside its field, and what stood there stands.
  await price.fill('minus one');
  await price.press('Enter');
  await expect(page.getByText(/Price of one.*(number|understood)/i).first()).toBeVisible();
  await price.press('Escape');
  await page.reload();
  await expect(price).toHaveValue(/^12\s600$/);
  // On paper and as formulas, of what is stored.
  for (const [link, type] of [['report', 'application/pdf'], ['workbook', 'spreadsheetml.sheet']] as const) {
    const paper = await page.request.get(`${server.url}${await page.getByRole('link', { name: link, exact: true }).getAttribute('href')}`);
    expect([paper.status(), paper.headers()['content-type'].includes(type)]).toEqual([200, true]);
  }
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(price).toHaveValue(/^4\s200$/);
  await page.getByRole('button', { name: 'take off' }).click();
  await expect(page.getByRole('button', { name: 'Two more open frames, copy' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('textbox', { name: 'Called' })).toHaveValue('Two more open frames, copy');
});

test('tools of the cases are taken into a scenario, and the taking can be given up', async ({ page, server }) => {
  await page.goto(`${server.url}/payback`);
  await page.getByRole('button', { name: 'New scenario' }).click();
  await expect(page.getByRole('textbox', { name: 'Called' })).toHaveValue('New scenario');
  await expect(page.locator('cu-margin')).toContainText('No tools yet');
  await page.getByRole('button', { name: 'Take the tools of the cases' }).click();
  await page.getByRole('button', { name: 'cancel' }).click();
  await expect(page.getByRole('button', { name: 'Take the tools of the cases' })).toBeVisible();
  await page.getByRole('button', { name: 'Take the tools of the cases' }).click();
  await expect(page.getByText(/cases are to be printed and stand in the list/)).toBeVisible();
  const kinds = page.getByRole('textbox', { name: /^Kind, row/ });
  expect(await kinds.count()).toBeGreaterThan(5);
  // The sum of the rows is what the figures are worked out of.
  const listed = await page.getByRole('textbox', { name: /^A month, row/ }).evaluateAll((all) =>
    all.reduce((s, e) => s + Number((e as HTMLInputElement).value), 0)
  );
  await page.getByRole('button', { name: /^Tools a month, .* open/ }).click();
  await expect(page.locator('cu-margin')).toContainText(String(Number(listed.toPrecision(3))));
});
