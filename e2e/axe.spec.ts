import { clean } from './clean';
import { expect, test } from './server';

const STEPS = [
  ['need', 'Requirements'],
  ['shape', 'Measures'],
  ['plan', 'Each mistake that the tool invites'],
  ['routes', 'is cheapest in'],
  ['sheet', 'Until it is ready'],
  ['verdict', 'Sign-off'],
  ['papers', 'What a supplier asks'],
  ['proof', 'Mark it with its number'],
] as const;

test.describe('axe finds nothing', () => {
  for (
    const [path, ready] of [
      ['walk', 'Kitting tray'],
      ['cases', 'Kitting tray'],
      ['shop', 'Applications engineer'],
      ['log', 'How long tools really last'],
      [
        'payback',
        'Side by side',
      ],
      [
        'shelf',
        'Prototypes; softens in a hot car.',
      ],
      ['board?fill=open%3D1', 'Add the part of a case'],
      ['due', 'Hinge drill jig, second piece'],
      ['nowhere', 'nothing at this address'],
    ] as const
  ) {
    test(`on ${path}`, async ({ page, server }) => {
      await page.goto(`${server.url}/${path}`);
      await expect(page.getByText(ready).first()).toBeVisible();
      if (path === 'walk') {
        await expect(page.getByText('looking …')).toHaveCount(0, { timeout: 60_000 });
        await page.getByRole('button', { name: 'plane', exact: true }).click();
        await expect(page.locator('.apexcharts-svg')).toBeVisible();
        await clean(page);
        await page.getByRole('button', { name: 'list', exact: true }).click();
        await page.getByRole('button', { name: 'Add a candidate' }).click();
      }
      await clean(page);
    });
  }
  test('on every step of a case', async ({ page, server }) => {
    await page.goto(await server.step('Gearbox', 'need'));
    for (const [step, ready] of STEPS) {
      await test.step(step, async () => {
        await page.getByRole('navigation', { name: 'Steps of the case' }).getByRole('link', { name: new RegExp(step, 'i') }).click();
        await expect(page.getByText(ready).first()).toBeAttached();
        await expect(page.locator('.busy.off')).toBeAttached();
        await clean(page);
        if (step === 'sheet') {
          await page.getByRole('button', { name: 'figures', exact: true }).click();
          await expect(page.getByText('Pinned routes side by side')).toBeAttached();
          await clean(page);
        }
        if (step !== 'routes') return;
        await page.getByRole('button', { name: 'table', exact: true }).click();
        await expect(page.getByRole('columnheader', { name: 'Programme' })).toBeVisible();
        await clean(page);
        // A keyboard reaches every row of it, and passes it in few steps.
        expect(
          await page.locator('a:visible, button:visible, input:visible, select:visible, [tabindex="0"]:visible').evaluateAll((all) =>
            all.filter((e) => (e as HTMLElement).tabIndex >= 0).length
          ),
        ).toBeLessThanOrEqual(60);
      });
    }
  });
  test('on plans that are worked out, a quote being written, and the history', async ({ page, server }) => {
    for (const title of ['Vacuum', 'Press-brake']) {
      await page.goto(await server.step(title, 'plan'));
      await page.getByRole('button', { name: 'Work it out' }).click();
      await expect(page.locator('.found')).toBeVisible();
      await expect(page.locator('.busy.off')).toBeAttached();
      await page.getByText('more lines').click();
      await clean(page);
      await page.getByRole('button', { name: 'take the plan out' }).click();
      // Other tests find the case as it was.
      await expect.poll(async () => (await server.case(title)).doc.plans).toBeUndefined();
    }
    await page.goto(await server.step('Kitting', 'papers'));
    await page.getByRole('button', { name: 'Add a quote' }).click();
    await page.getByRole('button', { name: 'add a row' }).click();
    await clean(page);
    await page.getByRole('button', { name: 'History' }).click();
    await page.getByRole('button', { name: 'Revision 1', exact: true }).click();
    await clean(page);
    await page.goto(`${server.url}/board`);
    await expect(page.getByText(/runs until/)).toBeVisible();
    await clean(page);
    await page.goto(`${server.url}/walk`);
    await page.getByRole('button', { name: 'bring in a list' }).click();
    await page.getByRole('textbox', { name: /Cells, with a header first/ }).fill('Tool,L,W,H\nJig,9,9,x');
    await clean(page);
    await page.goto(`${server.url}/log`);
    await page.getByRole('button', { name: 'Builds' }).click();
    await page.getByRole('button', { name: 'Add a build' }).click();
    await clean(page);
  });
  test('on every tab of the Shape step', async ({ page, server }) => {
    await page.goto(await server.step('Gearbox', 'shape'));
    await expect(page.getByRole('img', { name: /^Drawing of/ })).toBeVisible();
    for (
      const [tab, ready] of [['Build', 'Which way up?'], ['Milling', 'For the cutter'], ['Faces', 'Main load'], ['Loads', /Solved on the part/], [
        'Make',
        'Make it',
      ]] as const
    ) {
      await page.getByRole('navigation', { name: 'About the shape' }).getByRole('button', { name: tab, exact: true }).click();
      await expect(page.getByText(ready).first()).toBeVisible();
      await expect(page.locator('.stage')).toHaveCount(0);
      if (tab === 'Build') {
        await page.getByRole('button', { name: 'Compare build directions' }).click();
        await expect(page.getByRole('table', { name: 'Build directions, best first' })).toBeVisible();
      }
      await clean(page);
    }
  });
  test('on every part of the proof', async ({ page, server }) => {
    await page.goto(await server.step('Inspection nest', 'proof'));
    for (
      const [part, ready] of [['First piece', 'Overall, long'], ['Studies', 'How it repeats'], ['In use', 'Next tool in'], ['What came of it', 'Life of one'], [
        'Release file',
        'Shape that is made',
      ], [
        'Making',
        'Dry the material, piece 1',
      ]] as const
    ) {
      await page.getByRole('navigation', { name: 'Proof' }).getByRole('button', { name: part, exact: true }).click();
      await expect(page.getByText(ready).first()).toBeVisible();
      if (part === 'Making') await page.getByRole('button', { name: 'Add a step made' }).click();
      await clean(page);
    }
  });
  test('on the shelf: a form open, compared, plotted, and the other tabs', async ({ page, server }) => {
    await page.goto(`${server.url}/shelf`);
    await page.getByRole('button', { name: 'Put own figures over PLA' }).click();
    await page.getByRole('checkbox', { name: 'Compare PLA' }).check();
    await page.getByRole('combobox', { name: 'Filter by a property' }).selectOption('esd');
    await clean(page);
    await page.getByRole('button', { name: 'compare 1' }).click();
    await clean(page);
    await page.getByRole('button', { name: 'plot' }).click();
    await expect(page.locator('.apexcharts-svg')).toBeVisible();
    await clean(page);
    for (const tab of ['Processes', 'Finishing and parts', 'Where practitioners differ']) {
      await page.getByRole('button', { name: tab, exact: true }).click();
      await clean(page);
    }
  });
  test('on the sheet in dark paper, with an override open', async ({ page, server }) => {
    await page.goto(await server.step('Hinge', 'sheet'));
    await page.getByRole('button', { name: 'Dark paper' }).click();
    await page.getByRole('button', { name: /Price of one tool, route A/ }).click();
    await page.getByRole('button', { name: /Put a quote over A/ }).click();
    await expect(page.locator('.busy.off')).toBeAttached();
    await clean(page);
    await page.getByRole('button', { name: /Keys and help/ }).click();
    await clean(page);
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    await page.keyboard.press('Control+k');
    await expect(page.getByRole('listbox', { name: 'Found' }).getByRole('option').first()).toBeVisible();
    await clean(page);
  });
  test('on the walk on a phone', async ({ page, server }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(`${server.url}/walk`);
    await expect(page.locator('td .verdict').first()).toBeVisible({ timeout: 60_000 });
    await expect(page.getByText('looking …')).toHaveCount(0, { timeout: 60_000 });
    await clean(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    // Nor does the list by itself: what ranks it is seen without a push.
    expect(await page.getByRole('region', { name: 'Candidates, ranked' }).evaluate((r) => r.scrollWidth <= r.clientWidth)).toBe(true);
  });
});
