/** One job on many machines, and an impossible one made to fit. */
import { expect, test } from './fixtures';
import { openCopy, openJob, pickPair } from './helpers';

test('one job goes through six pairs: polarity, smallest module and findings follow', async ({ page }) => {
  await openCopy(page, 'Varnish tin label', 'Six pairs');
  await page.keyboard.press('3');
  await page.getByTestId('fit-open').click();
  const marked = page.getByRole('radiogroup', { name: 'What is marked' }).getByRole('radio').first();
  const least = page.getByText(/^module ≥/);
  const goTo = async (material: string, machine: string, marks: string, module: string): Promise<void> => {
    await pickPair(page, material, machine);
    await expect(marked).toContainText(marks);
    await expect(least).toHaveText(`module ≥ ${module} mm`);
  };
  // Smallest modules: common practice, no source; polarity from the colours, from memory.
  await goTo('White paper', 'laser printer', 'Dark modules', '0.33');
  // On a tin of 85 mm, a fifth of it.
  await expect(page.getByText('on 85 mm across', { exact: true })).toBeVisible();
  await goTo('Natural slate', 'laser', 'Light modules and quiet zone', '0.9');
  await goTo('Brass', 'rotary', 'Dark modules', '0.75');
  await expect(page.getByTestId('finding-contrast')).toHaveAttribute('data-severity', 'stop');
  await page.getByRole('button', { name: 'Fill the marks with black paint' }).click();
  await expect(page.getByTestId('finding-contrast')).toHaveAttribute('data-severity', 'caution');
  await page.keyboard.press('7');
  await expect(page.getByText('by hand: fill the marks with paint')).toBeVisible();
  await page.keyboard.press('6');
  await goTo('Black vinyl laid on white', 'knife, camera', 'Dark modules', '1.5');
  await goTo('Stencil card, sprayed black on white', 'cut through', 'Dark modules', '1.5');
  for (const [field, value] of [
    ['Width', '150'],
    ['Height', '150'],
    ['Code width', '98'],
  ] as const) {
    await page.getByLabel(field, { exact: true }).fill(value);
    await page.keyboard.press('Tab');
  }
  await expect(page.getByTestId('finding-loose-parts')).toHaveAttribute('data-severity', 'caution');
  await page.getByRole('button', { name: 'Part the modules' }).click();
  await expect(page.getByTestId('finding-loose-parts')).not.toHaveAttribute('data-severity', 'caution');
  await goTo('White filament, black marks', 'filament', 'Dark modules', '0.9');
  await page.getByRole('button', { name: 'Finish', exact: true }).click();
  await expect(page.getByText('at layer 11', { exact: true })).toBeVisible();
  await page.getByLabel('Height of the marks').fill('0.5');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('finding-layers')).toHaveAttribute('data-severity', 'caution');
  // What is chosen survives a reload.
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  await page.reload();
  await expect(page.getByTestId('finding-layers')).toHaveAttribute('data-severity', 'caution');
});

test('an impossible job is made to fit in one step, and comes back in one', async ({ page }) => {
  await openCopy(page, 'Oar rack tag', 'Narrow tag');
  await page.keyboard.press('3');
  await page.getByLabel('Width', { exact: true }).fill('38');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('finding-quiet-zone')).toHaveAttribute('data-severity', 'stop');
  await page.getByRole('button', { name: 'Make it fit' }).click();
  const dialog = page.getByRole('dialog', { name: 'Make it fit' });
  await expect(dialog.getByTestId('way').first()).toBeVisible();
  // Nothing keeps all of it.
  for (const kept of ['the size of the piece', 'the look', 'the reading distance'])
    await dialog.getByLabel(kept).check();
  await expect(dialog.getByTestId('no-way')).toBeVisible();
  for (const kept of ['the size of the piece', 'the look', 'the reading distance'])
    await dialog.getByLabel(kept).uncheck();
  const way = dialog.getByTestId('way').first();
  await expect(way).toContainText(/read by all readers|not read promptly by all/, { timeout: 240_000 });
  await way.getByRole('button', { name: 'Use this' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.locator('[data-severity="stop"]')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('finding-quiet-zone')).toHaveAttribute('data-severity', 'stop');
});

test('the fit bar holds other things open, and what if shows the widths as they change', async ({ page }) => {
  await openCopy(page, 'Berth 17 plate', 'Far plate');
  await page.keyboard.press('3');
  await page.getByLabel('What is left open').selectOption('distance');
  const handle = page.getByRole('slider', { name: 'Reading distance' });
  await expect(handle).toHaveAttribute('aria-valuetext', '0.30 m');
  await handle.press('ArrowRight');
  await expect(handle).toHaveAttribute('aria-valuetext', '0.31 m');
  await page.getByLabel('What is left open').selectOption('message');
  await expect(page.getByRole('slider', { name: 'Length of the message' })).toHaveAttribute(
    'aria-valuetext',
    '33 characters',
  );
  await expect(page.getByText('largest symbol')).toBeVisible();
  await page.getByRole('button', { name: 'What if…' }).click();
  await expect(page.getByTestId('what-if-machine').getByRole('listitem')).toHaveText([
    /^laser \(now\): 21\.\d+ mm to 31\.\d+ mm/,
    /^diode laser/,
    /^fibre laser/,
  ]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'What if' })).toBeHidden();
});

test('a label is seen around its tin', async ({ page }) => {
  await openJob(page, 'Varnish tin label');
  await page.getByRole('button', { name: 'Around', exact: true }).click();
  await expect(page.getByRole('img', { name: 'The piece on the thing that it goes around' })).toBeVisible();
  await expect(page.getByTestId('around-marks').first()).toBeAttached();
  await openJob(page, 'Berth 17 plate');
  await expect(page.getByRole('button', { name: 'Around', exact: true })).toHaveCount(0);
});
