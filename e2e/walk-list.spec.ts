import { writeStl } from '@cuadro/core/shape/formats/stl';
import { box } from '@cuadro/core/shape/testing';
import type { Page } from '@playwright/test';
import { clean } from './clean';
import { expect, test } from './server';

test('a list from a spreadsheet is looked over, added, ranked in groups, and taken back', async ({ page, server }) => {
  const count = async (): Promise<number> => (await (await fetch(`${server.url}/api/cases`)).json()).total;
  const before = await count();
  await page.goto(`${server.url}/walk`);
  await page.getByRole('button', { name: 'bring in a list' }).click();
  const rows = [
    'Part\tType\tDimensions\tPrice\tDept',
    ...Array.from({ length: 6 }, (_, i) => `Listed ${i}\tgauge\t${i === 3 ? 'large' : '90 x 60 x 20'}\t${100 + i}\tTest hall, line ${i}`),
  ];
  await page.getByRole('textbox', { name: /Cells, with a header first/ }).fill(rows.join('\n'));
  await expect(page.getByText('6 rows: 5 can be added, 1 cannot.')).toBeVisible();
  await expect(page.getByText(/Line 5, Listed 3: Size/)).toBeVisible();
  // The column that nobody knew.
  await page.getByRole('combobox', { name: 'Column Dept says' }).selectOption('Where it works');
  await page.getByRole('button', { name: 'Add 5 candidates' }).click();
  await expect(page.getByText('5 candidates were added.')).toBeVisible();
  expect(await count()).toBe(before + 5);
  await page.getByRole('combobox', { name: 'Group by' }).selectOption('by place');
  await expect(page.getByRole('rowheader', { name: /^Test hall 5,/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take them back' }).click();
  await expect(page.getByText('5 candidates were added.')).toHaveCount(0);
  expect(await count()).toBe(before);
});

/** A file let go on the page, as the mouse would. */
async function letGo(page: Page, name: string, bytes: Uint8Array): Promise<void> {
  const data = await page.evaluateHandle(([name, bytes]) => {
    const all = new DataTransfer();
    all.items.add(new File([new Uint8Array(bytes)], name));
    return all;
  }, [name, [...bytes]] as const);
  await page.locator('.page').dispatchEvent('drop', { dataTransfer: data });
}

test('a part let go on the walk is measured and begins a candidate: two actions to its first answer; in a case it is asked about', async ({ page, server }) => {
  const stlOf = (x: number, y: number, z: number): Uint8Array => {
    const { vertices, indices } = box(x, y, z);
    return new Uint8Array(writeStl(vertices, indices));
  };
  await page.goto(`${server.url}/walk`);
  await expect(page.getByRole('button', { name: 'Add a candidate' })).toBeVisible();
  await letGo(page, 'left-door_stop.stl', stlOf(120, 80, 30));
  await expect(page.getByText(/left-door_stop\.stl: 120\smm × 80\smm × 30\smm, 288\scm³, measured\./)).toBeVisible();
  await expect(page.getByLabel('Tool', { exact: true })).toHaveValue('left door stop');
  await page.getByRole('button', { name: 'Add and rank it' }).click();
  await expect(page.getByRole('row', { name: /left door stop/ }).locator('.verdict')).toBeVisible({ timeout: 60_000 });
  const { id, doc } = await server.case('left door stop');
  expect([doc.size_mm, doc.shapes.printed?.measure.volume_mm3]).toEqual([[120, 80, 30], expect.closeTo(288_000, 0)]);

  await page.goto(`${server.url}/case/${id}/need`);
  await expect(page.getByText('The tool and today')).toBeVisible();
  await letGo(page, 'other.stl', stlOf(50, 40, 20));
  await page.getByRole('button', { name: 'It is its shape' }).click();
  await expect(page).toHaveURL(/\/shape/);
  await expect.poll(async () => (await server.case('left door stop')).doc.shapes.printed?.fileName).toBe('other.stl');
  await letGo(page, 'notes.txt', new TextEncoder().encode('no part'));
  await page.getByRole('button', { name: 'It is its shape' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'notes.txt' })).toBeVisible();
  expect((await page.request.delete(`${server.url}/api/cases/${id}`)).status()).toBe(204);
});

test('a candidate is found part by part of the plant, one thing is said of what is marked and undone, and a case becomes a pattern', async ({ page, server }) => {
  const stored = () => server.case('Bell core').then((c) => c.doc);
  await page.goto(`${server.url}/walk`);
  await page.getByRole('button', { name: 'Add a candidate' }).click();
  await page.getByLabel('Part of the plant').selectOption({ label: 'Foundry' });
  await expect(page.getByText('Which pattern rests on one pattern maker?')).toBeVisible();
  await page.getByLabel('Tool', { exact: true }).fill('Bell core');
  for (const [axis, mm] of [['Length', '90'], ['Width', '90'], ['Height', '140']]) await page.getByRole('textbox', { name: axis }).fill(mm);
  await page.getByLabel('Who answers for it').fill('Ada');
  await page.getByText('What is seen there').click();
  await page.getByLabel('It rests on one pair of hands').check();
  await clean(page);
  await page.getByRole('button', { name: 'Add and rank it' }).click();
  await page.getByRole('searchbox', { name: 'Filter candidates' }).fill('Bell');
  await page.getByRole('checkbox', { name: 'Mark Bell core' }).check();
  expect(await stored()).toMatchObject({ family: 'core', owner: 'Ada', signals: ['craftsman'] });
  await page.getByRole('textbox', { name: 'is' }).fill('Hall 9, bay 2');
  await clean(page);
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText('1 case changed.')).toBeVisible();
  expect((await stored()).place).toBe('Hall 9, bay 2');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await stored()).place).toBe('');

  await page.goto(`${server.url}/cases?find=Bell`);
  await page.getByRole('button', { name: 'Keep Bell core as a pattern' }).click();
  await page.getByRole('button', { name: 'Show patterns' }).click();
  await expect(page.getByText('1 found.')).toBeVisible();
  await clean(page);
  await page.goto(`${server.url}/walk`);
  await page.getByRole('button', { name: 'Add a candidate' }).click();
  await page.getByRole('combobox', { name: 'Kind' }).selectOption({ label: 'Sacrificial core or mandrel' });
  await expect(page.getByLabel('From the pattern').getByRole('option', { name: 'Bell core' })).toBeAttached();
  // Gone again, both of them.
  for (const query of ['', '&templates=true']) {
    const { rows } = (await (await fetch(`${server.url}/api/cases?q=Bell${query}`)).json()) as { rows: { id: string }[] };
    for (const { id } of rows) await page.request.delete(`${server.url}/api/cases/${id}`);
  }
});
