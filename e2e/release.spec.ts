import { clean } from './clean';
import { expect, test } from './server';

test('a machine of the register decides the room of a route, and goes again', async ({ page, server }) => {
  await page.goto(`${server.url}/shop`);
  await page.getByRole('button', { name: 'Machines', exact: true }).click();
  await expect(page.getByText('Chamber printer').first()).toBeVisible();
  await page.getByRole('button', { name: 'Add a machine' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Large chamber');
  await page.getByRole('combobox', { name: 'Process' }).selectOption({ label: 'Filament extrusion, heated chamber' });
  await page.getByRole('textbox', { name: 'Room, length' }).fill('36 in');
  await page.getByRole('textbox', { name: 'Room, width' }).fill('600');
  await page.getByRole('textbox', { name: 'Room, height' }).fill('600');
  await page.getByRole('textbox', { name: 'It cost' }).fill('90000');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'needs the price, the years and the hours' })).toBeVisible();
  await clean(page);
  await page.getByRole('textbox', { name: 'Written off over' }).fill('6');
  await page.getByRole('textbox', { name: 'Hours it runs a year' }).fill('3000');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Take off Large chamber' })).toBeVisible();
  const evidence = async () =>
    ((await (await page.request.get(`${server.url}/api/shop`)).json()) as {
      evidence: { machines: { name: string; rate?: { likely: number }; envelope_mm: number[] }[] };
    }).evidence;
  const large = (await evidence()).machines.find((m) => m.name === 'Large chamber')!;
  // 90 000/(6 · 3000) + 9000/3000, and 36 in.
  expect(large.rate!.likely).toBeCloseTo(8, 9);
  expect(large.envelope_mm[0]).toBeCloseTo(914.4, 6);
  await page.goto(await server.step('Finger', 'routes?view=table'));
  await page.getByRole('button', { name: /PA12-CF short fibre/ }).first().click();
  await expect(page.getByRole('complementary')).toContainText('fits on Large chamber');
  await page.goto(`${server.url}/shop`);
  await page.getByRole('button', { name: 'Machines', exact: true }).click();
  await page.getByRole('button', { name: 'Take off Large chamber' }).click();
  await expect.poll(async () => (await evidence()).machines.some((m) => m.name === 'Large chamber')).toBe(false);
});

test('a verdict that refers away is not signed; its certificate is kept, and says when it is overdue', async ({ page, server }) => {
  await page.goto(await server.step('Door-hoisting', 'verdict'));
  await expect(page.getByText('so that it is not signed here')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Sign these figures' })).toHaveCount(0);
  await page.goto(await server.step('Door-hoisting', 'papers'));
  await page.getByRole('button', { name: 'Certificates and approvals' }).click();
  await page.getByRole('button', { name: 'Add a certificate or approval' }).click();
  await page.getByRole('textbox', { name: 'Issued by' }).fill('Prüfstelle Muster');
  await page.getByRole('textbox', { name: 'Covers' }).fill('adaptor, one door at a time');
  await page.getByLabel('Dated').fill('2024-03-01');
  await page.getByLabel('Inspect again by').fill('2025-02-28');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText(/take the tool out of use/)).toBeVisible();
  await clean(page);
});

test('pressure, bolts and hot work are asked on the Need step, and answered on every route', async ({ page, server }) => {
  await page.goto(await server.step('Blower', 'need'));
  await page.getByRole('combobox', { name: 'Holds under pressure' }).first()
    .selectOption({ label: 'a gas' });
  await expect(page.getByText('Needs a licensed engineer or certified supplier').first()).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await server.case('Blower')).doc.need.held).toBeUndefined();
});
