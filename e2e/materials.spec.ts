/** Materials and machines: found by what people call them, copied, changed, and told to the jobs that were made with them. */
import { readFile } from 'node:fs/promises';
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './fixtures';
import { openJob, pairChoice } from './helpers';

test('a profile is copied and changed, and a job keeps its values until it takes the new ones', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Materials', exact: true }).click();
  await page.getByLabel('Search', { exact: true }).fill('dog tag');
  await page.getByRole('button', { name: 'Stainless steel, fibre laser' }).click();
  await expect(page.getByRole('heading', { name: 'Stainless steel' })).toBeVisible();
  // Shipped values are typical, and cannot be typed over.
  await expect(page.getByLabel('Growth on each edge')).toHaveCount(0);
  await page.getByRole('button', { name: 'Copy and change' }).click();
  await expect(page.getByLabel('Name')).toHaveValue('My stainless steel');
  await page.getByLabel('Name').fill('Rudder tags');
  await page.getByRole('button', { name: 'Keep the changes' }).click();
  await expect(page.getByRole('button', { name: /^Rudder tags, fibre laser/ })).toBeVisible();

  await openJob(page, 'Berth 17 plate');
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByLabel('Search materials and machines').fill('mug');
  await page.getByRole('radio', { name: /^Rudder tags/ }).click();
  await expect(page.getByText('has changed since')).toHaveCount(0);
  await expect(page.getByTestId('save-state')).toHaveText('saved');

  // Changed values survive a reload until they are kept, out of range they are refused.
  await page.getByRole('link', { name: 'Values…' }).click();
  await page.getByLabel('Module, not under').fill('1.9');
  await page.getByLabel('Gloss').fill('400');
  await expect(page.getByText('0 to 100 %').first()).toBeVisible();
  await page.getByLabel('How they were found').focus();
  await page.reload();
  await expect(page.getByLabel('Module, not under')).toHaveValue('1.9');
  await expect(page.getByLabel('Gloss')).toHaveValue('80');
  await page.getByRole('radio', { name: 'measured on a test piece' }).click();
  await page.getByLabel('How they were found').fill('coupon of 12 squares');
  await page.getByRole('button', { name: 'Keep the changes' }).click();
  await expect(page.getByText(/^calibrated on .*coupon of 12 squares/)).toBeVisible();
  await expect(page.getByText('Module, not under: 0.25 mm → 1.9 mm')).toBeVisible();
  const faults = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze();
  expect(faults.violations.map(({ id, nodes }) => `${id} ${nodes[0]?.target.join(' ')}`)).toEqual([]);

  await page.getByRole('link', { name: 'Berth 17 plate' }).click();
  await expect(page.getByText('has changed since')).toBeVisible();
  await expect(page.getByTestId('finding-module-size')).toHaveAttribute('data-severity', 'fine');
  await page.getByRole('button', { name: 'Use the new values' }).click();
  await expect(page.getByTestId('finding-module-size')).toHaveAttribute('data-severity', 'stop');
  await expect(page.getByTestId('finding-module-size')).toContainText('calibrated');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('has changed since')).toBeVisible();
});

test('a profile goes out as a file and comes in again; what is none is refused', async ({ page }) => {
  await page.goto('/materials/cork.co2-laser');
  await expect(page.getByRole('heading', { name: 'Cork', exact: true })).toBeVisible();
  const out = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const download = await out;
  expect(download.suggestedFilename()).toBe('cork.binarus-profile.json');
  const bytes = await readFile(await download.path());
  const picker = page.getByLabel('Profile to import');
  await picker.setInputFiles({ name: 'cork.json', mimeType: 'application/json', buffer: bytes });
  await expect(page.getByLabel('Name')).toHaveValue('Cork');
  await picker.setInputFiles({ name: 'cork.json', mimeType: 'application/json', buffer: bytes });
  await expect(page.getByLabel('Name')).toHaveValue('Cork (2)');
  const wrong = JSON.parse(bytes.toString()) as { pair: { process: { growthMm: number } } };
  wrong.pair.process.growthMm = 7;
  await picker.setInputFiles({
    name: 'wrong.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(wrong)),
  });
  await expect(page.getByRole('alert')).toContainText('pair.process.growthMm');
  await page.getByRole('button', { name: 'Delete…' }).click();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByRole('heading', { name: 'Cork', exact: true })).toBeVisible();
});

test('pairs are chosen by keyboard, the last used first', async ({ page }) => {
  await openJob(page, 'Oar rack tag');
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  const search = page.getByLabel('Search materials and machines');
  await search.fill('coaster');
  await search.press('Tab');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  const checked = page.getByRole('radiogroup', { name: 'Material and machine' }).getByRole('radio', {
    checked: true,
  });
  await expect(checked).toHaveCount(1);
  await expect(pairChoice(page, 'Birch plywood')).not.toBeChecked();
  await search.fill('cheese');
  await expect(page.getByText('No match.')).toBeVisible();
});

test('a tin bends its label, and the fit bar knows the best width', async ({ page }) => {
  await openJob(page, 'Varnish tin label');
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Where it is used', exact: true }).click();
  await expect(page.getByLabel('Diameter')).toHaveValue('85');
  await expect(page.getByTestId('finding-bend')).toHaveAttribute('data-severity', 'fine');
  await page.getByLabel('Diameter').fill('30');
  await expect(page.getByTestId('finding-bend')).toHaveAttribute('data-severity', 'caution');
  await page.getByLabel('Diameter').fill('85');
  await page.getByRole('button', { name: 'Basics', exact: true }).click();
  await page.getByLabel('Code width').fill('11');
  await page.getByRole('button', { name: /^best 14\.5 mm/ }).click();
  await expect(page.getByLabel('Code width')).toHaveValue('14.5');
  await page.getByRole('button', { name: 'Where it is used', exact: true }).click();
  await page.getByText('Mounted on a wall or a post').click();
  await page.getByLabel('Height of its middle').fill('3000');
  await expect(page.getByTestId('finding-mount')).toHaveAttribute('data-severity', 'stop');
  await page.getByText('Meant to last').click();
  await expect(page.getByTestId('finding-life')).toContainText('2.4 months');
});
