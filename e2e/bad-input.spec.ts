import { readFileSync } from 'node:fs';
import { readShape } from '@cuadro/core/shape/measure';
import { writeThreeMf } from '@cuadro/core/shape/formats/threemf';
import { bracket, wedge } from './meshes';
import { expect, test } from './server';

test.describe('bad input gets a clear message beside its cause, and changes nothing', () => {
  test('broken meshes', async ({ page, server }) => {
    await page.goto(await server.step('Tack-weld', 'shape'));
    await expect(page.getByText('Drop a mesh or a model here')).toBeVisible();
    const before = (await server.case('Tack-weld')).revision;
    const good = bracket();
    const nan = Buffer.from(good);
    nan.writeFloatLE(NaN, 84 + 50 * 5 + 20);
    const three = Buffer.from(good.subarray(0, 84 + 150));
    three.writeUInt32LE(3, 80);
    for (
      const [name, buffer, says] of [
        ['cut.stl', good.subarray(0, 500), 'cut short'],
        ['empty.stl', Buffer.alloc(0), 'empty'],
        ['nan.stl', nan, 'Triangle 6 has a corner that is not a number'],
        ['three.stl', three, 'only 3 triangles'],
        ['letter.stl', Buffer.from('Dear colleague,\nhere is the part.'), 'not an STL'],
      ] as const
    ) {
      await page.locator('input[type=file]').setInputFiles({ name, mimeType: 'model/stl', buffer });
      await expect(page.getByRole('alert')).toContainText(name);
      await expect(page.getByRole('alert')).toContainText(says);
      await expect(page.getByRole('alert')).toContainText('Nothing was changed');
    }
    await expect(page.getByText('Drop a mesh or a model here')).toBeVisible();
    expect((await server.case('Tack-weld')).revision).toBe(before);
  });

  test('and good meshes of other kinds are taken', async ({ page, server }) => {
    await page.goto(await server.step('Door-hoisting', 'shape'));
    const { vertices, indices } = wedge();
    const lines = (a: number[], start: string, add: number): string =>
      Array.from({ length: a.length / 3 }, (_, i) => `${start} ${a.slice(3 * i, 3 * i + 3).map((x) => x + add).join(' ')}`).join('\n');
    for (
      const [name, buffer] of [
        ['wedge.obj', Buffer.from(`${lines(vertices, 'v', 0)}\n${lines(indices, 'f', 1)}\n`)],
        ['wedge.3mf', Buffer.from(writeThreeMf(vertices, indices))],
        [
          'wedge.ply',
          Buffer.from(
            `ply\nformat ascii 1.0\nelement vertex 6\nproperty float x\nproperty float y\nproperty float z\nelement face 8\nproperty list uchar int vertex_index\nend_header\n${
              lines(vertices, '', 0)
            }\n${lines(indices, '3', 0)}\n`,
          ),
        ],
      ] as const
    ) {
      await page.locator('input[type=file]').setInputFiles({ name, mimeType: 'model/mesh', buffer });
      await expect(page.locator('.source')).toContainText(name);
      await expect(page.getByRole('row', { name: /^Volume/ })).toContainText('60 cm³');
    }
    // What is saved is the same part: volume 60 000 mm³ in either format.
    for (const kind of ['STL', '3MF'] as const) {
      const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: kind, exact: true }).click()]);
      expect(download.suggestedFilename()).toBe(`wedge.${kind.toLowerCase()}`);
      const { measure } = readShape(readFileSync(await download.path()), 'mm', download.suggestedFilename());
      expect(measure.volume_mm3).toBeCloseTo(60_000, 3);
      expect(measure.watertight).toBe(true);
    }
    await page.reload();
    await expect(page.locator('.source')).toContainText('wedge.ply');
    await expect(page.locator('.dims text').first()).toBeVisible();
  });

  test('absurd numbers', async ({ page, server }) => {
    await page.goto(await server.step('Tack-weld', 'need'));
    const before = await server.case('Tack-weld');
    for (
      const [field, text, says] of [
        ['Tightest tolerance ±', '-5 mm', 'Tightest tolerance ± cannot be below'],
        ['Cycles a year, all copies', '1e12', 'cannot be above'],
        ['Largest load', '12 mm', 'not a unit that fits here'],
        ['Temperature in service', 'warm', 'is not a number'],
        ['Copies in use', '1.5', 'a whole number'],
      ] as const
    ) {
      const input = page.getByRole('textbox', { name: field, exact: true });
      await input.fill(text);
      await input.blur();
      await expect(input).toHaveAttribute('aria-invalid', 'true');
      await expect(page.getByRole('alert').filter({ hasText: says })).toBeVisible();
      await expect(input).toHaveValue(text);
    }
    // A good edit afterwards is saved, and the bad ones are not in it.
    await page.getByRole('textbox', { name: 'Where it works' }).fill('Welding, bay 4');
    await page.getByRole('textbox', { name: 'Where it works' }).blur();
    await expect.poll(async () => (await server.case('Tack-weld')).doc.place).toBe('Welding, bay 4');
    const after = await server.case('Tack-weld');
    expect(after.doc.need).toEqual(before.doc.need);
  });

  test('absurd rates in the shop', async ({ page, server }) => {
    await page.goto(`${server.url}/shop`);
    const rate = page.getByRole('textbox', { name: 'Shop-floor hands, likely' });
    await rate.fill('4500');
    await rate.blur();
    await expect(page.getByRole('alert')).toContainText('Shop-floor hands cannot be above');
    const saved = page.locator('.save').getByText('saved', { exact: true });
    await expect(saved).toBeVisible();
    // What cannot be is not stored: a reload shows the figure as it was.
    await page.reload();
    await expect(rate).toHaveValue('45');
    // What can is stored by itself, and can be undone after a reload.
    await rate.fill('48');
    await rate.blur();
    await expect(saved).toBeVisible();
    await page.reload();
    await expect(rate).toHaveValue('48');
    await page.getByRole('button', { name: 'undo' }).click();
    await expect(rate).toHaveValue('45');
    await page.getByRole('button', { name: 'redo' }).click();
    await expect(rate).toHaveValue('48');
    await expect(saved).toBeVisible();
  });

  test('a case that is not there', async ({ page, server }) => {
    await page.goto(`${server.url}/case/00000000-0000-4000-8000-000000000000/need`);
    await expect(page.getByText('This case is not here')).toBeVisible();
  });
});
