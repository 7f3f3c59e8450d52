import { readFileSync } from 'node:fs';
import { stepCylinder } from '@cuadro/core/shape/formats/cad-testing';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { measure, readShape } from '@cuadro/core/shape/measure';
import { box, drilledPlate, join, moved, refined, sphere, tube } from '@cuadro/core/shape/testing';
import type { Mesh } from '@cuadro/core/shape/mesh';
import type { Page } from '@playwright/test';
import { enter, expect, test, type TestServer } from './server';

const stl = ({ vertices, indices }: Mesh): Buffer => Buffer.from(writeStl(vertices, indices));
const measureOf = (mesh: Mesh): number => measure(mesh).volume_mm3;
const drop = (page: Page, name: string, buffer: Buffer): Promise<void> =>
  page.locator('.file input[type=file]').setInputFiles({ name, mimeType: 'model/stl', buffer });
const tab = (page: Page, name: string): Promise<void> =>
  page.getByRole('navigation', { name: 'About the shape' }).getByRole('button', { name, exact: true }).click();
const row = (page: Page, name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });
/** The part is drawn and nothing is under way. */
const idle = async (page: Page): Promise<void> => {
  await expect(page.getByRole('img', { name: /^Drawing of/ })).toBeVisible();
  await expect(page.locator('.stage')).toHaveCount(0, { timeout: 90_000 });
};
/** Whatever became the part is what is drawn, exported, stored and studied. */
async function isThePart(page: Page, server: TestServer, title: string, volume_cm3: number): Promise<void> {
  await idle(page);
  const [download] = await Promise.all([page.waitForEvent('download'), page.locator('.save').getByRole('button', { name: 'STL', exact: true }).click()]);
  const { measure } = readShape(readFileSync(await download.path()), 'mm', 'out.stl');
  expect(measure.volume_mm3 / 1000 / volume_cm3).toBeCloseTo(1, 2);
  await expect.poll(async () => {
    const ref = (await server.case(title)).doc.shapes.printed;
    return ref?.study && Math.abs(ref.measure.volume_mm3 / 1000 / volume_cm3 - 1) < 0.01 && Math.abs(ref.study.build.height_mm - ref.measure.box_mm[2]) < 0.1;
  }).toBe(true);
}
const caseOf = (server: TestServer, title: string) => server.case(title);

