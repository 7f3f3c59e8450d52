import { expect, test } from './server';

test('a load on a marked face is worked out on the part, first roughly, and can be given up', async ({ page, server }) => {
  await page.goto(await server.step('Hinge drill', 'shape'));
  await page.getByRole('button', { name: 'Loads' }).click();
  await expect(page.getByText(/Mark the face that is loaded/)).toBeVisible();
  await page.getByRole('button', { name: 'Faces' }).click();
  const duty = page.getByRole('combobox', { name: 'Duty of new faces' });
  const pick = page.getByRole('combobox', { name: 'Pick from the largest faces' });
  await duty.selectOption('datum');
  await pick.selectOption({ index: 1 });
  await expect(page.getByRole('combobox', { name: 'Duty of face 1' })).toBeVisible();
  await duty.selectOption('working');
  await pick.selectOption({ index: 4 });
  await expect(page.getByRole('combobox', { name: 'Duty of face 2' })).toBeVisible();
  await page.getByRole('button', { name: 'Loads' }).click();
  const force = page.getByRole('textbox', { name: 'Load on the face' });
  await force.fill('2 kN');
  await force.press('Enter');
  await expect(force).toHaveValue(/^2\s000$/);
  await page.getByRole('button', { name: 'Work it out' }).click();
  const gives = page.getByRole('row', { name: /Gives, at most/ });
  await expect(gives).toContainText('mm');
  await expect(page.locator('.tag.thin text').filter({ hasText: 'MPa' })).toBeVisible();
  await expect(page.getByText('a finer one follows')).toBeVisible();
  await page.getByRole('button', { name: 'cancel' }).click();
  await expect(page.getByRole('button', { name: 'Work it out' })).toBeEnabled();
  // The first look stands.
  await expect(gives).toContainText('mm');
  await expect(page.getByText(/MPa .* the layers against .* MPa: .* times; gives/)).toBeVisible();
});
