/** The proof beyond its verdict, and checks of finished pieces: maps, places, photographs, the camera, what is kept. */
import { chromium } from '@playwright/test';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findPair } from '../src/content';
import { newJob } from '../src/core/job';
import { photoOf } from '../src/testing/photoFiles';
import { expect, test, type Page } from './fixtures';
import { openJob } from './helpers';

const address = 'https://ternquay.example/slip/2';

async function open(page: Page, name: string, target = address): Promise<string> {
  const document = newJob({
    name,
    message: { kind: 'web', address: target },
    pair: findPair('birch-plywood', 'co2-laser')!,
  });
  const made = await page.request.post('/api/jobs', { data: { document } });
  const { id } = (await made.json()) as { id: string };
  await openJob(page, name);
  return id;
}
const photo = async (
  text: string,
  ...how: Parameters<typeof photoOf> extends [string, ...infer Rest] ? Rest : never
) => ({
  name: 'slip.jpg',
  mimeType: 'image/jpeg',
  buffer: await photoOf(text, ...how)
    .jpeg()
    .toBuffer(),
});
const bring = async (page: Page, file: { name: string; mimeType: string; buffer: Buffer }): Promise<void> =>
  page.getByLabel('Photograph', { exact: true }).setInputFiles(file);

test('a proof is followed by a map, whose cells are looked at, and ends with the next edit', async ({
  page,
}) => {
  await open(page, 'Slip that is proved');
  await page.keyboard.press('4');
  await page.getByRole('button', { name: 'Prove revision 1' }).click();
  await expect(page.getByTestId('verdict')).toContainText('20 of 20', { timeout: 240_000 });
  await expect(page.getByTestId('verdict')).toContainText(
    /Reads from [\d.]+ m to [\d.]+ m, leaning by up to \d+°/,
    {
      timeout: 240_000,
    },
  );
  // The map is walked over with the arrow keys; Enter shows the picture.
  await page
    .getByRole('button', { name: /leaning by 25°: of 20 shots/ })
    .last()
    .focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /^From [\d.]+ m, leaning by 35°/ })).toBeVisible();
  // Another place, another phone.
  await page.getByRole('combobox', { name: 'Where it is read' }).click({ force: true });
  await page.getByRole('option', { name: 'Dim hall' }).click();
  await expect(page.getByText('Evening light: a long exposure')).toBeVisible();
  await page.getByRole('button', { name: 'As asked' }).click();
  await expect(page.getByRole('heading', { name: /leaning by 0°/ })).toBeVisible();
  // More shots are counted together with those that were taken.
  await page.getByRole('button', { name: '20 more' }).click();
  await expect(page.getByTestId('reader-zbar')).toContainText('of 40', { timeout: 240_000 });
  // An edit ends what is under way and makes all of it stale.
  await page.getByRole('radio', { name: 'Harm' }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.getByLabel('Read from').fill('400');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('verdict')).toContainText('Stale');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeHidden();
});

