/** What a piece is for, said in one click on an empty job: nothing is red or amber then, however the message comes. */
import { expect, test } from './fixtures';

test('a poster on a door has its machine, its code and its words at once, and follows the message', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: /New job/ }).click();
  await page.getByRole('button', { name: /Poster on a door/ }).click();
  // Typed while the piece is still being laid out, and no shortcut.
  await page.keyboard.type('https://ternquay.example/regatta/2026/programme-and-entries');
  await expect(page.getByRole('button', { name: /Piece 297 × 420, 1\d\d/ })).toBeVisible();
  await expect(page.getByTestId('answer-made')).toHaveAttribute('data-severity', 'fine');
  await expect(page.getByTestId('answer-fits')).toHaveAttribute('data-severity', 'fine');
  await expect(page.getByTestId('unfine').getByRole('listitem')).toHaveCount(0);
  await expect(page.getByTestId('thing-words-1')).toHaveCount(1);
  // Another length of the message, another width of the code; what was chosen by hand then stays.
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByLabel('Code width').fill('120');
  await page.keyboard.press('Escape');
  await page.keyboard.press('1');
  await page.getByLabel('Address').fill('https://ternquay.example/r');
  await expect(page.getByRole('button', { name: /Piece 297 × 420, 120/ })).toBeVisible();
});

test('what is put on a new piece makes its own room, as one step back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /New job/ }).click();
  await page.getByLabel('Address').fill('ternquay.example/slip/4');
  await expect(page.getByTestId('finished-marks')).toBeVisible();
  const piece = page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name: /Piece/ });
  const before = await piece.textContent();
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Text and graphics' }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Frame', exact: true }).click();
  await expect(page.getByTestId('thing-frame-1')).toHaveCount(1);
  await expect(piece).not.toHaveText(before!);
  await expect(page.getByTestId('unfine').getByRole('listitem')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(piece).toHaveText(before!);
  await expect(page.getByTestId('thing-frame-1')).toHaveCount(0);
});

test('a contour and a logo begin without red or amber, each as one step back', async ({ page }) => {
  const unfine = page.getByTestId('unfine').getByRole('listitem');
  await page.goto('/');
  await page.getByRole('button', { name: /New job/ }).click();
  await page.getByLabel('Address').fill('https://ternquay.example/slip/4');
  await expect(page.getByTestId('finished-marks')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Outline', exact: true }).click();
  await page.getByRole('radio', { name: 'Contour' }).click();
  await expect(page.getByLabel('Bleed')).toHaveValue('0.5');
  await expect(unfine).toHaveCount(0);

  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Logo', exact: true }).click();
  await page.getByRole('radio', { name: 'icon' }).click();
  await page.getByRole('button', { name: 'anchor', exact: true }).click();
  // Its usual size would use more of the damage allowance than is safe.
  await expect.poll(async () => Number(await page.getByLabel('Size, in %').inputValue())).toBeLessThan(20);
  await expect(unfine).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Remove it' })).toHaveCount(0);
});
