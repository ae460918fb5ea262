/** Sheets, from the keyboard, with wrong input and a reload in the middle. */
import { readFileSync } from 'node:fs';
import { expect, test, type Page } from './fixtures';
import { choose, openCopy } from './helpers';

/** Of a copy: others look at the same shelf. */
async function openSheet(page: Page, copy: string): Promise<void> {
  await openCopy(page, 'Harbour office sticker', copy);
  const [, id] = /jobs\/([0-9a-f-]{36})/.exec(page.url())!;
  await page.goto(`/sheet/${id}`);
}

test('a piece is laid on a sheet, made as large as a count allows, moved, left out, and taken with every code read', async ({
  page,
}) => {
  await openSheet(page, 'Sheet sticker');
  const count = page.getByTestId('sheet-count');
  await expect(count).toContainText(/\d+\s*on the sheet/, { timeout: 240_000 });
  const before = Number((await count.textContent())!.match(/\d+/)![0]);
  const pieces = page.getByTestId('sheet').getByRole('button', { name: /^Piece/ });
  await expect(pieces).toHaveCount(before);

  // One more step of the count: the piece takes the largest size that gives it, as a new revision.
  await page.getByRole('button', { name: 'More and smaller' }).click();
  await expect(async () => {
    expect(await pieces.count()).toBeGreaterThan(before);
  }).toPass({ timeout: 240_000 });
  const many = await pieces.count();

  // By the keyboard: a place is left empty, another piece moved so that it lies on its neighbour, which is told, and undone.
  await pieces.first().focus();
  await page.keyboard.press('Delete');
  await expect(pieces).toHaveCount(many - 1);
  await pieces.nth(1).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(
    page
      .getByRole('alert')
      .filter({ hasText: /mm apart; the gap is 2 mm/ })
      .first(),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Download the file' })).toBeDisabled();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('alert').filter({ hasText: /apart/ })).toHaveCount(0);

  // What was laid out is there after a reload.
  await expect(page.getByText('· saved')).toBeVisible();
  await page.reload();
  await expect(pieces).toHaveCount(many - 1, { timeout: 240_000 });
  await expect(page.getByRole('button', { name: /Place 1 is left empty/ })).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download the file' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toContain(`${many - 1}-on-a4`);
  expect(readFileSync((await file.path())!, 'utf8')).toContain('width="210mm"');
  await expect(page.getByTestId('sheet-downloaded')).toContainText(`All ${many - 1} codes were read`);
});

test('stock that cannot be is told with its measures, and a piece that is larger than its label', async ({
  page,
}) => {
  await openSheet(page, 'Label sticker');
  await expect(page.getByTestId('sheet-count')).toContainText('on', { timeout: 240_000 });
  await page.getByLabel('Margin').fill('110');
  await page.getByLabel('Margin').press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: /margins leave/i })).toContainText(
    '× 77 mm of 210 × 297 mm',
  );
  await choose(page, 'Stock', 'A4, 65 labels of 38.1 × 21.2');
  await expect(page.getByRole('alert').filter({ hasText: /a label is 38\.1 × 21\.2 mm/ })).toBeVisible();
});

test('two windows on one sheet never overwrite each other silently', async ({ page, context }) => {
  await openSheet(page, 'Sticker of two windows');
  await expect(page.getByText(/ · saved/)).toBeVisible();
  const sheetAddress = page.url();
  const other = await context.newPage();
  await other.goto(sheetAddress);
  const gap = (window: Page) => window.getByLabel('Gap', { exact: true });
  await expect(gap(other)).toBeVisible();
  await expect(gap(page)).toBeVisible();
  await gap(page).fill('5');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/ · saved/)).toBeVisible();
  await gap(other).fill('7');
  await other.keyboard.press('Tab');
  await expect(other.getByRole('alert')).toContainText('Another window saved this sheet meanwhile');
  await other.reload();
  // What was not saved is still there to choose.
  await expect(other.getByRole('alert')).toContainText('Another window saved this sheet meanwhile');
  await other.getByRole('button', { name: 'Use the other one' }).click();
  await expect(gap(other)).toHaveValue('5');
  await gap(other).fill('9');
  await other.keyboard.press('Tab');
  await expect(other.getByText(/ · saved/)).toBeVisible();
});
