import { blockAscii, bracket } from './meshes';
import { enter, expect, test } from './server';

/** The main job, on real input, from the list to a signed verdict; then the server is restarted and everything is there. */
test('from a mesh and a quote to a defended verdict', async ({ page, server }) => {
  test.setTimeout(480_000);

  await test.step('1. the Walk ranks the demo plant, with at least five different answers', async () => {
    await page.goto(server.url);
    await expect(page).toHaveURL(/\/walk$/);
    await expect.poll(() => page.locator('td .verdict').count(), { timeout: 60_000 }).toBeGreaterThanOrEqual(6);
    await expect(page.getByText('looking …')).toHaveCount(0, { timeout: 60_000 });
    const answers = await page.locator('td .verdict').allTextContents();
    expect(answers.length).toBeGreaterThanOrEqual(6);
    expect(new Set(answers).size).toBeGreaterThanOrEqual(5);
    const worth = (await page.locator('td:last-child .figure').allTextContents()).map((t) => Number(t.replace(/[^\d.]/g, '')));
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
  });

  await test.step("1b. a candidate of one's own is added and ranked", async () => {
    await page.getByRole('button', { name: 'Add a candidate' }).click();
    await page.getByRole('textbox', { name: 'Tool' }).fill('Valve bracket nest');
    await page.getByRole('combobox', { name: 'Kind' }).selectOption({ label: 'Assembly fixture' });
    await page.getByRole('textbox', { name: 'Length' }).fill('12 cm');
    await page.getByRole('textbox', { name: 'Width' }).fill('80');
    await page.getByRole('textbox', { name: 'Height' }).fill('1.6 in');
    await page.getByRole('textbox', { name: 'How many' }).fill('2');
    await page.getByRole('textbox', { name: 'One costs today' }).fill('540');
    await page.getByRole('textbox', { name: 'Wait today' }).fill('3 weeks');
    await page.getByRole('textbox', { name: 'What goes wrong' }).fill('late, and marks the casting');
    await page.getByRole('button', { name: 'Add and rank it' }).click();
    await expect(page.getByRole('button', { name: 'Why Valve bracket nest ranks here' })).toBeVisible();
    await page.getByRole('button', { name: 'Why Valve bracket nest ranks here' }).click();
    await expect(page.getByRole('complementary')).toContainText('saving × confidence ÷ effort');
    await page.getByRole('link', { name: 'Valve bracket nest' }).click();
    await expect(page).toHaveURL(/\/case\/.*\/need$/);
  });

  const margin = page.getByRole('complementary');
  const saved = page.locator('.cell.save').getByText('saved', { exact: true });

  await test.step('3. Need: typed values take units; assumptions give way', async () => {
    await expect(page.getByRole('textbox', { name: 'Height' })).toHaveValue('40.64');
    await page.getByRole('button', { name: /^Ask the other/ }).click();
    await enter(page.getByRole('textbox', { name: 'Temperature in service', exact: true }), '95 °F');
    await page.getByRole('textbox', { name: 'Temperature in service, where it comes from' }).fill('hall, August');
    await enter(page.getByRole('textbox', { name: 'Largest load', exact: true }), '100 lbf');
    await page.getByRole('combobox', { name: 'Load direction', exact: true }).selectOption({ label: 'as pressure on a face' });
    await enter(page.getByRole('textbox', { name: 'Tightest tolerance ±', exact: true }), '0.3');
    await enter(page.getByRole('textbox', { name: 'Weight limit', exact: true }), '2 kg');
    await page.getByRole('combobox', { name: 'Weight limit, level' }).selectOption('want');
    await page.getByRole('combobox', { name: 'Must not mark the work', exact: true }).selectOption('yes');
    await page.locator('details.fluids summary').click();
    await page.getByRole('checkbox', { name: 'mineral oil, grease' }).check();
    await enter(page.getByRole('textbox', { name: 'Cycles a year, all copies', exact: true }), '12 000');
    await page.getByRole('textbox', { name: 'A day without it costs' }).fill('25');
    await page.getByRole('textbox', { name: 'A day without it costs' }).blur();
    await expect(saved).toBeVisible();
    await page.reload();
    await expect(page.getByRole('textbox', { name: 'Temperature in service', exact: true })).toHaveValue('35');
    await expect(page.getByRole('textbox', { name: 'Largest load', exact: true })).toHaveValue('444.822');
    await expect(page.locator('details.fluids summary')).toHaveText('mineral oil, grease');
  });

  await test.step('4. Shape: a binary mesh to print, an ASCII one in inches to machine', async () => {
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Shape' }).click();
    await page.locator('input[type=file]').setInputFiles({ name: 'bracket.stl', mimeType: 'model/stl', buffer: bracket() });
    await expect(page.getByRole('row', { name: /^Box/ })).toContainText('120 mm × 80 mm × 40 mm');
    await expect(page.getByRole('row', { name: /^Volume/ })).toContainText('97.3 cm³');
    await expect(page.getByRole('row', { name: /^Closed/ })).toContainText('yes, 1 shell');
    await page.getByRole('button', { name: 'Volume' }).click();
    await expect(margin).toContainText('Σ v0·(v1×v2)/6');
    await page.getByRole('radio', { name: 'Mesh to machine' }).click();
    await expect(page.getByText('stands in: no mesh of its own to machine')).toBeVisible();
    await page.getByRole('combobox', { name: 'Unit of the file' }).selectOption('inch');
    await page.locator('input[type=file]').setInputFiles({ name: 'block.stl', mimeType: 'model/stl', buffer: blockAscii() });
    await expect(page.getByRole('row', { name: /^Box/ })).toContainText('127 mm × 102 mm × 50.8 mm');
    await expect(page.getByRole('row', { name: /^Form/ })).toContainText('it can be milled and drilled');
    await page.getByRole('radio', { name: 'Mesh to print' }).click();
    await expect(page.getByRole('row', { name: /^Box/ })).toContainText('120 mm');
    await expect(page.getByRole('img', { name: /Drawing of bracket.stl/ })).toBeVisible();
    // Something is drawn: the canvas is not of one colour.
    await expect.poll(() =>
      page.locator('canvas').evaluate((c: HTMLCanvasElement) => {
        const small = document.createElement('canvas');
        [small.width, small.height] = [40, 40];
        const g = small.getContext('2d')!;
        g.drawImage(c, 0, 0, 40, 40);
        return new Set(new Uint32Array(g.getImageData(0, 0, 40, 40).data.buffer)).size;
      })
    ).toBeGreaterThan(10);
    await expect(saved).toBeVisible();
  });

  await test.step('5. Routes: states with number, margin and reason; four can be pinned', async () => {
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Routes' }).click();
    await expect(page.getByRole('option', { name: /^T: / })).toBeVisible();
    await page.getByRole('button', { name: 'table', exact: true }).click();
    const matrix = page.getByRole('region', { name: 'Routes and checks' });
    await expect.poll(() => matrix.locator('tbody tr').count()).toBeGreaterThanOrEqual(10);
    await matrix.getByRole('button', { name: 'Tolerance: PA12 powder, Polymer powder bed', exact: true }).click();
    await expect(margin).toContainText('±0.3 mm');
    await expect(margin).toContainText('limit');
    await expect(margin).toContainText('margin');
    await matrix.getByRole('button', { name: /^Cost over the programme, PEKK/ }).click();
    await expect(margin).toContainText('Cost over the programme = Price of the first order');
    await margin.getByRole('button', { name: /^Price of the first order/ }).click();
    await expect(margin).toContainText('median');
    await matrix.getByRole('button', { name: /^Days until it is ready, PEKK/ }).click();
    await expect(margin).toContainText('calendar days at likely durations');
    for (const p of await matrix.getByRole('button', { name: /^Unpin / }).all().then((all) => all.length ? [...Array(all.length).keys()] : [])) {
      await matrix.getByRole('button', { name: /^Unpin / }).first().click();
      if (p === 0) await expect(page.getByText('Pinned by you')).toBeVisible();
      if ((await matrix.getByRole('button', { name: /^Unpin / }).count()) === 1) break;
    }
    for (
      const name of [
        'Pin Extrusion with continuous fibre, PA6-CF short fibre',
        'Pin Polymer powder bed, PA12 powder',
        'Pin CNC milling, Aluminium 6061-T6',
        'Pin Manual mill and drill, POM',
      ]
    ) {
      if (await matrix.getByRole('button', { name: name.replace('Pin', 'Unpin') }).count()) continue;
      await matrix.getByRole('button', { name }).click();
    }
    await expect(matrix.getByRole('button', { name: /^Unpin / })).toHaveCount(4);
    await matrix.getByRole('button', { name: 'Pin CNC milling, POM' }).click();
    await expect(page.getByText('Four routes are pinned already')).toBeVisible();
    await expect(saved).toBeVisible();
  });

  await test.step('6. Sheet: a figure opens down to its entries; a quote goes over a line', async () => {
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Sheet' }).click();
    // First what is seen at a glance: a band a way, and the calendar.
    await expect(page.getByRole('region', { name: 'Expected cost, risk counted' }).getByRole('listitem')).toHaveCount(5);
    await expect(page.getByRole('button', { name: /^Route T ready / })).toBeVisible();
    await page.getByRole('button', { name: 'figures', exact: true }).click();
    const sheet = page.getByRole('table', { name: 'Pinned routes side by side' });
    await expect(sheet.getByRole('columnheader')).toHaveCount(6);
    await expect(page.locator('.busy.off')).toBeAttached();
    await expect(page.getByText('Medians of 20000 samples')).toBeVisible();
    const chances = (await sheet.getByRole('row', { name: 'Chance of costing least' }).locator('.figure').allTextContents()).map((t) => parseInt(t, 10));
    expect(Math.abs(chances.reduce((a, b) => a + b, 0) - 100)).toBeLessThanOrEqual(2);
    const printed = sheet.getByRole('columnheader', { name: /PA6-CF short fibre/ });
    const letter = (await printed.locator('.swatch').textContent())!;
    await sheet.getByRole('button', { name: new RegExp(`Price of one tool, route ${letter},`) }).click();
    await expect(margin).toContainText('Rule');
    await margin.getByRole('button', { name: /^Direct cost of one tool/ }).click();
    await margin.getByRole('button', { name: /^Plastic,/ }).click();
    await margin.getByRole('button', { name: /^Plastic bought/ }).click();
    await margin.getByRole('button', { name: /^Weight as printed/ }).click();
    await margin.getByRole('button', { name: /^Plastic in the part/ }).click();
    await margin.getByRole('button', { name: /^Volume,/ }).click();
    await expect(margin).toContainText('Measured on bracket.stl.');
    await expect(margin).toContainText('97.3 cm³');
    await margin.getByRole('button', { name: '← back' }).click();
    await expect(margin).toContainText('Plastic in the part');
    // A quote of 111 over the machined price.
    const milled = (await sheet.getByRole('columnheader', { name: /Aluminium 6061.*CNC milling/ }).locator('.swatch').textContent())!;
    await sheet.getByRole('button', { name: new RegExp(`Price of one tool, route ${milled},`) }).click();
    await page.getByRole('button', { name: new RegExp(`Put a quote over ${milled}`) }).click();
    await page.getByRole('textbox', { name: 'Likely' }).fill('nonsense');
    await page.getByRole('button', { name: 'Put it over' }).click();
    await expect(page.getByText('"nonsense" is not a number.')).toBeVisible();
    await page.getByRole('textbox', { name: 'Likely' }).fill('111');
    await page.getByRole('button', { name: 'Put it over' }).click();
    await expect(page.getByText('Say where the figure comes from.')).toBeVisible();
    await page.getByRole('textbox', { name: 'From where' }).fill('offer 4711, October');
    await page.getByRole('button', { name: 'Put it over' }).click();
    await expect(sheet.getByRole('button', { name: new RegExp(`Price of one tool, route ${milled}, 111`) })).toBeVisible();
    await expect(margin).toContainText('Put over the computed value');
    await expect(margin).toContainText('offer 4711, October');
    await expect(page.getByText('From how many cycles does another way win?')).toBeVisible();
    await expect(page.locator('cu-chart .apexcharts-svg')).toHaveCount(6);
    await sheet.getByRole('row', { name: 'Ready' }).locator('.figure').first().click();
    await expect(margin).toContainText('calendar days at likely durations');
  });

  let verdict = '';
  await test.step('7. Verdict: in sentences, signed, printed', async () => {
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Verdict' }).click();
    verdict = (await page.locator('article h2').textContent())!;
    await expect(margin).toContainText('The rule that decided');
    await page.getByRole('button', { name: 'Sign these figures' }).click();
    await expect(page.getByText('Give your name.')).toBeVisible();
    await page.getByRole('textbox', { name: 'Name' }).fill('Inés Prueba');
    await page.getByRole('textbox', { name: 'Role' }).fill('engineer');
    await page.getByRole('button', { name: 'Sign these figures' }).click();
    const signature = page.locator('.signatures li').first();
    await expect(signature).toContainText('Inés Prueba');
    const href = await signature.getByRole('link', { name: /Frozen report/ }).getAttribute('href');
    const pdf = await page.request.get(server.url + href!);
    expect(pdf.headers()['content-type']).toBe('application/pdf');
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  });

  await test.step('after a restart everything is there', async () => {
    const address = page.url();
    await server.stop();
    await server.start();
    await page.goto(address);
    await expect(page.locator('article h2')).toHaveText(verdict);
    await expect(page.locator('.signatures li').first()).toContainText('Inés Prueba');
    const record = await server.case('Valve bracket nest');
    expect(record.signedRevision).toBe(record.revision);
    const mesh = await page.request.get(`${server.url}/api/meshes/${record.doc.shapes.printed!.hash}`);
    expect((await mesh.body()).equals(bracket())).toBe(true);
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Sheet' }).click();
    await expect(page.getByRole('button', { name: /Price of one tool, route ., 111/ })).toBeVisible();
    await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: 'Shape' }).click();
    await expect(page.getByRole('row', { name: /^Volume/ })).toContainText('97.3 cm³');
  });
});
