/** Entering messages without mistakes: paste, recognise, fix, economise. */
import { expect, test, type Page } from '@playwright/test';
import { chooseKind } from './helpers';

test.use({ permissions: ['clipboard-read', 'clipboard-write'] });

async function newJob(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: /New job/ }).click();
  await expect(page.getByLabel('Address')).toBeFocused();
}

async function paste(page: Page, text: string): Promise<void> {
  await page.evaluate((value) => navigator.clipboard.writeText(value), text);
  await page.keyboard.press('Control+v');
}

test('whatever is pasted into an empty message is recognised and fills its form', async ({ page }) => {
  await newJob(page);
  await paste(page, 'WIFI:T:WPA;S:Ternquay\\;Slipway;P:low water;;');
  await expect(page.getByText('Recognised as: Wi-Fi login.')).toBeVisible();
  await expect(page.getByLabel('Network', { exact: true })).toHaveValue('Ternquay;Slipway');
  await expect(page.getByText('Anybody who photographs the sign has the password.')).toBeVisible();
  await expect(page.getByLabel('Password', { exact: true })).toHaveAttribute('type', 'password');

  await newJob(page);
  await paste(page, 'BEGIN:VCARD\r\nVERSION:3.0\r\nN:Tarrow;Ines;;;\r\nFN:Ines Tarrow\r\nEND:VCARD\r\n');
  await expect(page.getByLabel('Family name')).toHaveValue('Tarrow');
  await expect(page.getByText('Offers to save the contact “Ines Tarrow”.')).toBeVisible();
});

test('a telephone number is shown back as a phone would dial it, and a slip is told', async ({ page }) => {
  await newJob(page);
  await chooseKind(page, 'Telephone call');
  await page.getByLabel('Number').fill('020 7946 0018');
  await expect(page.getByRole('alert')).toContainText('is not a number that can be dialled from everywhere');
  await page.getByLabel('Number').fill('+44 20 7946 0018');
  await expect(page.getByText('Offers to call +44 20 7946 0018 (020 7946 0018 in GB).')).toBeVisible();
  await expect(page.getByTestId('payload')).toHaveText('tel:+442079460018');
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a version is economised away in one click, and comes back with one step', async ({ page }) => {
  await newJob(page);
  await page
    .getByLabel('Address')
    .fill('https://ternquay.example/berth/17?utm_source=slipway-sign&utm_medium=sign');
  await expect(page.getByTestId('room')).toContainText('more letters fit before the symbol grows');
  const saving = page.getByRole('button', { name: /Leave the campaign parameters out: version \d → \d/ });
  await expect(page.getByText('your statistics no longer tell where from')).toBeVisible();
  await saving.click();
  await expect(page.getByLabel('Address')).toHaveValue('https://ternquay.example/berth/17');
  await page.getByRole('button', { name: 'One step back' }).click();
  await expect(page.getByLabel('Address')).toHaveValue(/utm_source=slipway-sign/);
});

test('right-to-left and emoji text survive from the form to a reload', async ({ page }) => {
  await newJob(page);
  await chooseKind(page, 'Plain text');
  await page.getByLabel('Text', { exact: true }).fill('רציף 17 ⚓🚣');
  await page.getByTestId('finding-text-encoding').getByRole('button', { name: 'Announce UTF-8' }).click();
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  await page.reload();
  await expect(page.getByLabel('Text', { exact: true })).toHaveValue('רציף 17 ⚓🚣');
  await page.keyboard.press('Escape');
  await page.keyboard.press('p');
  await expect(page.getByTestId('verdict')).toContainText('every reader of the panel is prompt', {
    timeout: 30_000,
  });
});
