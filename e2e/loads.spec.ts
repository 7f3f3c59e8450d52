import { clean } from './clean';
import { expect, test } from './server';

test('a load table is filled on the part, solved for every way, kept, and decides with the checks', async ({ page, server }) => {
  await page.goto(await server.step('Hinge drill', 'shape'));
  await page.getByRole('button', { name: 'Loads', exact: true }).click();
  await page.getByRole('button', { name: 'Add a load', exact: true }).click();
  // The largest load that was typed on Need is the first row.
  await expect(page.getByText(/Largest load, 120\sN/)).toBeVisible();
  await page.getByRole('combobox', { name: /Face of L1/ }).selectOption({ index: 4 });
  await page.getByRole('button', { name: 'Add a hold' }).click();
  await page.getByRole('combobox', { name: /Face of H1/ }).selectOption({ index: 5 });
  const row = page.getByRole('rowgroup').filter({ hasText: /L1 Largest load/ });
  // A coarse answer first, and then it may be given up: what was found stays.
  await expect(row).toContainText(/\d\s%/, { timeout: 60_000 });
  await expect(page.getByText(/on [\d\s]+ bricks, ± [\d.]+ % by the grid/)).toBeVisible();
  await page.getByRole('button', { name: 'cancel' }).click();
  await expect(row).toContainText('mm');
  // The ways that are compared came first; the others are solved when somebody asks.
  await expect(page.getByText('Not every way is solved as the table stands')).toBeVisible();
  await page.getByRole('button', { name: 'Solve them' }).click();
  await expect(page.getByText('Solving the loads on the part')).toBeVisible();
  await expect(page.getByText('Solving the loads on the part')).toBeHidden({ timeout: 150_000 });
  await row.getByRole('button', { name: /%/ }).first().click();
  await expect(page.getByRole('complementary').getByText(/MPa.* allowed/)).toBeVisible();

  // The drawing bends.
  await page.getByRole('button', { name: 'Show how Largest load bends it' }).click();
  await expect(page.getByText(/Over the drawing: A as “Largest load” bends it, about [\d\s.]+ times as far/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('list', { name: 'Hardest places of A' })).toContainText(/L1 Largest load: .* MPa/);

  // More of it needs no new solution, and the check follows.
  await page.getByRole('button', { name: 'Change L1, Largest load' }).click();
  const force = page.getByRole('textbox', { name: 'Force, likely' });
  const was = await row.innerText();
  await force.fill('50 kN');
  await force.press('Enter');
  await expect(row).not.toHaveText(was, { useInnerText: true });
  const heavy = await row.innerText();
  await expect(page.getByRole('button', { name: 'Solve them' })).toBeHidden();
  await clean(page);
  await page.reload();
  await page.getByRole('button', { name: 'Loads', exact: true }).click();
  await expect(row).toHaveText(heavy, { useInnerText: true });
  await page.goto(await server.step('Hinge drill', 'need'));
  await expect(page.getByRole('row', { name: /^Largest load/ })).toContainText(/50\s000/);
  const stored = await server.case('Hinge drill');
  expect(Object.keys(stored.doc.loads ?? {})).toHaveLength(1);
  expect(stored.doc.need.load).toBeUndefined();
  expect(stored.doc.shapes.printed?.solved?.printed?.classes.length).toBeGreaterThan(3);

  // Taken away again, for the tests that follow.
  await page.goto(await server.step('Hinge drill', 'shape'));
  await page.getByRole('button', { name: 'Loads', exact: true }).click();
  await page.getByRole('button', { name: 'Take L1 away' }).click();
  await page.getByRole('button', { name: 'Take H1 away' }).click();
  await expect.poll(async () => (await server.case('Hinge drill')).doc.holds).toBeUndefined();
  await page.goto(await server.step('Hinge drill', 'need'));
  const load = page.getByRole('textbox', { name: 'Largest load', exact: true });
  await load.fill('120 N');
  await load.press('Enter');
  await expect.poll(async () => (await server.case('Hinge drill')).doc.need.load?.value).toBe(120);
});
