/** The opening story: from a typed address to an inverted plate file that reads. */
import { expect, test, type Page } from './fixtures';
import { chooseKind, openJob, pickPair } from './helpers';
import jsQrModule from 'jsqr';
import { readFile } from 'node:fs/promises';

const jsQr = (jsQrModule as unknown as { default?: typeof jsQrModule }).default ?? jsQrModule;

/** Whatever goes wrong in the page, and whatever it asks for from elsewhere. */
const trouble: string[] = [];

test.beforeEach(({ page, baseURL }) => {
  trouble.length = 0;
  page.on('pageerror', (error) => trouble.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !message.text().includes('Failed to load resource'))
      trouble.push(message.text());
  });
  page.on('request', (request) => {
    const url = request.url();
    if (!url.startsWith(baseURL!) && !/^(data|blob):/.test(url)) trouble.push(`asked for ${url}`);
  });
});

test.afterEach(() => {
  expect(trouble).toEqual([]);
});

/** A job of its own, so that tests do not meet in the demo jobs. */
async function newPlate(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: /New job/ }).click();
  await page.getByLabel('Address').fill('https://ternquay.example/berth/18');
  await page.getByLabel('Name').fill(name);
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await pickPair(page, 'Black anodised aluminium');
  await page.getByLabel('Width', { exact: true }).fill('60');
  await page.getByLabel('Height', { exact: true }).fill('40');
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  await page.keyboard.press('Escape');
}

const finding = (page: Page, code: string) => page.getByTestId(`finding-${code}`);
const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('saved');

/** Pixels of an SVG as Chromium draws it on white, marks black. */
async function rasterise(
  page: Page,
  svg: string,
  pxPerMm: number,
): Promise<ImageData & { data: Uint8ClampedArray }> {
  const { width, height, data } = await page.evaluate(
    async ([text, scale]) => {
      const image = new Image();
      const loaded = new Promise((resolve, reject) => {
        image.onload = resolve;
        image.onerror = reject;
      });
      image.src = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }));
      await loaded;
      const size = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(text)!;
      const canvas = document.createElement('canvas');
      canvas.width = Number(size[1]) * scale;
      canvas.height = Number(size[2]) * scale;
      const context = canvas.getContext('2d')!;
      context.fillStyle = '#fff';
      context.fillRect(0, 0, canvas.width, canvas.height);
      context.drawImage(image, 0, 0, canvas.width, canvas.height);
      const pixels = context.getImageData(0, 0, canvas.width, canvas.height);
      const blob = new Blob([pixels.data]);
      const url = await new Promise<string>((resolve) => {
        const reader = new FileReader();
        reader.onload = () => resolve(reader.result as string);
        reader.readAsDataURL(blob);
      });
      // As text: a million numbers would be handed over one by one.
      return { width: pixels.width, height: pixels.height, data: url.slice(url.indexOf(',') + 1) };
    },
    [svg, pxPerMm] as const,
  );
  return { width, height, data: new Uint8ClampedArray(Buffer.from(data, 'base64')) } as ImageData & {
    data: Uint8ClampedArray;
  };
}

test('a typed address becomes an inverted plate file that reads', async ({ page }) => {
  await openJob(page, 'Berth 17 plate');

  // Another address: the plate is drawn anew and every limit is measured.
  const before = await page.getByTestId('finished-marks').getAttribute('d');
  await page.getByLabel('Address').fill('ternquay.example/berth/17/tides');
  await expect(page.getByText('No scheme was typed, so https:// is put in front.')).toBeVisible();
  await expect(page.getByTestId('payload')).toHaveText('https://ternquay.example/berth/17/tides');
  await expect(page.getByTestId('finished-marks')).not.toHaveAttribute('d', before!);
  for (const code of [
    'quiet-zone',
    'module-size',
    'contrast',
    'budget',
    'reading-camera',
    'reading-rule',
    'growth',
  ])
    await expect(finding(page, code)).toBeVisible();

  // Too small: stopped, and no file.
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByLabel('Code width').fill('12');
  await expect(finding(page, 'module-size')).toHaveAttribute('data-severity', 'stop');
  await page.keyboard.press('Escape');
  await page.keyboard.press('5');
  await expect(page.getByRole('button', { name: 'Download' })).toBeDisabled();
  await expect(page.getByTestId('held-back')).toContainText('0.414 mm is too fine');

  // One click mends it.
  await finding(page, 'module-size').getByRole('button', { name: 'Make the code 14.5 mm' }).click();
  await expect(finding(page, 'module-size')).toHaveAttribute('data-severity', 'fine');
  await finding(page, 'reading-camera')
    .getByRole('button', { name: /Make the code/ })
    .click();
  await expect(page.getByRole('button', { name: 'Download' })).toBeEnabled();

  // The proof.
  await saved(page);
  await page.keyboard.press('p');
  await expect(page.getByTestId('verdict')).toContainText('20 of 20', { timeout: 240_000 });
  await expect(page.getByTestId('verdict')).toContainText('every reader of the panel is prompt');
  for (const reader of ['zxing-plain', 'zbar', 'jsqr', 'zxing-thorough'])
    await expect(page.getByTestId(`reader-${reader}`)).toContainText('of 20');

  // The file, in millimetres, inverted: it reads once marks are light and the rest is dark, and not otherwise.
  await page.keyboard.press('5');
  const downloading = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download' }).click();
  const download = await downloading;
  expect(download.suggestedFilename()).toMatch(/^berth-17-plate_r\d+_60x40mm_black-anodised-aluminium\.svg$/);
  const svg = await readFile(await download.path(), 'utf8');
  expect(svg).toContain('width="60mm" height="40mm" viewBox="0 0 60 40"');
  const pixels = await rasterise(page, svg, 12);
  const read = (data: Uint8ClampedArray) =>
    jsQr(data, pixels.width, pixels.height, { inversionAttempts: 'dontInvert' })?.data ?? null;
  expect(read(pixels.data)).toBeNull();
  expect(read(pixels.data.map((value, index) => (index % 4 === 3 ? 255 : 255 - value)))).toBe(
    'https://ternquay.example/berth/17/tides',
  );

  // A reload finds everything as it was.
  const marks = await page.getByTestId('finished-marks').getAttribute('d');
  const revision = await page.locator('.job p').innerText();
  await page.reload();
  await expect(page.getByTestId('finished-marks')).toHaveAttribute('d', marks!);
  expect(await page.locator('.job p').innerText()).toBe(revision);
  await expect(page.getByText('Proved: every reader reads it promptly.')).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByLabel('Address')).toHaveValue('ternquay.example/berth/17/tides');

  // The next edit makes the proof stale.
  await page.getByLabel('Address').fill('ternquay.example/berth/17');
  await page.keyboard.press('Escape');
  await page.keyboard.press('4');
  await expect(page.getByTestId('verdict')).toContainText('Stale');
  await expect(page.getByRole('button', { name: /Proof stale/ })).toBeVisible();
});