test('a part is studied, laid another way, corrected and marked; all of it is there after a reload', async ({ page, server }) => {
  await page.goto(await server.step('Tack-weld', 'shape'));
  // A plate with two through holes, 60 × 40 × 10, standing on a foot: it overhangs on both sides.
  const plate = moved(drilledPlate(60, 40, 10, [[12, 20, 20], [6, 45, 20]]), [0, 0, 30]);
  await drop(page, 'table.stl', stl(join(plate, box(10, 40, 30, 28))));
  await expect(row(page, 'Smallest box')).toContainText('60 mm × 40 mm × 40 mm');
  await idle(page);

  await test.step('figures by closed form, each with its method', async () => {
    await tab(page, 'Build');
    // Under the plate, without the foot and the holes: (60·40 − 10·40 − 36π − 9π) × 30.
    const support = (2000 - 45 * Math.PI) * 30;
    const text = await row(page, 'Support').innerText();
    expect(Number(/([\d.]+) cm³ of room/.exec(text)![1]) / (support / 1000)).toBeCloseTo(1, 1);
    await row(page, 'Support').getByRole('button').click();
    await expect(page.getByRole('complementary').getByText(/Height field of 320 cells/)).toBeVisible();
  });
  await test.step('another way up needs less support, and the estimate follows', async () => {
    await page.getByRole('button', { name: 'Compare build directions' }).click();
    await expect(page.getByText(/Near the best of \d+ directions at: .*least support/)).toBeVisible({ timeout: 90_000 });
    await page.getByRole('table', { name: 'Build directions, best first' }).getByRole('button', { name: /^Build it/ }).first().click();
    // On its side only the crowns of the two holes hang.
    await expect.poll(async () => (await caseOf(server, 'Tack-weld')).doc.shapes.printed?.study?.build.support_mm3.likely).toBeLessThan(2000);
  });
  await test.step('holes are found, and corrected', async () => {
    await tab(page, 'Milling');
    await expect(page.getByRole('textbox', { name: 'Diameter, row 1' })).toHaveValue('12');
    await page.getByRole('button', { name: 'add a row' }).first().click();
    await enter(page.getByRole('textbox', { name: 'Diameter, row 3' }), '-4');
    await page.getByRole('textbox', { name: 'Diameter, row 3' }).blur();
    await expect(page.getByRole('alert').filter({ hasText: 'Diameter cannot be below' })).toBeVisible();
    await enter(page.getByRole('textbox', { name: 'Diameter, row 3' }), '8');
    await page.getByRole('textbox', { name: 'Note, row 3' }).fill('M10');
    await page.getByRole('textbox', { name: 'Note, row 3' }).blur();
    await expect.poll(async () => (await caseOf(server, 'Tack-weld')).doc.shapes.printed?.corrected).toMatchObject({
      holes: [{ diameter_mm: 12 }, { diameter_mm: 6 }, { diameter_mm: 8, note: 'M10' }],
    });
    // The holes of 12 and 6 are asked about, and so is the new one.
    await page.getByText(/hole ⌀6\s/).getByRole('button', { name: 'tapped M6' }).click();
    await expect(page.getByRole('combobox', { name: 'It is, row 2' })).toHaveValue('tapped');
    await page.getByRole('button', { name: 'draw the parting line' }).click();
    await expect(page.getByText(/The parting line is/)).toBeVisible();
  });
  await test.step('a face gets a duty, from the list and without the mouse on the drawing', async () => {
    await tab(page, 'Faces');
    await page.getByLabel('Duty of new faces').selectOption('datum');
    await page.getByLabel('Pick from the largest faces').selectOption({ index: 1 });
    await enter(page.getByRole('textbox', { name: 'Tolerance of face 1' }), '0.05');
    await page.getByRole('textbox', { name: 'Tolerance of face 1' }).blur();
    await expect.poll(async () => (await caseOf(server, 'Tack-weld')).doc.shapes.printed?.marks).toMatchObject([{ duty: 'datum', tolerance_mm: 0.05 }]);
  });
  await page.reload();
  await tab(page, 'Faces');
  await expect(page.locator('.tag.face text')).toHaveText('D1');
  await tab(page, 'Milling');
  await expect(page.getByRole('textbox', { name: 'Note, row 3' })).toHaveValue('M10');
  await page.getByRole('button', { name: 'back to what was found' }).click();
  await expect(page.getByRole('textbox', { name: 'Diameter, row 3' })).toHaveCount(0);
});

test('the part is cut open and run through layer by layer', async ({ page, server }) => {
  await page.goto(await server.step('Spacer', 'shape'));
  await idle(page);
  await page.getByLabel('Cut the part open').selectOption('z');
  await expect(page.getByText(/^Layer 17 of 32, 4\.13\smm up: 270\scm², outline 1\s114\smm, 1 island$/)).toBeVisible();
  // By keyboard, one step on.
  await page.getByRole('slider', { name: 'Layer' }).focus();
  for (let i = 0; i < 13; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/^Layer 18 of 32/)).toBeVisible();
  await page.getByLabel('Cut the part open').selectOption('');
  await expect(page.getByText('The part is whole.')).toBeVisible();
});

