/** Room on the bench: windows of every size, the drawer's edge, and keys that close what is on top. */
import { expect, test, type Page } from './fixtures';
import { openJob } from './helpers';

const openPlate = (page: Page): Promise<void> => openJob(page, 'Berth 17 plate');
const overflow = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);

test('nothing is cut off in small windows: the answers stand in a line that opens, and drawing and form are seen together', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/');
  await expect(page.getByRole('button', { name: /New job/ })).toBeInViewport();
  await expect(page.locator('[data-job]').first()).toBeInViewport();
  expect(await overflow(page)).toBe(0);
  await page.getByLabel('Search').fill('Berth 17 plate');
  await page.getByRole('link', { name: /Berth 17 plate/ }).click();
  await expect(page.getByTestId('finished-marks')).toBeInViewport();
  await expect(page.getByTestId('answer-made')).toHaveCount(0);
  await expect(page.getByTestId('readout-strip')).toContainText('Can be made');
  await page.getByRole('button', { name: 'Piece' }).click();
  await page.getByLabel('Height', { exact: true }).scrollIntoViewIfNeeded();
  await expect(page.getByLabel('Height', { exact: true })).toBeInViewport();
  await expect(page.getByTestId('finished-marks')).toBeInViewport();
  await page.getByRole('button', { name: 'Output' }).click();
  const downloading = page.waitForEvent('download');
  await expect(page.getByRole('button', { name: 'Download' })).toBeInViewport({ ratio: 1 });
  await page.getByRole('button', { name: 'Download' }).click();
  expect((await downloading).suggestedFilename()).toContain('60x40mm');
  expect(await overflow(page)).toBe(0);

  // 1280 x 800 at 150 %.
  await page.setViewportSize({ width: 853, height: 533 });
  await expect(page.getByTestId('answer-made')).toHaveCount(0);
  await page.getByTestId('readout-strip').click();
  await expect(page.getByTestId('answer-made')).toBeInViewport();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('answer-made')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Download' })).toBeInViewport({ ratio: 1 });
  await page.getByRole('button', { name: 'Piece' }).click();
  await expect(page.getByLabel('Width', { exact: true })).toBeInViewport();
  expect(await overflow(page)).toBe(0);

  for (const [width, height] of [
    [1024, 768],
    [1920, 1080],
  ] as const) {
    await page.setViewportSize({ width, height });
    await expect(page.getByTestId('answer-made')).toBeInViewport();
    await expect(page.getByRole('button', { name: 'Fill the piece' })).toBeInViewport();
    expect(await overflow(page)).toBe(0);
  }
});

test('the drawer is as high as its edge was dragged to, and stays so', async ({ page }) => {
  await openPlate(page);
  const height = async (): Promise<number> =>
    (await page.getByRole('region', { name: 'message station' }).boundingBox())!.height;
  const usual = await height();
  const edge = page.getByTestId('drawer-edge');
  const { x, y } = (await edge.boundingBox())!;
  await page.mouse.move(x + 300, y + 4);
  await page.mouse.down();
  await page.mouse.move(x + 300, y - 76, { steps: 4 });
  await page.mouse.up();
  await expect.poll(height).toBeCloseTo(usual + 80, -1);
  await edge.focus();
  await page.keyboard.press('ArrowDown');
  await expect.poll(height).toBeCloseTo(usual + 64, -1);
  // The stage, the fit bar and the route keep their room, however far it is dragged.
  for (let step = 0; step < 8; step++) await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByTestId('finished-marks')).toBeInViewport();
  const most = await height();
  expect(most).toBeLessThanOrEqual(520);
  await page.reload();
  await expect(page.getByTestId('finished-marks')).toBeVisible();
  await expect.poll(height).toBe(most);
  await edge.dblclick();
  await expect.poll(height).toBe(usual);
});

test('Esc closes what is on top, one thing at a time; keys before the bench is there are no shortcuts', async ({
  page,
}) => {
  await openPlate(page);
  const url = page.url();
  await page.goto('about:blank');
  await page.goto(url, { waitUntil: 'commit' });
  // Back to the shelf it would be, once the bench is there.
  await page.keyboard.press('s');
  await page.keyboard.press('s');
  await expect(page.getByTestId('finished-marks')).toBeVisible();
  expect(page.url()).toBe(url);

  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Text and graphics' }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Words', exact: true }).click();
  const text = page.getByRole('textbox', { name: 'Text' });
  await expect(text).toBeVisible();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('menuitem', { name: 'Words', exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('menuitem', { name: 'Words', exact: true })).toBeHidden();
  await expect(text).toBeVisible();
  await text.focus();
  await page.keyboard.press('Escape');
  await expect(text).not.toBeFocused();
  await expect(text).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(text).toHaveCount(0);

  // One step back and one forward by the keys of either habit.
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('thing-words-1')).toHaveCount(0);
  await page.keyboard.press('Control+y');
  await expect(page.getByTestId('thing-words-1')).toHaveCount(1);

  // The piece as it will be.
  await expect(page.getByText('4.0 X', { exact: true })).toBeVisible();
  await page.keyboard.press('h');
  await expect(page.getByText('4.0 X', { exact: true })).toHaveCount(0);
  await page.keyboard.press('h');
  await page.keyboard.press('Control+z');

  // A dialog begins where it is about.
  await page.keyboard.press('r');
  await expect(page.getByRole('list', { name: 'Revisions' }).getByRole('button').first()).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Revisions' })).toBeHidden();
});