test('a cut quiet zone is stopped, and each fix gives it back', async ({ page }) => {
  await newPlate(page, 'Cut plate');
  // A width that was chosen stays when the piece gets smaller.
  await page.getByLabel('Code width').fill('26');
  await page.getByLabel('Height', { exact: true }).fill('27');
  await expect(finding(page, 'quiet-zone')).toHaveAttribute('data-severity', 'stop');
  await expect(finding(page, 'quiet-zone')).toContainText('at least 4.0 X');
  const fixes = finding(page, 'quiet-zone').locator('[data-fix]');
  // They are tried on the whole job beside the keys, so they come a moment later.
  await expect.poll(() => fixes.count()).toBeGreaterThan(1);
  const count = await fixes.count();
  for (let index = 0; index < count; index++) {
    await fixes.nth(index).click();
    await expect(finding(page, 'quiet-zone')).toHaveAttribute('data-severity', 'fine');
    await page.getByRole('button', { name: 'One step back' }).click();
    await expect(finding(page, 'quiet-zone')).toHaveAttribute('data-severity', 'stop');
  }
});

test('an override needs a reason, stays on the job, and can be withdrawn', async ({ page }) => {
  await newPlate(page, 'Overridden plate');
  await page.getByLabel('Code width').fill('14');
  await page.keyboard.press('Escape');
  await page.keyboard.press('5');
  await page.getByTestId('held-back').getByRole('button', { name: 'Allow anyway…' }).first().click();
  await page.getByRole('button', { name: 'Allow anyway', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('reason of at least three characters');
  await page.getByLabel(/Why may it pass/).fill('Trying the short lens on scrap.');
  await page.getByRole('button', { name: 'Allow anyway', exact: true }).click();
  await expect(page.getByTestId('overrides')).toContainText('Trying the short lens on scrap.');
  await expect(finding(page, 'module-size')).toContainText('Trying the short lens on scrap.');
  await expect(page.getByRole('button', { name: 'Download' })).toBeEnabled();
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('overrides')).toContainText('Trying the short lens on scrap.');
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.getByRole('button', { name: 'Download' })).toBeDisabled();
});

test('work survives a reload before it was saved, and a server that does not save', async ({ page }) => {
  await newPlate(page, 'Survivor');
  await page.keyboard.press('1');
  await page.route('**/revisions', (route) =>
    route.fulfill({ status: 507, json: { problem: 'The disk is full.' } }),
  );
  await page.getByLabel('Address').fill('https://ternquay.example/kept');
  await expect(page.getByTestId('save-state')).toHaveText('not saved');
  await expect(page.getByTestId('save-state')).toHaveAttribute('title', 'The disk is full.');
  await page.reload();
  await expect(page.getByLabel('Address')).toHaveValue('https://ternquay.example/kept');
  await page.unroute('**/revisions');
  await expect(page.getByTestId('save-state')).toHaveText('saved', { timeout: 240_000 });
  await page.reload();
  await expect(page.getByLabel('Address')).toHaveValue('https://ternquay.example/kept');
});

