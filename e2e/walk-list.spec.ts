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
