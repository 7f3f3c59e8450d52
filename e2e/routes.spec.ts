import { enter, expect, test } from './server';

test('from a need through the matrix to a remedy, screened again and pinned', async ({ page, server }) => {
  await page.goto(await server.step('Hinge', 'need'));
  await test.step('the need asks what matters here, and can ask more', async () => {
    await expect(page.getByRole('textbox', { name: 'Tightest tolerance ±', exact: true })).toBeVisible();
    await expect(page.getByRole('combobox', { name: 'Static charge', exact: true })).toHaveCount(0);
    await page.getByRole('button', { name: /^Ask the other \d+ questions as well/ }).click();
    await page.getByRole('combobox', { name: 'Static charge', exact: true }).selectOption('dissipative');
    await page.getByRole('button', { name: 'Only what matters here' }).click();
    // Answered, it stays in sight; what is not known and decides is named.
    await expect(page.getByRole('combobox', { name: 'Static charge', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Forget Tightest tolerance ±' }).click();
    await expect(page.getByText('Worth finding out')).toBeVisible();
    await page.getByRole('textbox', { name: 'Tightest tolerance ±', exact: true }).fill('0.1');
    await page.getByRole('textbox', { name: 'Tightest tolerance ±', exact: true }).blur();
  });
  await page.goto(await server.step('Hinge', 'routes?view=table'));
  await test.step('the matrix says what rules out what', async () => {
    await expect(page.locator('.summary')).toContainText(/Static rules out \d+/);
    await page.getByLabel('by process').check();
    await expect(page.getByRole('rowheader', { name: /^Vat resin: 0 of \d+ hold$/ })).toBeVisible();
    await page.getByLabel('by process').uncheck();
    await page.getByRole('searchbox', { name: 'Filter routes' }).fill('PA12-CF short');
  });
  const margin = page.getByRole('complementary', { name: 'Margin: the why' });
  await test.step('a route that is out says why, and what would help', async () => {
    await page.getByRole('button', { name: /^PA12-CF short fibre/ }).click();
    await expect(margin).toContainText('Ruled out.');
    await expect(margin).toContainText('it has to lead charge away');
    await page.getByRole('button', { name: 'Static: PA12-CF short fibre' }).click();
    await expect(margin).toContainText('Static: fails → holds');
  });
  const price = page.getByRole('button', { name: /^Price of one tool, PA12-CF short fibre/ });
  const before = await price.innerText();
  await test.step('taken, the remedy changes the price and is screened again', async () => {
    await margin.getByRole('checkbox', { name: /charge-dissipating grade/ }).check();
    await expect(page.getByRole('button', { name: 'Static: PA12-CF short fibre' }).getByText('holds')).toBeAttached();
    await expect(price).not.toHaveText(before);
    // And off again: the price goes back, the choice stays the user's.
    await margin.getByRole('checkbox', { name: /charge-dissipating grade/ }).uncheck();
    await expect(page.getByRole('button', { name: 'Static: PA12-CF short fibre' }).getByText('fails')).toBeAttached();
    await margin.getByRole('checkbox', { name: /charge-dissipating grade/ }).check();
    await expect(page.getByText(/remed(y|ies) taken/)).toBeVisible();
  });
  await page.getByRole('button', { name: 'Pin Filament extrusion, heated chamber, PA12-CF short fibre' }).click();
  await page.reload();
  await page.getByRole('searchbox', { name: 'Filter routes' }).fill('PA12-CF short');
  await expect(page.getByText(/remed(y|ies) taken/)).toBeVisible();
  await expect.poll(async () => (await server.case('Hinge')).doc.remedies?.['extrusion-chamber/pa12-cf']).toContain('conductive-grade');
});

test('own materials: two hundred rows in, the bad ones named, screened like any other, and off again', async ({ page, server }) => {
  const head = 'id,label,processes,density,modulus,modulus_across,strength,strength_across,use_low,use,use_high,price,compressive,source';
  const rows = Array.from({ length: 200 }, (_, i) => `grade-${i},Plant grade ${i},binder-sand,1.1,2,1.5,50,30,90,100,110,60,55,sheet of March`);
  rows[0] = 'plant-nylon,Plant nylon,extrusion-open,1.1,2,1.5,50,30,90,100,110,60,55,sheet of March';
  rows[41] = rows[41].replace(',1.1,', ',heavy,');
  rows[199] = rows[199].replace('binder-sand', 'alchemy');
  await page.goto(`${server.url}/shelf`);
  await page.locator('input[type=file]').setInputFiles({ name: 'plant.csv', mimeType: 'text/csv', buffer: Buffer.from([head, ...rows].join('\n')) });
  await expect(page.getByRole('status').filter({ hasText: '198 rows of plant.csv taken, 2 left out' })).toBeVisible();
  await expect(page.getByRole('row', { name: '43 density "heavy" is not a number.' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^201 processes No process is called alchemy/ })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Filter materials' }).fill('plant nylon');
  await page.getByRole('button', { name: 'Plant nylon', exact: true }).click();
  await expect(page.getByRole('complementary')).toContainText('plant.csv: new');
  await test.step('it is there in the matrix of a case', async () => {
    await page.goto(await server.step('Spacer', 'routes?view=table'));
    await page.getByRole('searchbox', { name: 'Filter routes' }).fill('plant nylon');
    await expect(page.getByRole('button', { name: /^Plant nylon/ })).toBeVisible({ timeout: 60_000 });
  });
  await test.step('a figure of a built-in one is put over, and given back', async () => {
    await page.goto(`${server.url}/shelf`);
    await page.getByRole('searchbox', { name: 'Filter materials' }).fill('PEKK');
    await page.getByRole('button', { name: 'Put own figures over PEKK' }).click();
    await page.getByRole('textbox', { name: 'Density, likely' }).fill('x');
    await page.getByRole('textbox', { name: 'Density, likely' }).blur();
    await expect(page.getByRole('alert')).toContainText('is not a number');
    await page.getByRole('textbox', { name: 'Density, likely' }).fill('1.3');
    await page.getByRole('button', { name: 'Keep' }).click();
    await expect(page.getByRole('alert')).toContainText('Where the figures come from is missing.');
    await page.getByRole('textbox', { name: 'Where the figures come from' }).fill('weighed');
    await page.getByRole('textbox', { name: 'Where the figures come from' }).blur();
    await page.getByRole('button', { name: 'Keep' }).click();
    await expect(page.getByRole('row', { name: /PEKK ?yours 1\.3 / })).toBeVisible();
    await page.getByRole('button', { name: 'Built-in figures again for PEKK' }).click();
    await expect(page.getByRole('row', { name: /PEKK 1\.28 / })).toBeVisible();
  });
  await test.step('filtered by any property, compared, plotted with the need of a case', async () => {
    await page.getByRole('searchbox', { name: 'Filter materials' }).fill('');
    await page.getByRole('combobox', { name: 'Filter by a property' }).selectOption('use');
    await enter(page.getByRole('textbox', { name: 'Lasting heat, °C, at least' }), '600');
    await expect(page.getByText('2 materials')).toBeVisible();
    await page.getByRole('checkbox', { name: 'Compare Nickel alloy 718, printed' }).check();
    await page.getByRole('button', { name: 'compare 1' }).click();
    await expect(page.getByRole('columnheader', { name: 'Nickel alloy 718, printed' })).toBeVisible();
    await page.getByRole('button', { name: 'plot' }).click();
    await page.getByRole('combobox', { name: 'Property across' }).selectOption('use');
    await page.getByRole('combobox', { name: 'Need to draw' }).selectOption({ label: 'Tack-weld fixture, stand frame' });
    await expect(page.getByText(/The need asks for 140 °C or more: 2 lie there/).last()).toBeVisible();
  });
  // The other tests find the shelf as it was.
  await expect.poll(async () => {
    const { shop } = (await (await page.request.get(`${server.url}/api/shop`)).json()) as { shop: { materials?: unknown } };
    return (await page.request.patch(`${server.url}/api/shop`, { data: { changes: [{ path: ['materials'], was: shop.materials }] } })).ok();
  }).toBe(true);
});

test('with nothing there today the plane is drawn all the same, doing without at its upper edge', async ({ page, server }) => {
  const { doc } = await server.case('Hinge');
  const nothing = {
    ...doc,
    title: 'Nothing there yet',
    shapes: {},
    today: { ...doc.today, way: 'none', material: null, cost: null, wait_days: null, delay_per_day: 35 },
  };
  const made = await fetch(`${server.url}/api/cases`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ doc: nothing, who: 'e2e' }),
  });
  const { id } = (await made.json()) as { id: string };
  try {
    await page.goto(`${server.url}/case/${id}/routes`);
    await expect(page.locator('.summary')).toContainText(/ways hold/);
    await expect(page.getByText('doing without').first()).toBeVisible();
    // A tool that is not there is never the earliest.
    await expect(page.locator('.summary')).not.toContainText('T earliest');
  } finally {
    await fetch(`${server.url}/api/cases/${id}`, { method: 'DELETE' });
  }
});