test('a STEP model is tessellated, more finely when asked; a broken one is refused', async ({ page, server }) => {
  await page.goto(await server.step('Door-hoisting', 'shape'));
  await drop(page, 'bad.step', Buffer.from('ISO-10303-21; nonsense'));
  await expect(page.getByRole('alert')).toContainText('bad.step');
  // A cube is the part first: what is dropped over it has to take its place everywhere.
  await drop(page, 'cube.stl', stl(box(10, 10, 10)));
  await expect(row(page, 'Box')).toContainText('10 mm × 10 mm × 10 mm');
  await idle(page);
  await drop(page, 'pin.step', Buffer.from(stepCylinder(20, 30)));
  await expect(page.locator('.source')).toContainText('pin.stl');
  await expect(row(page, 'Box')).toContainText('40 mm × 40 mm × 30 mm');
  await isThePart(page, server, 'Door-hoisting', Math.PI * 2 * 2 * 3);
  const triangles = async (): Promise<number> => Number((await row(page, 'Triangles').locator('td').innerText()).replace(/\D/g, ''));
  const coarse = await triangles();
  await enter(page.getByRole('textbox', { name: 'Tolerance of the tessellation' }), '0.005');
  await expect.poll(triangles).toBeGreaterThan(coarse);
  await expect(row(page, 'Volume')).toContainText('37.7 cm³');
  await isThePart(page, server, 'Door-hoisting', Math.PI * 2 * 2 * 3);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Tolerance of the tessellation' })).toHaveValue('0.005');
});

test('storing and converting can be given up; the part stays what it was', async ({ page, server }) => {
  await page.goto(await server.step('Glass-gap', 'shape'));
  await drop(page, 'first.stl', stl(box(30, 20, 10)));
  await isThePart(page, server, 'Glass-gap', 6);
  // The server takes its time.
  let asked = 0;
  await page.route(/\/api\/(meshes|models)\?/, () => void asked++);
  for (
    const [name, buffer, stage] of [['second.stl', stl(box(50, 50, 50)), 'Storing'], ['pin.step', Buffer.from(stepCylinder(20, 30)), 'Tessellating']] as const
  ) {
    await drop(page, name, buffer);
    await expect(page.locator('.stage')).toContainText(stage);
    await expect.poll(() => asked).toBeGreaterThan(0);
    asked = 0;
    await page.getByRole('button', { name: 'cancel' }).click();
    await expect(row(page, 'Box')).toContainText('30 mm × 20 mm × 10 mm');
    await expect(page.getByRole('alert')).toHaveCount(0);
    await isThePart(page, server, 'Glass-gap', 6);
  }
  await page.unroute(/\/api\/(meshes|models)\?/);
  await drop(page, 'third.stl', stl(box(40, 40, 10)));
  await isThePart(page, server, 'Glass-gap', 16);
});

test('an open mesh is repaired, and undo brings the file back', async ({ page, server }) => {
  await page.goto(await server.step('conveyor side', 'shape'));
  const whole = drilledPlate(60, 40, 10, [[12, 20, 20]], 32);
  // Without one of the outline's walls.
  await drop(
    page,
    'holed.stl',
    stl({
      vertices: whole.vertices,
      indices: whole.indices.filter((_, i) =>
        Math.floor(i / 3) < whole.indices.length / 3 - 2 * 36 || Math.floor(i / 3) > whole.indices.length / 3 - 2 * 36 + 1
      ),
    }),
  );
  await expect(page.getByText('The mesh is open.')).toBeVisible();
  await page.getByRole('button', { name: 'Repair it' }).click();
  await expect(page.getByText(/1 planar hole closed\. Open edges 4 before, 0 now; .* The mesh is closed now/)).toBeVisible();
  await expect(page.locator('.source')).toContainText('holed-repaired.stl');
  await isThePart(page, server, 'conveyor side', measureOf(whole) / 1000);
  await expect(row(page, 'Closed')).toContainText('yes');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByText('The mesh is open.')).toBeVisible();

  await test.step('several bodies are told apart; what is bought is dropped, what belongs together united', async () => {
    const dowel = moved(tube(4, 0, 30), [30, 20, 10]);
    await drop(page, 'assembly.stl', stl(join(box(60, 40, 10), moved(box(20, 40, 20), [50, 0, 5]), dowel)));
    const bodies = page.getByRole('table', { name: 'Bodies in the file' });
    await expect(bodies).toContainText('likely a pin', { timeout: 60_000 });
    await expect(bodies).toContainText('runs into another');
    await page.getByRole('button', { name: 'drop what is likely bought' }).click();
    await page.getByRole('button', { name: 'Unite the ticked ones' }).click();
    await expect(page.locator('.source')).toContainText('assembly-united.stl');
    // 60 × 40 × 10 and 20 × 40 × 20, less the 10 × 40 × 5 that both have.
    await isThePart(page, server, 'conveyor side', 24 + 16 - 2);
    await expect(bodies).toHaveCount(0);
    await page.getByRole('button', { name: 'undo' }).click();
    await expect(page.locator('.source')).toContainText('assembly.stl');
  });
});

