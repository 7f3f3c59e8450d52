import { readFileSync } from 'node:fs';
import { clean } from './clean';
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

test('the whole site leaves as one file and is looked over before it comes in; what is here already is passed over', async ({ page, server }) => {
  await page.goto(`${server.url}/house`);
  await page.getByRole('button', { name: 'Whole site' }).click();
  const saved = page.waitForEvent('download');
  await page.getByRole('link', { name: 'All of it as one file' }).click();
  const zip = readFileSync(await (await saved).path());
  await page.getByLabel('Bring in a site from a file').setInputFiles({ name: 'site.zip', mimeType: 'application/zip', buffer: zip });
  await expect(page.getByRole('heading', { name: /site\.zip: 0 cases not here yet, \d+ the same, 0 that differ/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Bring it in' })).toBeDisabled();
  await clean(page);
});