test('print quality is measured, and why it is not is told', async ({ page }) => {
  await open(page, 'Slip that is graded', `${address}?of=grade`);
  await page.keyboard.press('4');
  await page.getByRole('radio', { name: 'Grade' }).click();
  await expect(page.getByTestId('grades')).toContainText('Overall, ISO/IEC 29158');
  await expect(page.getByRole('img', { name: /modules below grade A/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('1');
  await page.getByLabel('Address').fill('');
  await page.keyboard.press('Escape');
  await page.keyboard.press('4');
  await page.getByRole('radio', { name: 'Grade' }).click();
  await expect(page.getByText('There is nothing to measure')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Prove revision/ })).toBeDisabled();
});

test('a photograph of a piece is compared with its job, kept with it, and finds its job by what it says', async ({
  page,
}) => {
  const target = `${address}?of=kept`;
  await open(page, 'Slip that was made', target);
  await page.keyboard.press('4');
  await page.getByRole('link', { name: /Check a photograph/ }).click();
  await expect(page.getByRole('heading', { name: /Check “Slip that was made”/ })).toBeVisible();
  await bring(page, await photo(target, { turn: 0.3, tilt: 0.3, pixels: 7 }));
  await expect(page.getByTestId('check-says')).toContainText('It says what it should; every reader');
  await expect(page.getByRole('img', { name: /0 of \d+ modules differ/ })).toBeVisible();
  await page.getByLabel('Note').fill('the plate by the slip');
  await page.getByRole('button', { name: 'Keep with revision 1' }).click();
  await expect(page.getByRole('button', { name: 'Kept with the job' })).toBeDisabled();
  await page.reload();
  await expect(page.getByText('the plate by the slip')).toBeVisible();

  // Another piece says something else.
  await bring(page, await photo(`${target}&wrong=1`));
  await expect(page.getByTestId('check-says')).toContainText('it says something else than this job');

  // Without a job the photograph finds it.
  await page.goto('/check');
  await bring(page, await photo(target));
  await page.getByRole('button', { name: 'Compare with “Slip that was made”' }).click();
  await expect(page.getByRole('heading', { name: /Check “Slip that was made”/ })).toBeVisible();
  await expect(page.getByTestId('check-says')).toContainText('It says what it should');
  await page.getByRole('button', { name: /Delete the check of/ }).click();
  await expect(page.getByText('the plate by the slip')).toBeHidden();
});

test('what is no photograph is told, and where nothing reads corners are set by hand', async ({ page }) => {
  const target = `${address}?by=hand`;
  const id = await open(page, 'Slip with mud on it', target);
  await page.goto(`/check/${id}`);
  const bad = (name: string, bytes: Buffer) => ({ name, mimeType: 'image/jpeg', buffer: bytes });
  await bring(page, bad('notes.jpg', Buffer.from('no picture')));
  await expect(page.getByRole('alert')).toContainText('notes.jpg is not a picture that can be opened');
  await bring(page, bad('IMG_1.heic', Buffer.from('\0\0\0\x18ftypheic\0\0\0\0mif1heic', 'latin1')));
  await expect(page.getByRole('alert')).toContainText('HEIC');
  // Half of the code is under mud: nothing reads it, and its grid is laid by hand.
  const muddy = await photoOf(target, { pixels: 8 })
    .composite([
      {
        input: { create: { width: 130, height: 130, channels: 3, background: '#3b3a36' } },
        left: 170,
        top: 150,
      },
    ])
    .jpeg()
    .toBuffer();
  await bring(page, bad('muddy.jpg', muddy));
  await expect(page.getByTestId('check-says')).toContainText('No code in this picture can be read', {
    timeout: 240_000,
  });
  await page.getByText('Set the corners by hand').click();
  const [first, second, third, fourth] = await page.getByRole('slider', { name: /Corner/ }).all();
  const sheet = (await page.getByLabel('The photograph').last().boundingBox())!;
  const size = await page
    .getByLabel('The photograph')
    .last()
    .evaluate((canvas) => (canvas as HTMLCanvasElement).width);
  // The symbol of version 3 lies in the middle, eight pixels a module.
  const edge = ((29 * 8) / 2 / size) * sheet.width;
  const middle = { x: sheet.x + sheet.width / 2, y: sheet.y + sheet.height / 2 };
  for (const [handle, right, down] of [
    [first!, -1, -1],
    [second!, 1, -1],
    [third!, 1, 1],
    [fourth!, -1, 1],
  ] as const) {
    const { x, y, width, height } = (await handle.boundingBox())!;
    await page.mouse.move(x + width / 2, y + height / 2);
    await page.mouse.down();
    await page.mouse.move(middle.x + right * edge, middle.y + down * edge, { steps: 4 });
    await page.mouse.up();
  }
  await expect(page.getByRole('img', { name: /[1-9]\d* of 841 modules differ/ })).toBeVisible();
});

test('the camera of the device reads a piece that is held before it', async ({ address: base }) => {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-camera-'));
  // A film of one picture after the other is what the browser takes for a camera.
  const frame = await photoOf(address, { turn: 0.15, tilt: 0.2, pixels: 10 })
    .resize(640, 480, { fit: 'contain', background: '#777777' })
    .jpeg({ quality: 92 })
    .toBuffer();
  const film = join(folder, 'camera.mjpeg');
  writeFileSync(film, Buffer.concat(Array.from({ length: 4 }, () => frame)));
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${base}/check`);
    await page.getByRole('button', { name: 'Camera' }).click();
    await expect(page.locator('[data-test=check-says]')).toContainText('It reads', {
      timeout: 240_000,
    });
    await expect(page.getByText(address, { exact: true })).toBeVisible();
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