test('soft jaws are made, saved and taken as the mesh to print', async ({ page, server }) => {
  await page.goto(await server.step('Gearbox', 'shape'));
  await drop(page, 'part.stl', stl(box(50, 40, 30)));
  await idle(page);
  await tab(page, 'Make');
  for (
    const [field, value] of [['Blank, along the jaw', '80'], ['Blank, clamping way', '30'], ['Blank, high', '40'], ['Clearance', '0.2'], [
      'Gap between jaws',
      '4',
    ], ['Vice opens', '80']] as const
  ) {
    await enter(page.getByRole('textbox', { name: field, exact: true }), value);
    await page.getByRole('textbox', { name: field, exact: true }).blur();
  }
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByText('With the part in, the vice stands 64.0 mm open.')).toBeVisible();
  await expect(page.getByText(/the vice opens 80 mm/)).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save jaw-front as STL' }).click()]);
  const { measure } = readShape(readFileSync(await download.path()), 'mm', 'jaw.stl');
  expect(measure.watertight).toBe(true);
  expect(measure.volume_mm3 / (80 * 30 * 40 - 50.4 * 18.2 * 15.2)).toBeCloseTo(1, 3);
  await page.getByRole('button', { name: 'use as the mesh to print' }).first().click();
  await expect(page.locator('.source')).toContainText('jaw-front.stl');
  await expect(row(page, 'Box')).toContainText('80 mm × 30 mm × 40 mm');
  await isThePart(page, server, 'Gearbox', (80 * 30 * 40 - 50.4 * 18.2 * 15.2) / 1000);
  await tab(page, 'Make');
  await page.getByLabel('What to make').selectOption('mandrel');
  await page.getByRole('textbox', { name: /Half profile/ }).fill('0 0\n10 0\nten 20');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('alert')).toContainText('line 3');
});

test('200 000 triangles: the page answers while they are studied, and the study can be given up', async ({ page, server }) => {
  await page.goto(await server.step('Kitting', 'shape'));
  await idle(page);
  const heavy = refined(sphere(40, 112), 2);
  expect(heavy.indices.length / 3).toBeGreaterThan(190_000);
  await drop(page, 'heavy.stl', stl(heavy));
  await expect(page.locator('.source')).toContainText('heavy.stl', { timeout: 60_000 });
  await idle(page);
  await tab(page, 'Build');
  await expect(row(page, 'Support')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('button', { name: 'Compare build directions' })).toBeEnabled();
  await expect(page.locator('.apexcharts-svg')).toBeVisible();
  // Given up as soon as progress is first shown: a test's own click might come after the end.
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        new MutationObserver((_, seen) => {
          const stage = document.querySelector('.stage');
          if (!stage?.textContent?.includes('Comparing build directions')) return;
          seen.disconnect();
          stage.querySelector('button')!.click();
          done();
        }).observe(document.body, { subtree: true, childList: true, characterData: true });
        [...document.querySelectorAll('button')].find((b) => b.textContent === 'Compare build directions')!.click();
      }),
  );
  await idle(page);
  await expect(page.getByText('The study was given up.')).toBeVisible();
  // While the analyses run, the page goes on answering: tabs turn and the answer still comes. How quickly is measured by npm run bench.
  await page.getByRole('button', { name: 'Compare build directions' }).click();
  await expect(page.locator('.stage')).toContainText('Comparing build directions');
  await tab(page, 'Faces');
  await expect(page.getByText('Main load').first()).toBeVisible();
  await tab(page, 'Build');
  await expect(page.getByText(/among 2\d\d directions|of 2\d\d directions/)).toBeVisible({ timeout: 90_000 });
});
