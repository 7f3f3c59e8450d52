import { expect, test } from './server';

// A picture of one pixel.
const PIXEL = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR4nGNgYGBgAAAABQABh6FO1AAAAABJRU5ErkJggg==', 'base64');

test('ten candidates captured without the server arrive when it answers, with their pictures, none lost or doubled', async ({ page, server }) => {
  await page.goto(`${server.url}/walk`);
  // The list stands still before the button is pressed: while it comes in it moves under the pointer.
  await expect(page.locator('tbody tr').first()).toBeVisible();
  await page.getByRole('button', { name: 'Add a candidate' }).click();
  // The form stands there before the server goes.
  await expect(page.getByRole('textbox', { name: 'Tool', exact: true })).toBeVisible();
  await server.stop();
  for (let k = 0; k < 10; k++) {
    await page.getByRole('textbox', { name: 'Tool', exact: true }).fill(`Captured ${k}`);
    for (const side of ['Length', 'Width', 'Height']) await page.getByRole('textbox', { name: side, exact: true }).fill(String(40 + k));
    if (k % 5 === 0) await page.getByLabel('Pictures').setInputFiles({ name: `seen ${k}.png`, mimeType: 'image/png', buffer: PIXEL });
    await page.getByRole('button', { name: 'Add, then the next' }).click();
    await expect(page.getByText(`Captured ${k} waits in this browser`)).toBeVisible();
  }
  await expect(page.getByText(/Edits of 10 cases wait/)).toBeVisible();
  await server.start();
  const captured = async () => (await server.cases()).filter((c) => c.title.startsWith('Captured')).sort((a, b) => a.title.localeCompare(b.title));
  await expect.poll(async () => (await captured()).map((c) => c.title), { timeout: 60_000 }).toEqual(Array.from({ length: 10 }, (_, k) => `Captured ${k}`));
  await expect(page.getByText(/Edits of .* wait/)).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Captured 9' })).toBeVisible();
  const all = await captured();
  const notes = await Promise.all(all.map(async (c) => (await (await fetch(`${server.url}/api/records/note?case=${c.id}`)).json()).total as number));
  expect(notes).toEqual([1, 0, 0, 0, 0, 1, 0, 0, 0, 0]);
  for (const c of all) await fetch(`${server.url}/api/cases/${c.id}`, { method: 'DELETE' });
});