test('two windows on one job never overwrite each other silently', async ({ page, browser }) => {
  await newPlate(page, 'Shared plate');
  await page.keyboard.press('1');
  await saved(page);
  // Another browser, which hears nothing of this one.
  const context = await browser.newContext();
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Address')).toBeVisible();
  await page.getByLabel('Address').fill('https://ternquay.example/first');
  await saved(page);
  await other.getByLabel('Address').fill('https://ternquay.example/second');
  await expect(other.getByRole('alert')).toContainText('Another window saved revision');
  await expect(other.getByLabel('Address')).toHaveValue('https://ternquay.example/second');
  await other.getByRole('button', { name: 'Keep mine' }).click();
  await saved(other);
  await context.close();
  await page.reload();
  await expect(page.getByLabel('Address')).toHaveValue('https://ternquay.example/second');
});

test('the keyboard reaches stations, views, fixes, steps back and the fit bar', async ({ page }) => {
  await newPlate(page, 'Keyboard plate');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeHidden();
  for (const [key, name] of [
    ['2', 'Style'],
    ['4', 'Proof'],
    ['5', 'Output'],
    ['1', 'Message'],
    ['3', 'Piece'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page.locator('[aria-current="step"]')).toContainText(name);
  }
  await page.keyboard.press('7');
  await expect(page.getByText(/mark: light modules and quiet zone, \d+ mm²/)).toBeVisible();
  await page.keyboard.press('8');
  await expect(page.getByText('reads it').first()).toBeVisible({ timeout: 240_000 });
  await page.keyboard.press('6');

  const handle = page.getByRole('slider', { name: 'Width of the code' });
  await handle.focus();
  const start = Number(await handle.getAttribute('aria-valuenow'));
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(handle).toHaveAttribute('aria-valuenow', String(Number((start - 1.1).toFixed(1))));
  await page.keyboard.press('Control+z');
  await expect(handle).toHaveAttribute('aria-valuenow', String(start));
  await page.keyboard.press('Control+Shift+z');
  await expect(handle).toHaveAttribute('aria-valuenow', String(Number((start - 1.1).toFixed(1))));

  await page.keyboard.press('Alt+ArrowRight');
  await expect(page.getByRole('button', { name: 'Put it in the middle' })).toBeEnabled();
  await page.keyboard.press('u');
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('2.3622');
  await page.keyboard.press('u');

  await page.getByLabel('Code width').fill('9');
  await page.keyboard.press('Escape');
  // Fixes are offered once they were tried.
  await expect(page.locator('[data-fix]').first()).toBeVisible();
  await page.keyboard.press('f');
  await page.keyboard.press('Enter');
  await expect(finding(page, 'module-size')).toHaveAttribute('data-severity', 'fine');
});

test('the handle of the fit bar drags the width', async ({ page }) => {
  await newPlate(page, 'Dragged plate');
  const track = await page.getByTestId('fit-track').boundingBox();
  await page.mouse.move(track!.x + track!.width / 2, track!.y + track!.height / 2);
  await page.mouse.down();
  await page.mouse.move(track!.x + 4, track!.y + track!.height / 2, { steps: 4 });
  await expect(finding(page, 'module-size')).toHaveAttribute('data-severity', 'stop');
  await page.mouse.up();
});

test('wrong input is answered with the measured and the allowed value', async ({ page }) => {
  await newPlate(page, 'Wrong input');
  await page.getByLabel('Width', { exact: true }).fill('0.5');
  await expect(page.getByRole('alert')).toContainText('0.5 mm is outside 1 to 5000 mm');
  await page.getByLabel('Width', { exact: true }).fill('wide');
  await expect(page.getByRole('alert')).toContainText('is no length');
  // Never a part of what was typed: the value from before stands, and the field says so when it is left.
  await page.getByLabel('Width', { exact: true }).fill('');
  await page.getByLabel('Width', { exact: true }).pressSequentially('100000');
  await page.getByLabel('Height', { exact: true }).focus();
  await expect(page.getByRole('alert').first()).toContainText('is outside 1 to 5000 mm. It stays 60 mm.');
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('60');
  await page.getByLabel('Width', { exact: true }).fill('2,5in');
  await expect(page.getByRole('button', { name: /Piece 63.5 × 40/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('1');
  await page.getByLabel('Address').fill('');
  await expect(page.getByLabel('Stage', { exact: true })).toContainText('What is it for?');
  await chooseKind(page, 'Plain text');
  await page.getByLabel('Text', { exact: true }).fill('q'.repeat(2400));
  await expect(page.getByLabel('Stage', { exact: true })).toContainText(
    'Characters to drop at each level: L 0, M 69',
  );
  await finding(page, 'message-too-long').getByRole('button', { name: 'Choose level L' }).click();
  await expect(page.getByLabel('Stage', { exact: true })).not.toContainText('Characters to drop');
});

test('a new job starts clean, and an unknown one says so', async ({ page }) => {
  await newPlate(page, 'Before');
  await page.goto('/');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: /New job/ }).click();
  await expect(page.getByLabel('Address')).toHaveValue('');
  await expect(page.getByLabel('Name')).toHaveValue('');
  await page.goto('/jobs/6d2f9a3e-1111-4222-8333-444455556666');
  await expect(page.getByText('There is no such job.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await expect(page.getByRole('link', { name: /Before/ })).toBeVisible();
});
