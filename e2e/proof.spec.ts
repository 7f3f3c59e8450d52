import { readShape } from '@cuadro/core/shape/measure';
import { scanOf } from '@cuadro/core/proof/scan-testing';
import { expect, test } from './server';

test('a piece is made, held up by a wet reading, measured, scanned, released and used until its next is due', async ({ page, server }) => {
  await page.goto(await server.step('Glass-gap', 'proof'));
  const step = (name: string) => page.getByRole('list', { name: 'Steps of the piece' }).getByRole('button', { name: new RegExp(`^${name}`) });
  await step('Print').click();
  const form = page.getByRole('form', { name: /step made/ });
  await expect(form.getByRole('textbox', { name: 'Step' })).toHaveValue(/Print/);
  // Hours beyond the limit, undecided: nothing goes on.
  const cell = async (name: string, text: string): Promise<void> => {
    const f = form.getByRole('textbox', { name, exact: true });
    await f.fill(text);
    await f.press('Tab');
  };
  await cell('Read, row 1', '30');
  await cell('At most, row 1', '20');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText(/Nothing is made on with piece 1 until somebody decides/)).toBeVisible();
  await step('Mark it with its number').click();
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form.getByText(/waits at “Print/)).toBeVisible();
  await form.getByRole('button', { name: 'Discard' }).click();
  await page.getByRole('button', { name: 'Decide', exact: true }).click();
  await form.getByRole('combobox', { name: 'A reading beyond its limit' }).selectOption('go-on');
  await form.getByRole('textbox', { name: 'Because' }).fill('A warm-up was counted in.');
  await form.getByRole('textbox', { name: 'Because' }).press('Tab');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText(/Nothing is made on/)).toHaveCount(0);
  await expect(step('Print')).toHaveAccessibleName(/: done$/);
  // A simulated device says that it is one.
  await page.getByRole('combobox', { name: 'Device' }).selectOption('scale');
  await page.getByRole('button', { name: 'Take a simulated reading' }).click();
  await expect(form.getByRole('textbox', { name: 'Machine' })).toHaveValue('scale, simulated');
  await form.getByRole('button', { name: 'Discard' }).click();

  // A scan of the mesh itself, moved and 0.3 too large at one end.
  await page.getByRole('button', { name: 'First piece' }).click();
  const { doc } = await server.case('Glass-gap');
  const ref = (doc.shapes.printed ?? doc.shapes.machined)!;
  const bytes = new Uint8Array(await (await fetch(`${server.url}/api/meshes/${ref.hash}`)).arrayBuffer());
  const { mesh, measure } = readShape(bytes, ref.unit, ref.fileName);
  const end = measure.box_min_mm[0] + 0.9 * measure.box_mm[0];
  const points = scanOf(mesh, 20_000, {
    noise: 0.01,
    bump: (p) => (p[0] > end ? 0.3 : 0),
    motion: { rotation: [[0, -1, 0], [1, 0, 0], [0, 0, 1]], translation_mm: [40, 10, 3] },
  });
  const text = Array.from({ length: 20_000 }, (_, i) => points.slice(3 * i, 3 * i + 3).join(' ')).join('\n');
  await page.locator('input[type=file]').setInputFiles({ name: 'gauge.xyz', mimeType: 'text/plain', buffer: Buffer.from(text) });
  await expect(page.getByText(/of 20\s?000 points within/)).toBeVisible();
  await expect(page.locator('.tag.thin text').filter({ hasText: /\+0\.[23]/ }).first()).toBeVisible();
  // A file that is no scan is refused, and the scan stays.
  await page.locator('input[type=file]').setInputFiles({ name: 'x.xyz', mimeType: 'text/plain', buffer: Buffer.from('hello') });
  await expect(page.getByText(/points; 20 are the least/)).toBeVisible();
  await expect(page.getByText(/of 20\s?000 points within/)).toBeVisible();

  // Every line of the plan is met but one, which is accepted with its reason.
  const release = page.getByRole('button', { name: 'Release piece 1' });
  await expect(release).toBeDisabled();
  const rows = page.getByRole('table').last().getByRole('row');
  const n = await rows.count();
  for (let i = 1; i < n; i++) {
    const row = rows.nth(i);
    const box = row.getByRole('textbox');
    if (await box.count()) {
      const asked = (await row.getByRole('cell').first().textContent())!.replace(/\s/g, '');
      await box.fill(/([\d.]+)/.exec(asked)![1]);
      await box.press('Tab');
    } else await row.getByRole('button', { name: /: held$/ }).click();
    await expect(page.getByText(`${i} of ${n - 1} met`)).toBeVisible();
  }
  const first = page.getByRole('textbox', { name: 'Found: Overall, long' });
  const good = await first.inputValue();
  await first.fill('1');
  await first.press('Tab');
  await expect(page.getByText(/Not met: Overall, long/)).toBeVisible();
  await page.getByRole('button', { name: 'Accept Overall, long all the same' }).click();
  const why = page.getByRole('textbox', { name: 'Accepted, because' });
  await why.fill('The end is not used.');
  await why.press('Tab');
  await expect(page.getByText('accepted: The end is not used.')).toBeVisible();
  expect(good).not.toBe('');
  await release.click();
  await page.getByRole('textbox', { name: 'Number on the tool' }).fill('G-21');
  await page.getByRole('textbox', { name: 'Number on the tool' }).press('Tab');
  await page.getByRole('button', { name: 'Release piece 1' }).click();
  await expect(page.getByText(/Released as G-21/)).toBeVisible();

  // In use: three readings along a line, and the next one's day.
  await page.getByRole('button', { name: 'In use' }).click();
  await page.getByRole('button', { name: 'Add a tool in use' }).click();
  const tool = page.getByRole('form', { name: 'New tool in use' });
  await expect(tool.getByRole('textbox', { name: 'Number on it' })).toHaveValue('G-21');
  const put = async (name: string, value: string): Promise<void> => {
    const f = tool.getByRole('textbox', { name, exact: true });
    await f.fill(value);
    await f.press('Tab');
  };
  await put('Cycles made', '3000');
  await put('May wear off', '0.1');
  for (const [k, [on, cycles, wear]] of [['2026-01-01', '1000', '0.02'], ['2026-02-01', '2000', '0.04'], ['2026-03-01', '3000', '0.06']].entries()) {
    await tool.getByRole('button', { name: 'add a row' }).click();
    const day = tool.getByLabel(`On, row ${k + 1}`);
    await day.fill(on);
    await day.press('Tab');
    await put(`Cycles so far, row ${k + 1}`, cycles);
    await put(`Worn off, row ${k + 1}`, wear);
  }
  await tool.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText(/Next tool in 2\s000 to 2\s000 cycles: about .*2026/)).toBeVisible();

  await page.getByRole('button', { name: 'What came of it' }).click();
  await expect(page.getByRole('row', { name: /Life of one/ })).toContainText('1 tool, still running');
  await page.reload();
  await expect(page.getByRole('row', { name: /Life of one/ })).toContainText('1 tool, still running');
});

