/** No screen or dialog has a fault that axe finds (WCAG 2.2, levels A and AA, and the best practices of its makers). */
import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from './fixtures';
import { openJob } from './helpers';

/** What axe finds, one line a fault with the first place where it is. */
async function faultsOf(page: Page, isDrawerOnly = false): Promise<string[]> {
  // What is still fading in has colours between.
  await page.evaluate(() =>
    Promise.all(document.getAnimations().map(({ finished }) => finished.catch(() => undefined))),
  );
  const whole = new AxeBuilder({ page });
  const { violations } = await (isDrawerOnly ? whole.include('[aria-label$=" station"]') : whole)
    // Otherwise results are put together on a page of their own, which frames of other origins would need.
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .analyze();
  return violations.flatMap(({ id, help, nodes }) =>
    nodes
      .filter(({ target }) => id !== 'scrollable-region-focusable' || !isListThatOpens(target.join(' ')))
      .slice(0, 3)
      .map(
        ({ target, failureSummary }) =>
          `${id}: ${help} at ${target.join(' ')} (${failureSummary?.split('\n')[1]?.trim()})`,
      ),
  );
}

/** It is scrolled by the arrow keys of its field (ARIA Authoring Practices, combobox), which axe does not see. */
const isListThatOpens = (target: string): boolean => target.includes('.el-select-dropdown__wrap');

const openPlate = (page: Page): Promise<void> => openJob(page, 'Berth 17 plate');

test('the shelf, its dialogs and a new job', async ({ page }) => {
  await page.goto('/');
  await expect(page.locator('[data-job]').first()).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
  await page.getByRole('button', { name: /New job/ }).click();
  await expect(page.getByRole('group', { name: 'What is it for?' })).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
});

test('every station of the bench', async ({ page }) => {
  await openPlate(page);
  for (const [index, station] of ['message', 'style', 'piece', 'proof', 'output'].entries()) {
    await page.keyboard.press('Escape');
    await page.keyboard.press(String(index + 1));
    await expect(
      page
        .locator(`[aria-label="${station} station"] button, [aria-label="${station} station"] input`)
        .first(),
    ).toBeVisible();
    // All of the first, and of the others what differs.
    expect([station, await faultsOf(page, index > 0)]).toEqual([station, []]);
  }
});

test('every page of the piece and of the style', async ({ page }) => {
  await openPlate(page);
  for (const [key, pages] of [
    ['3', 'Pages of the piece'],
    ['2', 'Pages of the style'],
  ] as const) {
    await page.keyboard.press('Escape');
    await page.keyboard.press(key);
    await expect(page.getByRole('navigation', { name: pages }).getByRole('button').first()).toBeVisible();
    const names = await page.getByRole('navigation', { name: pages }).getByRole('button').allTextContents();
    expect(names.length).toBeGreaterThan(2);
    for (const name of names) {
      await page
        .getByRole('navigation', { name: pages })
        .getByRole('button', { name: name.trim(), exact: true })
        .click();
      await page.waitForTimeout(250);
      expect([name, await faultsOf(page, true)]).toEqual([name, []]);
    }
  }
});

