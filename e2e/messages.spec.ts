/** Entering messages without mistakes: paste, recognise, fix, economise. */
import { expect, test, type Page } from './fixtures';
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

test('what is typed or pasted while the bench of a new job still opens is the message, and no shortcut', async ({
  page,
}) => {
  // The form is on its way for a second.
  await page.route(/assets\/MessageDrawer-.+\.js|assets\/message-.+\.js/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1000));
    await route.continue();
  });
  const begin = async (): Promise<void> => {
    await page.goto('/');
    await page.getByRole('button', { name: /New job/ }).click();
  };
  await begin();
  await page.keyboard.type('https://ternquay.example/haul');
  await expect(page.getByLabel('Address')).toHaveValue('https://ternquay.example/haul');
  await page.keyboard.type('-out');
  await expect(page.getByTestId('payload')).toHaveText('https://ternquay.example/haul-out');

  await begin();
  await paste(page, 'WIFI:T:WPA;S:Ternquay\\;Slipway;P:low water;;');
  await expect(page.getByText('Recognised as: Wi-Fi login.')).toBeVisible();
  await expect(page.getByLabel('Network', { exact: true })).toHaveValue('Ternquay;Slipway');
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

test('an address that cannot be right is stopped with the one that was meant', async ({ page }) => {
  await newJob(page);
  await page.getByLabel('Address').fill('htp:/ternquay.example/menu');
  await expect(page.getByRole('alert')).toContainText('“htp” is no scheme that a browser knows');
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  await page.getByRole('button', { name: 'Make it https://ternquay.example/menu' }).first().click();
  await expect(page.getByLabel('Address')).toHaveValue('https://ternquay.example/menu');
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('what is typed is recognised, and becomes its kind in one click', async ({ page }) => {
  await newJob(page);
  await page.getByLabel('Address').fill('0044 20 7946 0018');
  await page.getByRole('button', { name: 'Make it: Telephone call' }).first().click();
  await expect(page.getByLabel('Number')).toHaveValue('0044 20 7946 0018');
  await page.getByRole('button', { name: 'Make it +44 20 7946 0018' }).first().click();
  await expect(page.getByTestId('payload')).toHaveText('tel:+442079460018');

  // A chat: the link that the service gives falls into its parts, and the pattern is there the next time.
  await newJob(page);
  await chooseKind(page, 'Chat');
  await expect(page.getByText('Paste the link that your chat service gives')).toBeVisible();
  await page.getByLabel('Link pattern').focus();
  await paste(page, 'https://chat.example/send?phone=442079460018&text=Is%20berth%2017%20free%3F');
  await expect(page.getByLabel('Number')).toHaveValue('+442079460018');
  await expect(page.getByLabel('Text', { exact: true })).toHaveValue('Is berth 17 free?');
  await newJob(page);
  await chooseKind(page, 'Chat');
  await expect(page.getByLabel('Link pattern')).toHaveValue(
    'https://chat.example/send?phone={number}&text={text}',
  );
});

test('a version is economised away in one click, and comes back with one step', async ({ page }) => {
  await newJob(page);
  await page
    .getByLabel('Address')
    .fill('https://ternquay.example/berth/17?utm_source=slipway-sign&utm_medium=sign');
  await expect(page.getByTestId('room')).toContainText('more letters fit before the code grows');
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
    timeout: 240_000,
  });
});

test('a message that another job holds already is pointed out with a link', async ({ page }) => {
  await newJob(page);
  await page.getByLabel('Address').fill('https://ternquay.example/twice');
  await page.getByLabel('Name').fill('The first of two');
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  await newJob(page);
  await page.getByLabel('Address').fill('ternquay.example/twice');
  await page.getByRole('link', { name: 'The first of two' }).click();
  await expect(page.getByRole('heading', { name: 'The first of two' })).toBeVisible();
});

/** Path data moved so that its least coordinate is 0, in hundredths: where the code lies on its piece does not matter. */
function shapeOf(path: string): string {
  const least = Math.min(...[...path.matchAll(/[\d.]+/g)].map(([text]) => Number(text)));
  return path.replace(/[\d.]+/g, (text) => (Number(text) - least).toFixed(2));
}

test('a code that exists only as a picture becomes a job with the same modules', async ({ page }) => {
  // A picture of the plate as the bench draws it, taken with its own version, level and mask.
  await newJob(page);
  await page.getByLabel('Address').fill('https://ternquay.example/picture');
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Symbol', exact: true }).click();
  await page.getByRole('radio', { name: /^Q/ }).click();
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  const modules = shapeOf((await page.getByTestId('finished-marks').getAttribute('d'))!);
  const picture = await page.getByLabel('Stage', { exact: true }).screenshot();

  await page.goto('/');
  await page
    .getByLabel('Picture of a code')
    .setInputFiles({ name: 'old.png', mimeType: 'image/png', buffer: picture });
  const dialog = page.getByRole('dialog', { name: 'Read from a picture' });
  await expect(dialog).toContainText('https://ternquay.example/picture', { timeout: 240_000 });
  await dialog.getByText('Keep version, level and mask').click();
  await dialog.getByRole('button', { name: 'Make it a job' }).click();
  await expect(page.getByLabel('Address')).toHaveValue('https://ternquay.example/picture');
  await expect(page.getByTestId('finished-marks')).toBeVisible();
  expect(shapeOf((await page.getByTestId('finished-marks').getAttribute('d'))!)).toBe(modules);

  await page.goto('/');
  const nothing = { name: 'nothing.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') };
  await page.getByLabel('Picture of a code').setInputFiles(nothing);
  await expect(dialog.getByRole('alert')).toContainText('not a picture that can be opened');
});
