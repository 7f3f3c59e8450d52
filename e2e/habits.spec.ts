import { enter, expect, test } from './server';

test('one key finds a case, a step, a material; another goes to the filter; and one goes from case to case', async ({ page, server }) => {
  await page.goto(`${server.url}/walk`);
  await expect(page.getByText('looking …')).toHaveCount(0, { timeout: 60_000 });
  // The first of the list has one after it, whichever it is.
  const tool = (await page.getByRole('row').nth(1).getByRole('link').first().innerText()).trim();
  await test.step('a case by the beginnings of its words', async () => {
    await page.keyboard.press('Control+k');
    const find = page.getByRole('combobox', { name: 'Find' });
    await expect(find).toBeFocused();
    await find.fill(tool.split(' ').slice(0, 2).map((w) => w.slice(0, 5).toLowerCase()).join(' '));
    await expect(page.getByRole('option', { name: tool })).toHaveAttribute('aria-selected', 'true');
    await find.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: tool })).toBeVisible();
  });
  await test.step('a step of it', async () => {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find' }).fill('verd');
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/\/verdict$/);
  });
  await test.step('the next case of the list, at the same step, and back again', async () => {
    await expect(page.locator('.busy.off')).toBeAttached();
    const title = page.getByRole('heading', { level: 1 });
    await page.keyboard.press('Alt+PageDown');
    await expect(title).not.toHaveText(tool);
    await expect(page).toHaveURL(/\/verdict$/);
    await page.getByRole('button', { name: 'previous' }).click();
    await expect(title).toHaveText(tool);
  });
  await test.step('a material, and the filter of the shelf holds its name', async () => {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find' }).fill('ppsu');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('searchbox', { name: 'Filter materials' })).toHaveValue('PPSU');
    await expect(page).toHaveURL(/find=PPSU/);
  });
  await test.step('the filter by its key; it is in the address and survives the way back', async () => {
    await page.goto(`${server.url}/walk`);
    await expect(page.getByRole('link', { name: /Kitting tray/ }).first()).toBeVisible();
    await page.keyboard.press('/');
    await expect(page.getByRole('searchbox', { name: 'Filter candidates' })).toBeFocused();
    await page.keyboard.type('gripper');
    await expect(page).toHaveURL(/find=gripper/);
    await page.getByRole('link', { name: /^Vacuum gripper/ }).click();
    await expect(page.getByRole('heading', { level: 1, name: /^Vacuum gripper/ })).toBeVisible();
    await page.goBack();
    await expect(page.getByRole('searchbox', { name: 'Filter candidates' })).toHaveValue('gripper');
    await expect(page.getByText('Kitting tray')).toHaveCount(0);
  });
});

test('a number of the need is dragged along the line of how many ways hold', async ({ page, server }) => {
  await page.goto(await server.step('Second-operation', 'need'));
  const load = page.getByRole('slider', { name: /^Largest load/ });
  await expect(load).toHaveAttribute('aria-valuetext', /ways hold$/, { timeout: 60_000 });
  const field = page.getByRole('textbox', { name: 'Largest load', exact: true });
  const before = await field.inputValue();
  const holding = async (): Promise<number> => Number(/: (\d+) ways/.exec((await load.getAttribute('aria-valuetext'))!)![1]);
  const now = await holding();
  await load.press('End');
  await expect(field).not.toHaveValue(before);
  await expect.poll(async () => (await server.case('Second-operation')).doc.need.load?.value).toBeGreaterThan(0);
  await expect(page.locator('.busy.off')).toBeAttached();
  expect(await holding()).toBeLessThan(now);
  await page.getByRole('button', { name: 'undo', exact: true }).click();
  await expect(field).toHaveValue(before);
  await enter(field, before);
});