test('a trial before and after, and a gauge study: what they show, and the reading that is none', async ({ page, server }) => {
  await page.goto(`${await server.step('Kitting', 'proof')}?part=studies`);
  await page.getByRole('button', { name: 'Add a trial' }).click();
  const trial = page.getByRole('form', { name: 'New trial' });
  await trial.getByRole('textbox', { name: 'What is measured' }).fill('Loading a tray');
  await trial.getByRole('textbox', { name: 'In', exact: true }).fill('s');
  await trial.getByRole('textbox', { name: 'Readings before' }).fill('10 12 14');
  await trial.getByRole('textbox', { name: 'Readings after' }).fill('5 6 7 x');
  await trial.getByRole('button', { name: 'Keep' }).click();
  await expect(trial.getByText('Readings after: "x" is not a number.').first()).toBeVisible();
  await trial.getByRole('textbox', { name: 'Readings after' }).fill('5 6 7 8');
  await trial.getByRole('button', { name: 'Keep' }).click();
  const shown = page.getByRole('region', { name: 'Before and after' });
  await expect(shown.getByText(/12 s → 6\.5 s: 5\.5 s less, .* It is better\./).first()).toBeVisible();
  await expect(shown.getByRole('img', { name: /^Loading a tray/ })).toBeVisible();
  await page.getByRole('button', { name: 'Add a gauge study' }).click();
  const study = page.getByRole('form', { name: 'New gauge study' });
  await study.getByRole('textbox', { name: 'What is measured' }).fill('Width');
  await study.getByRole('textbox', { name: 'Tolerance, from lowest to highest' }).fill('100');
  await study.getByRole('textbox', { name: 'Readings, mm' }).fill('one; A; 10 12\none; B; 14 16\ntwo; A; 20 22\ntwo; B; 26 28');
  await study.getByRole('button', { name: 'Keep' }).click();
  // √14 of people and repeats together: six of it are 22.4 % of a hundred.
  await expect(page.getByText(/The gauge takes 22\.4 % of the tolerance, most of it from hand to hand/).first()).toBeVisible();
  await page.reload();
  await expect(page.getByText(/The gauge takes 22\.4 %/).first()).toBeVisible();
  for (const name of ['Loading a tray', 'Width']) {
    await page.getByRole('button', { name: `Take off ${name}` }).click();
    await expect(page.getByRole('button', { name: `Take off ${name}` })).toHaveCount(0);
  }
});
