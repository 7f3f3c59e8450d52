import { clean } from './clean';
import { enter, expect, test } from './server';

test('two tabs on one case follow each other; edits of different fields merge, and a clash is a choice, field by field', async ({ page, server }) => {
  const address = await server.step('Soft jaws', 'need');
  await page.goto(address);
  const other = await page.context().newPage();
  await other.goto(address);
  const place = (p: typeof page) => p.getByRole('textbox', { name: 'Where it works' });
  await expect(place(other)).toHaveValue('Machining, mill 2');
  await expect(page.getByText('also open in another tab')).toBeVisible();

  await place(page).fill('Machining, mill 3');
  await place(page).blur();
  await expect(place(other)).toHaveValue('Machining, mill 3');

  // Both change at once: the first tab's save is held back until the second one's is stored.
  const stored = () => server.case('Soft jaws').then((c) => c.doc.place);
  let release: () => void = () => undefined;
  const held = new Promise<void>((done) => (release = done));
  await page.route('**/api/cases/*', async (route) => {
    if (route.request().method() === 'PATCH') await held;
    await route.continue();
  });
  const trouble = (p: typeof page) => p.getByRole('textbox', { name: 'What goes wrong' });
  const price = (p: typeof page) => p.getByRole('textbox', { name: 'One costs' });
  await place(page).fill('mine');
  await enter(price(page), '345');
  await price(page).blur();
  // On its way, with or without what was typed since.
  await expect(page.locator('.cell.save')).toContainText(/saving|not yet saved/);
  await place(other).fill('theirs');
  await trouble(other).fill('said in the other tab');
  await trouble(other).blur();
  await expect.poll(stored).toBe('theirs');
  release();
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('everything else is merged');
  await expect(alert.getByRole('row')).toHaveCount(2);
  await clean(page);
  await page.unroute('**/api/cases/*');
  await alert.getByRole('radio', { name: 'mine' }).check();
  await alert.getByRole('button', { name: 'Go on with these' }).click();
  await expect.poll(stored).toBe('mine');
  await expect(place(other)).toHaveValue('mine');
  // What only one of them touched is there as that one left it, on both sides and in the store.
  const { doc } = await server.case('Soft jaws');
  expect([doc.trouble, doc.today.cost]).toEqual(['said in the other tab', 345]);
  await expect(trouble(page)).toHaveValue('said in the other tab');
  await expect(price(other)).toHaveValue('345');

  // Taking back goes back over the own changes alone: the price, then the place.
  await page.getByRole('button', { name: 'undo' }).click();
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(stored).toBe('Machining, mill 3');
  expect((await server.case('Soft jaws')).doc.trouble).toBe('said in the other tab');
  await other.close();
});

test('a dead server loses no edit, not even over a reload', async ({ page, server }) => {
  await page.goto(await server.step('Finger', 'need'));
  const place = page.getByRole('textbox', { name: 'Where it works' });
  await expect(place).toHaveValue('Robot cell, leak test');
  await expect(page.locator('.busy.off')).toBeAttached();
  await server.stop();
  await place.fill('Robot cell 2');
  await place.blur();
  await expect(page.locator('.cell.save')).toContainText('kept in this browser');
  await expect(page.getByRole('alert')).toContainText('The server does not answer');
  await server.start();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Where it works' })).toHaveValue('Robot cell 2');
  await expect.poll(async () => (await server.case('Finger')).doc.place).toBe('Robot cell 2');
});

test('edits can be taken back and brought back', async ({ page, server }) => {
  await page.goto(await server.step('Locator', 'need'));
  const kind = page.locator('.cell').filter({ hasText: 'Kind' });
  await expect(kind).toContainText('Assembly fixture');
  await page.getByRole('combobox', { name: 'Kind' }).selectOption({ label: 'Go/no-go or check gauge' });
  await expect(kind).toContainText('gauge');
  await page.keyboard.press('Control+z');
  await expect(kind).toContainText('Assembly fixture');
  await page.keyboard.press('Control+y');
  await expect(kind).toContainText('gauge');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(kind).toContainText('Assembly fixture');
});

test('a change of the need that flips the verdict shows what it was', async ({ page, server }) => {
  await page.goto(await server.step('Hinge', 'need'));
  const answer = page.locator('.answer');
  await expect(answer).toContainText('Print');
  await page.getByRole('button', { name: /^Ask the other/ }).click();
  await enter(page.getByRole('textbox', { name: 'Peak temperature', exact: true }), '420');
  await expect(answer.locator('b')).toHaveText('Keep as today');
  await expect(answer.locator('s')).toHaveText('Print');
  await page.getByRole('button', { name: 'Forget Peak temperature' }).click();
  await expect(answer.locator('b')).toHaveText('Print');
  await expect(page.locator('.cell.save').getByText('saved', { exact: true })).toBeVisible();
});

test('the keyboard alone reaches the steps, the margin and the part', async ({ page, server }) => {
  await page.goto(await server.step('Hinge', 'need'));
  await expect(page.getByRole('textbox', { name: 'Where it works' })).toBeVisible();
  await page.keyboard.press('Alt+5');
  await expect(page).toHaveURL(/sheet$/);
  const figure = page.getByRole('button', { name: /Weight of one tool, route A/ });
  await figure.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary')).toContainText('Weight as printed');
  await page.keyboard.press('Alt+m');
  await expect(page.getByRole('complementary')).toBeFocused();
  await page.keyboard.press('Alt+2');
  await expect(page.getByRole('img', { name: /Drawing of/ })).toBeVisible();
  await page.getByRole('img', { name: /Drawing of/ }).focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Keys and how to read the sheet');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
