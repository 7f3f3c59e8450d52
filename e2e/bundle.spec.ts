import { expect, test } from './server';

test('a case leaves as one file and comes back as another case; what is no bundle is refused', async ({ page, server }) => {
  await page.goto(`${server.url}/cases`);
  const saved = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save Core for the flour-chute elbow as one file' }).click();
  const path = await (await saved).path();
  const input = page.getByLabel('Bring in a case from a bundle');
  await input.setInputFiles({ name: 'notes.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip at all') });
  await expect(page.getByText(/notes\.zip: This is not a zip file/)).toBeVisible();
  await input.setInputFiles({ name: 'jaws.zip', mimeType: 'application/zip', buffer: await (await import('node:fs/promises')).readFile(path) });
  await expect(page.getByText(/“Core for the flour-chute elbow”, .* There is a case of that name/)).toBeVisible();
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText('Core for the flour-chute elbow (2)')).toBeVisible();
  await page.getByRole('link', { name: 'Shape' }).click();
  await expect(page.getByRole('img', { name: /^Drawing of/ })).toBeVisible();
  // Gone again: other tests look for the case of that name.
  const id = new URL(page.url()).pathname.split('/')[2];
  expect((await page.request.delete(`${server.url}/api/cases/${id}`)).status()).toBe(204);
});
