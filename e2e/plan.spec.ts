import { readFileSync } from 'node:fs';
import { readShape } from '@cuadro/core/shape/measure';
import type { ShopRecord } from '@cuadro/core/wire';
import { enter, expect, test } from './server';

const saved = (page: import('@playwright/test').Page) => page.locator('.cell.save').getByText('saved', { exact: true });

test('a plan is worked out, opened to its answers, stands in for the need, joins the sheet, and is there after a reload', async ({ page, server }) => {
  await page.goto(await server.step('Press-brake', 'plan'));
  await page.getByRole('button', { name: 'Work it out' }).click();
  await page.getByRole('combobox', { name: 'Sheet', exact: true }).selectOption({ label: 'stainless (304)' });
  await page.getByRole('textbox', { name: 'Thickness of the sheet' }).fill('0.6');
  await page.getByRole('textbox', { name: 'Length of the bend' }).fill('40 cm');
  await page.getByRole('textbox', { name: 'Opening of the die' }).fill('6');
  await enter(page.getByRole('textbox', { name: 'Trial bends' }), '10');
  // F = k σ L t² / V = 1.33 · 620 · 400 · 0.36 / 6 = 19 790 N.
  await expect(page.getByRole('button', { name: /^Force of the tool, 19\s790\sN, open$/ })).toBeVisible();
  await expect(page.getByText('0.6 mm of stainless (304) is within what plastic tools bend')).toBeVisible();
  await expect(page.getByRole('img', { name: /^The bend in section/ })).toBeVisible();

  await test.step('a figure opens down to what was typed', async () => {
    const margin = page.getByRole('complementary');
    await page.getByRole('button', { name: /^Force of the tool/ }).click();
    await margin.getByRole('button', { name: /^Bending force, / }).click();
    await margin.getByRole('button', { name: /^Thickness of the sheet, 0\.6\smm/ }).click();
    await expect(margin).toContainText('Given by you.');
  });
  await test.step('what the need had typed stays; what it had not is worked out', async () => {
    await expect(page.getByText(/need: largest load, where a figure of your own stands/)).toBeVisible();
    await expect(saved(page)).toBeVisible();
    const { doc } = await server.case('Press-brake');
    expect(doc.plans?.['brake'].values).toMatchObject({ metal: 'stainless', gauge: 0.6, bend_length: 400, opening: 6, trials: 10 });
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Need' }).click();
    await page.getByRole('button', { name: 'Forget Largest load' }).click();
    await expect(page.getByRole('textbox', { name: 'Largest load', exact: true })).toHaveValue(/^19\s790\.4$/);
    await expect(page.getByRole('textbox', { name: 'Largest load, where it comes from' })).toHaveValue('plan: Brake and bead');
  });
  await test.step('every route pays for the trials, and opens them', async () => {
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Sheet' }).click();
    await page.getByRole('button', { name: 'figures', exact: true }).click();
    await page.getByRole('button', { name: /^One-off price, route A/ }).click();
    const margin = page.getByRole('complementary');
    await margin.getByRole('button', { name: /^One-off direct cost/ }).click();
    await margin.getByRole('button', { name: /^Working the plans out and trying them/ }).click();
    await margin.getByRole('button', { name: /^Working the plans out and trying them, 3\.0\sh/ }).click();
    await expect(margin).toContainText('Trials');
  });
  await test.step('the punch is made from the plan and saved', async () => {
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Shape' }).click();
    await page.getByRole('navigation', { name: 'About the shape' }).getByRole('button', { name: 'Make', exact: true }).click();
    await page.getByRole('button', { name: 'The punch, with the nose for this bend: figures of the plan' }).click();
    await page.getByRole('button', { name: 'Make it' }).click();
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save punch as STL' }).click()]);
    const { measure } = readShape(readFileSync(await download.path()), 'mm', 'punch.stl');
    expect(measure).toMatchObject({ watertight: true });
    expect(measure.box_mm[2]).toBeCloseTo(400, 3);
  });
  await page.reload();
  await page.goto(await server.step('Press-brake', 'plan'));
  await expect(page.getByRole('textbox', { name: 'Thickness of the sheet' })).toHaveValue('0.6');
  const [pdf, xlsx] = await Promise.all(
    ['report.pdf', 'sheet.xlsx'].map(async (f) => page.request.get(`${server.url}/api/cases/${(await server.case('Press-brake')).id}/${f}`)),
  );
  expect([pdf.status(), xlsx.status()]).toEqual([200, 200]);
});