test('a logo that modules draw, its ways and its map', async ({ page }) => {
  await openJob(page, 'Oar rack tag');
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Logo', exact: true }).click();
  await expect(page.getByTestId('picture-choices')).toBeVisible();
  expect(await faultsOf(page, true)).toEqual([]);
  for (const [button, dialog, shown] of [
    ['Compare them…', 'Ways to draw the logo', 'way-both'],
    ['What matters of it…', 'What matters of the picture', 'wishes-met'],
  ] as const) {
    await page.getByRole('button', { name: button }).click();
    await expect(page.getByRole('dialog', { name: dialog }).getByTestId(shown)).toBeVisible();
    expect([dialog, await faultsOf(page)]).toEqual([dialog, []]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog', { name: dialog })).toBeHidden();
  }
});

test('the views of the stage, what is wrong, and dialogs', async ({ page }) => {
  await openPlate(page);
  await page.keyboard.press('Escape');
  for (const key of ['7', '8', '6']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(800);
    expect([key, await faultsOf(page)]).toEqual([key, []]);
  }
  await page.keyboard.press('3');
  await page.getByLabel('Code width').fill('12');
  await expect(page.getByTestId('finding-module-size')).toHaveAttribute('data-severity', 'stop');
  expect(await faultsOf(page)).toEqual([]);
  await page.getByTestId('finding-module-size').getByRole('button', { name: 'Allow anyway…' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.waitForTimeout(400);
  expect(await faultsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Revisions' }).click();
  await page.waitForTimeout(600);
  expect(await faultsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Revisions' })).toBeHidden();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeHidden();
  await page.getByRole('button', { name: 'Text and graphics' }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('menuitem').first()).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
});

test('lists and panels that open, dialogs of the shelf, and a phone', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Search').fill('Harbour office sticker');
  await page.getByRole('button', { name: 'Select all' }).click();
  await page.getByRole('button', { name: 'Style…' }).click();
  await expect(page.getByTestId('restyled')).toHaveCount(1);
  expect(await faultsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /Harbour office sticker/ }).click();
  await expect(page.getByTestId('finished-marks').first()).toBeVisible();
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Colours', exact: true }).click();
  await page
    .getByRole('button', { name: /: #[0-9a-f]{6}$/ })
    .first()
    .click();
  await expect(page.getByTestId('colour-panel')).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByRole('combobox', { name: 'Stock size' }).click({ force: true });
  await expect(page.getByRole('option', { name: /Table sign/ })).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.waitForTimeout(300);
  expect(await faultsOf(page)).toEqual([]);
});

test('dialogs about files, and the one about the size of the screen', async ({ page }) => {
  await page.goto('/');
  await expect(page.locator('[data-job]').first()).toBeVisible();
  await page.getByLabel('Archive to import').setInputFiles({
    name: 'not-an-archive.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from('no zip'),
  });
  const archive = page.getByRole('dialog', { name: 'Import an archive' });
  await expect(archive.getByRole('alert')).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(archive).toBeHidden();
  await page.getByLabel('Archive to import').setInputFiles({
    name: 'kept.zip',
    mimeType: 'application/zip',
    buffer: await (await page.request.get('/api/archive')).body(),
  });
  await expect(archive.getByRole('heading', { name: /Here already/ })).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByLabel('Picture of a code').setInputFiles({
    name: 'blank.png',
    mimeType: 'image/png',
    buffer: await page.screenshot({ clip: { x: 0, y: 0, width: 40, height: 40 } }),
  });
  await expect(page.getByRole('dialog', { name: 'Read from a picture' }).getByRole('alert')).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await openPlate(page);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'True size' }).click();
  await expect(page.getByRole('dialog', { name: 'How large is your screen?' })).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
});

test('series with its row at hand, the register and the links', async ({ page }) => {
  const { jobs } = (await (await page.request.get('/api/shelf?words=tide')).json()) as {
    jobs: { id: string; name: string }[];
  };
  const tides = jobs.find(({ name }) => name === 'Slate tide table')!;
  await page.goto(`/series/${tides.id}`);
  await expect(page.getByTestId('series-tally')).toContainText('7 to be made');
  await page.getByText('Cells of this row').click();
  expect(await faultsOf(page)).toEqual([]);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download 7 rows as PDF' }).click();
  await download;
  expect(await faultsOf(page)).toEqual([]);
  await page.goto('/register');
  await page.getByRole('button', { name: /Slate tide table/ }).click();
  await expect(page.getByText('7 of 7 shown.')).toBeVisible();
  expect(await faultsOf(page)).toEqual([]);
  await page.goto('/links');
  await page.getByRole('button', { name: /Regatta calendar/ }).click();
  await page.getByText('Where links are reached, and what is counted').click();
  await page.getByRole('button', { name: 'As a table' }).click();
  expect(await faultsOf(page)).toEqual([]);
});
