import { expect, test } from './server';

const place = 'Where it works';

test('an edit made without the server is sent from another page when it answers', async ({ page, server }) => {
  await page.goto(await server.step('Finger', 'need'));
  await expect(page.locator('.busy.off')).toBeAttached();
  await page.getByRole('link', { name: 'Cuadro, to the Walk' }).click();
  await expect(page.getByRole('heading', { name: 'Walk', level: 1 })).toBeVisible();
  await page.goBack();
  const field = page.getByRole('textbox', { name: place });
  await expect(page.locator('.busy.off')).toBeAttached();
  await server.stop();
  await field.fill('Robot cell 7');
  await field.blur();
  await expect(page.locator('.cell.save')).toContainText('kept in this browser');
  await page.getByRole('link', { name: 'Cuadro, to the Walk' }).click();
  await expect(page.getByText(/Edits of “.*” wait for the server/)).toBeVisible();
  await server.start();
  await expect.poll(async () => (await server.case('Finger')).doc.place).toBe('Robot cell 7');
  await expect(page.getByText(/Edits of “.*” wait for the server/)).toHaveCount(0);
});

test('what stands in a field counts while it is typed: over a reload, and on the way to another step', async ({ page, server }) => {
  await page.goto(await server.step('Finger', 'need'));
  const field = page.getByRole('textbox', { name: place });
  await expect(page.locator('.busy.off')).toBeAttached();
  await field.fill('typed and not left');
  await page.reload();
  await expect(field).toHaveValue('typed and not left');
  await expect.poll(async () => (await server.case('Finger')).doc.place).toBe('typed and not left');
  await expect(page.locator('.busy.off')).toBeAttached();
  await page.getByRole('link', { name: /^Cases/ }).click();
  await page.getByRole('link', { name: /Finger/ }).first().click();
  await expect(field).toHaveValue('typed and not left');
  await field.fill('typed, then back');
  await page.goBack();
  await expect.poll(async () => (await server.case('Finger')).doc.place).toBe('typed, then back');
});

test('a browser that keeps nothing says so at once, and never "saved" for what is not', async ({ page, server }) => {
  await page.addInitScript(() => {
    const shut = (): never => {
      throw new DOMException('The quota has been exceeded.', 'QuotaExceededError');
    };
    IDBFactory.prototype.open = shut;
    for (const name of ['localStorage', 'sessionStorage']) Object.defineProperty(window, name, { get: shut });
  });
  await page.goto(await server.step('Finger', 'need'));
  await expect(page.getByText('This browser keeps nothing for this site')).toBeVisible();
  await expect(page.locator('.busy.off')).toBeAttached();
  await server.stop();
  const field = page.getByRole('textbox', { name: place });
  await field.fill('Robot cell 9');
  await field.blur();
  await expect(page.getByText(/do not close the page|The server does not answer/)).toBeVisible();
  await expect(page.locator('.cell.save')).not.toContainText('saved', { ignoreCase: true });
  await server.start();
  await expect.poll(async () => (await server.case('Finger')).doc.place).toBe('Robot cell 9');
});

test('without the server the page opens, and every section that was never opened before', async ({ browser, server }) => {
  const context = await browser.newContext({ serviceWorkers: 'allow' });
  const page = await context.newPage();
  try {
    await page.goto(await server.step('Finger', 'need'));
    await expect(page.locator('.busy.off')).toBeAttached();
    // The worker has fetched all of the page, and answers from now on.
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await expect.poll(() =>
      page.evaluate(async () => {
        const { hashTable } = (await (await fetch('/ngsw.json')).json()) as { hashTable: object };
        let n = 0;
        for (const name of await caches.keys()) if (name.includes(':assets:')) n += (await (await caches.open(name)).keys()).length;
        return n >= Object.keys(hashTable).length;
      })
    ).toBe(true);
    await page.reload();
    await expect(page.getByRole('textbox', { name: place })).toBeVisible();
    await page.getByRole('link', { name: /^Cases/ }).click();
    await expect(page.getByRole('link', { name: /Finger/ }).first()).toBeVisible();
    await server.stop();
    await page.reload();
    for (const section of ['Walk', 'Cases', 'Shop', 'Log', 'Shelf', 'House']) {
      await page.getByRole('link', { name: new RegExp(`^${section} `) }).click();
      await expect(page.getByRole('heading', { level: 1, name: section })).toBeVisible();
    }
    // A case that was open before opens again, is changed, and sent later.
    await page.getByRole('link', { name: /^Cases/ }).click();
    await page.getByRole('link', { name: /Finger/ }).first().click();
    const field = page.getByRole('textbox', { name: place });
    await field.fill('changed without the server');
    await field.blur();
    await expect(page.locator('.cell.save')).toContainText('kept in this browser');
    await server.start();
    await expect.poll(async () => (await server.case('Finger')).doc.place).toBe('changed without the server');
  } finally {
    await context.close();
    await server.start();
  }
});