test('the grip is measured on the mesh of the tool, and refuses what cannot be beside its field', async ({ page, server }) => {
  await page.goto(await server.step('Vacuum', 'plan'));
  await page.getByRole('button', { name: 'Work it out' }).click();
  await page.getByRole('button', { name: 'Measure on the mesh' }).click();
  await expect(page.getByRole('button', { name: 'Measured on the mesh; measure again' })).toBeVisible({ timeout: 60_000 });
  await enter(page.getByRole('textbox', { name: 'Cups', exact: true }), '2.5');
  await expect(page.getByRole('alert').filter({ hasText: 'Cups: a whole number.' })).toBeVisible();
  await enter(page.getByRole('textbox', { name: 'Cups', exact: true }), '1');
  await enter(page.getByRole('textbox', { name: 'Cup diameter' }), '0.4 in');
  await expect(page.getByText(/it would drop the work/)).toBeVisible();
  // Another answer is another measurement: it is asked for again.
  await expect(page.getByRole('button', { name: 'Measure on the mesh' })).toBeVisible();
  await page.getByRole('button', { name: 'take the plan out' }).click();
  await expect.poll(async () => (await server.case('Vacuum')).doc.plans).toBeUndefined();
});

test('quotes, notes and earlier states are kept with a case', async ({ page, server }) => {
  await page.goto(await server.step('Inspection', 'papers'));
  await page.getByRole('button', { name: 'Add a quote' }).click();
  await page.getByRole('textbox', { name: 'Supplier' }).fill('Tornería Prueba');
  await page.getByRole('button', { name: 'add a row' }).click();
  await page.getByRole('textbox', { name: 'Price of one, row 1' }).fill('417');
  await page.getByRole('textbox', { name: 'Wait' }).fill('2 weeks');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByRole('button', { name: 'put over A: Tornería Prueba' }).click();
  await expect(page.getByText(/417\sEUR a tool for/)).toBeVisible();
  await expect(saved(page)).toBeVisible();
  const { doc } = await server.case('Inspection');
  const [[, lines]] = Object.entries(doc.overrides);
  expect(lines).toMatchObject({ price_each: { likely: 417, kind: 'quote' }, lead_days: { likely: 14 } });

  await page.getByRole('button', { name: 'Notes', exact: true }).click();
  await page.getByRole('button', { name: 'Add a note' }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill('Bowl rocks on the second pad');
  const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
  await page.locator('form input[type=file]').setInputFiles({ name: 'seen.png', mimeType: 'image/png', buffer: png });
  await expect(page.getByRole('link', { name: 'seen.png' }).last()).toBeVisible();
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('img', { name: 'Picture: seen.png' })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Notes', exact: true }).click();
  await expect(page.getByText('Bowl rocks on the second pad').first()).toBeVisible();

  await page.getByRole('button', { name: 'History' }).click();
  await page.getByRole('button', { name: 'Revision 1', exact: true }).click();
  await expect(page.getByRole('row', { name: /price of one tool.*417: Quote of Tornería Prueba/ })).toBeVisible();
  await page.getByRole('button', { name: 'Bring this state back' }).click();
  await expect.poll(async () => (await server.case('Inspection')).doc.overrides).toEqual({});
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => Object.keys((await server.case('Inspection')).doc.overrides).length).toBe(1);
});

