import { clean } from './clean';
import { expect, test, TestServer } from './server';

test('a back-up is taken and listed', async ({ page, server }) => {
  await page.goto(`${server.url}/house`);
  await expect(page.getByText('None yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Take one now' }).click();
  await expect(page.getByRole('status').filter({ hasText: /Taken and checked: \d+ rows and \d+ files/ })).toBeVisible();
  await expect(page.getByRole('table').getByRole('row')).toHaveCount(2);
  // Nobody is asked who they are on this machine.
  await expect(page.getByRole('button', { name: 'People' })).toHaveCount(0);
  await clean(page);
});

test('where others hear the service, people sign in: the first by the code on the console, then each by role', async ({ browser }) => {
  const server = new TestServer(['--listen', '127.0.0.1', '--empty']);
  await server.start();
  const page = await browser.newPage();
  try {
    await page.goto(`${server.url}/cases`);
    await expect(page.getByRole('heading', { name: 'The first account' })).toBeVisible();
    await clean(page);
    const code = /works once: ([\d-]+)/.exec(server.said)![1];
    await page.getByLabel('Code on the console').fill('0000-0000');
    await page.getByLabel('Your name').fill('Ada Orden');
    await page.getByLabel('Sign-in name').fill('Ada');
    await page.getByLabel('Password').fill('quiet copper lathe');
    await page.getByRole('button', { name: 'Make the account' }).click();
    await expect(page.getByRole('alert')).toHaveText(/code is not the one/);
    await page.getByLabel('Code on the console').fill(code);
    await page.getByRole('button', { name: 'Make the account' }).click();
    // Back to where one was going.
    await expect(page).toHaveURL(`${server.url}/cases`);

    await page.goto(`${server.url}/house`);
    await page.getByRole('button', { name: 'People' }).click();
    await page.getByLabel('Sign-in name').fill('bo');
    await page.getByLabel('Name', { exact: true }).fill('Bo Viewer');
    await page.getByRole('combobox', { name: /^Role/ }).last().selectOption('viewer');
    await page.getByLabel(/First password/).fill('password1234');
    await page.getByRole('button', { name: 'Make it' }).click();
    await expect(page.getByRole('alert')).toHaveText(/common/);
    await page.getByLabel(/First password/).fill('slow brass shaper');
    await page.getByRole('button', { name: 'Make it' }).click();
    await expect(page.getByText('bo can sign in.')).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'What was done' }).click();
    await expect(page.getByRole('row', { name: /ada made an account 127/ })).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'You', exact: true }).click();
    await page.getByLabel('What it is for').fill('scale at line 3');
    await page.getByRole('button', { name: 'Make a key' }).click();
    await expect(page.getByText(/^cuadro_/)).toBeVisible();
    await clean(page);

    // The made key works from outside the browser; without one nothing is told.
    const key = await page.getByText(/^cuadro_/).textContent();
    expect((await fetch(`${server.url}/api/cases`)).status).toBe(401);
    expect((await fetch(`${server.url}/api/cases`, { headers: { authorization: `Bearer ${key}` } })).status).toBe(200);

    await page.getByRole('button', { name: /Sign out$/ }).first().click();
    await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
    await page.getByLabel('Sign-in name').fill('bo');
    await page.getByLabel('Password').fill('slow brass shaper');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('button', { name: 'Bo Viewer, viewer. Sign out' })).toBeVisible();
    await page.goto(`${server.url}/shop`);
    await page.getByRole('textbox', { name: 'Currency' }).fill('CHF');
    await page.getByRole('textbox', { name: 'Currency' }).press('Tab');
    await expect(page.getByRole('alert')).toHaveText(/role "viewer" may not/);
  } finally {
    await page.close();
    await server.remove();
  }
});
