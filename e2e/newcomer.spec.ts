/** The first minute: nothing is there yet, and a file is wanted. */
import { expect, startServer, test } from './fixtures';
import { readFile } from 'node:fs/promises';

test.use({ checksByItself: true });

test('from an empty shelf to the file of a sticker in at most seven actions', async ({ page }) => {
  const { address, stop } = await startServer('empty', false);
  try {
    await page.addInitScript(() => localStorage.removeItem('binarus.showsKept'));
    let actions = 0;
    const act = async (action: Promise<unknown>): Promise<void> => {
      actions++;
      await action;
    };
    await page.goto(address);
    await act(page.getByRole('button', { name: 'Start the first job' }).click());
    // A blank piece and what a scan can do; nothing is red before anything was typed.
    await expect(page.getByRole('img', { name: /A blank piece of 40 × 40 mm/ })).toBeVisible();
    await expect(page.getByTestId('answer-reads')).toHaveAttribute('data-severity', 'none');
    await expect(page.locator('[data-severity="stop"]')).toHaveCount(0);
    await act(page.getByLabel('Address').fill('ternquay.example/slipway'));
    await act(
      page
        .getByRole('link', { name: /Piece/ })
        .or(page.getByRole('button', { name: /Piece/ }))
        .first()
        .click(),
    );
    await act(page.getByLabel('Width', { exact: true }).fill('50'));
    await act(page.getByLabel('Height', { exact: true }).fill('50'));
    await act(
      page
        .getByRole('link', { name: /Output/ })
        .or(page.getByRole('button', { name: /Output/ }))
        .first()
        .click(),
    );
    const downloading = page.waitForEvent('download', { timeout: 240_000 });
    // It may still be checking; the file then comes by itself.
    await act(page.getByRole('button', { name: 'Download' }).click());
    const svg = await readFile(await (await downloading).path(), 'utf8');
    expect(svg).toContain('width="50mm" height="50mm"');
    expect(actions).toBeLessThanOrEqual(7);
    await expect(page.getByTestId('answer-reads')).toHaveAttribute('data-severity', 'fine', {
      timeout: 240_000,
    });

    // Opened again, the job asks once whether the piece was made, and the shelf knows.
    await expect(page.getByTestId('made-question')).toHaveCount(0);
    await page.reload();
    await page.getByTestId('made-question').getByRole('button', { name: 'Yes, made' }).click();
    await expect(page.getByTestId('made-question')).toHaveCount(0);
    await page.reload();
    await expect(page.getByTestId('finished-marks')).toBeVisible();
    await expect(page.getByTestId('made-question')).toHaveCount(0);
    const { jobs } = (await (await page.request.get(`${address}/api/shelf`)).json()) as {
      jobs: { made: { revision: number } | null }[];
    };
    expect(jobs[0]!.made!.revision).toBeGreaterThan(0);

    // What is kept is behind a count, and opens by keyboard.
    const fold = page.getByTestId('fold-fine');
    await expect(fold).toHaveText(/checks passed/);
    await expect(page.getByTestId('finding-quiet-zone')).toHaveCount(0);
    await fold.focus();
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('finding-quiet-zone')).toContainText('at least 4.0 X');
  } finally {
    await stop();
  }
});

test('a code fills its piece in one click, and a kind or a piece to begin with is one click too', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: /New job/ }).click();
  await page.getByRole('button', { name: 'Wi-Fi login' }).click();
  await expect(page.getByLabel('Network', { exact: true })).toBeFocused();
  // A piece of another job comes with its material; the message is the new one.
  const begin = page
    .getByRole('group', { name: 'Or begin with a piece you have made' })
    .getByRole('button', { name: /mm$/ });
  const size = /[\d.]+ × [\d.]+ mm/.exec((await begin.first().textContent())!)![0];
  await begin.first().click();
  await expect(page.getByRole('img', { name: `A blank piece of ${size}` })).toBeVisible();
  await page.getByLabel('Network', { exact: true }).fill('Ternquay Quay');
  await page.getByLabel('Password', { exact: true }).fill('low water 17');
  await expect(page.getByTestId('finished-marks')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByLabel('Code width').fill('15');
  await page.getByRole('button', { name: 'Fill the piece' }).click();
  await expect(page.getByLabel('Code width')).not.toHaveValue(/^15(\.0+)?$/);
  await expect(page.getByTestId('finding-quiet-zone')).toHaveAttribute('data-severity', 'fine', {
    timeout: 240_000,
  });
  await expect(page.getByTestId('answer-fits')).toHaveAttribute('data-severity', /fine|caution/);
});