test("the log moves later estimates, and says by how many of one's own", async ({ page, server }) => {
  await page.goto(`${server.url}/log`);
  for (const cycles of ['400', '600', '500']) {
    await page.getByRole('button', { name: 'Add a tool in use' }).click();
    await page.getByRole('textbox', { name: 'Tool', exact: true }).fill(`nest ${cycles}`);
    await page.getByRole('combobox', { name: 'What it does' }).selectOption({ label: 'guides a cutter' });
    await page.getByRole('combobox', { name: 'Made of' }).selectOption({ value: 'pa12-cf' });
    await page.getByRole('textbox', { name: 'Cycles made' }).fill(cycles);
    await page.getByRole('combobox', { name: 'It is' }).selectOption({ label: 'worn out' });
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    await expect(page.getByText(`nest ${cycles}`).first()).toBeVisible();
  }
  await expect(page.getByRole('complementary')).toContainText('from 3 tools of your own log, 3 worn out');
  await page.goto(await server.step('Hinge', 'routes'));
  await expect(page.locator('.busy.off')).toBeAttached();
  const { evidence } = (await (await page.request.get(`${server.url}/api/shop`)).json()) as {
    evidence: { life: { duty: string; material: string; median: number }[] };
  };
  // Three that end so near together are sharper than usual wear (shape 2: √((400² + 600² + 500²)/3 · ln 2)), and blunter than their own scatter: below 520.
  const { median } = evidence.life.find((l) => l.duty === 'guide' && l.material === 'pa12-cf')!;
  expect(median).toBeGreaterThan(Math.sqrt((770_000 / 3) * Math.LN2));
  expect(median).toBeLessThan(520);
});

test('steps of today give the tool of today its price and its wait; what changes in use counts for every new way', async ({ page, server }) => {
  const { doc } = await server.case('Gearbox');
  const own = {
    ...doc,
    title: 'A tool of which nobody knows the price',
    today: { ...doc.today, cost: null, once: null, wait_days: null },
    shapes: {},
    pins: [],
  };
  const made = await fetch(`${server.url}/api/cases`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ doc: own, who: 'test' }),
  });
  const { id } = (await made.json()) as { id: string };
  try {
    await page.goto(`${server.url}/case/${id}/plan?planner=today-steps`);
    await page.getByRole('button', { name: 'Work it out' }).click();
    await expect(page.getByText('These are usual steps, not yours')).toBeVisible();
    await expect(page.getByText('What it hands on')).toHaveCount(0);
    await enter(page.getByRole('textbox', { name: 'Hours, row 4', exact: true }), '9');
    await enter(page.getByRole('textbox', { name: 'Waits, row 4', exact: true }), '12');
    // 0.3 h and 2 · 1.2 h of hands, 9 h of milling, 1 h of measuring, 40 of material, at the rates of the shop as other tests left it.
    const { shop } = (await (await fetch(`${server.url}/api/shop`)).json()) as ShopRecord;
    const rate = (id: string, usual: number): number => shop.figures[id]?.likely ?? usual;
    const each = Math.round(2.7 * rate('labour_rate', 45) + 9 * rate('mill_rate', 70) + rate('inspector_rate', 60) + 40);
    await expect(page.getByRole('button', { name: new RegExp(`^One tool, ${each}\\s${shop.currency}, open$`) })).toBeVisible();
    // Waits 4 + 4 + 3 + 12 + 1 + 1.2; 17.2 h at nine a day and five days of seven.
    await expect(page.getByRole('button', { name: /^From asking to having it, 27\.9\sdays, open$/ })).toBeVisible();
    await expect(page.getByRole('img', { name: /^From asking to having it\. .*Milling: waits 12 days, worked on for 9 h/ })).toBeVisible();
    await page.getByRole('navigation', { name: 'Planners' }).getByRole('button', { name: 'In use' }).click();
    await page.getByRole('button', { name: 'Work it out' }).click();
    await enter(page.getByRole('textbox', { name: 'Consumables, today' }), '900');
    await enter(page.getByRole('textbox', { name: 'Consumables, new' }), '300');
    await expect(page.getByText(/Consumables 600 \w+ a year: 600 \w+ hard, 0 \w+ soft/)).toBeVisible();
    await expect(page.getByText(/measure today’s figures before the old tool goes/)).toBeVisible();
    await page.reload();
    await expect(page.getByRole('textbox', { name: 'Consumables, new' })).toHaveValue('300');
    // Today's price and wait on the sheet are those of its steps, and say so.
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Sheet' }).click();
    await page.getByRole('button', { name: 'figures', exact: true }).click();
    await page.getByRole('button', { name: /^Price of one tool, route T/ }).click();
    await expect(page.getByRole('complementary')).toContainText('From the plan “Steps of today”, where its steps stand.');
    await expect(page.getByText('What the tool of today costs is not known')).toHaveCount(0);
  } finally {
    await fetch(`${server.url}/api/cases/${id}`, { method: 'DELETE' });
  }
});
