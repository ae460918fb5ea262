/** Test pieces, from the profile to the profile; and pictures that come from a phone. */
import sharp from 'sharp';
import { startRenderer } from '../src/core/logo';
import { pairOf } from '../src/core/plan';
import { machineModelOf } from '../src/core/proving';
import { loadProofBinaries } from '../src/node/proofBinaries';
import { couponPhoto } from '../src/testing/couponPhoto';
import { photoOf } from '../src/testing/photoFiles';
import type { KeptCoupon } from '../src/wire';
import { expect, test, type Page } from './fixtures';

/** The test piece that was taken last, as a machine makes it whose marks grow by more than its profile says. */
async function photographed(page: Page, growthMm: number): Promise<Buffer> {
  const list = (await (await page.request.get('/api/coupons')).json()) as { coupons: KeptCoupon[] };
  const { coupon } = list.coupons[0]!;
  await startRenderer(async () => (await loadProofBinaries()).resvg);
  const machine = { ...machineModelOf(pairOf(coupon.pair), 5), growthMm };
  const { width, height, rgba } = couponPhoto(coupon, machine, { pxPerMm: 34, turn: 0.03, tilt: 0.05 });
  return sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 90 })
    .toBuffer();
}

test('a test piece is taken, photographed and read, and becomes a profile', async ({ page }) => {
  await page.goto('/materials/black-anodised-aluminium.fibre-laser');
  await page.getByRole('link', { name: 'Test piece…' }).click();
  await expect(page.getByTestId('coupon-drawing')).toBeVisible();
  // What cannot be says why, and the next wish is laid out again.
  await page.getByText('As high as it has to be').click();
  await page.getByLabel('Height, at most').fill('25');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText(/is \d+ mm high, and 25 mm are allowed/);
  await page.getByLabel('Height, at most').fill('60');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toBeHidden();
  const taken = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download the file' }).click();
  expect((await taken).suggestedFilename()).toMatch(
    /^test-piece_[a-z0-9]{5}_\d+x60mm_black-anodised-aluminium_.*\.svg$/,
  );
  await expect(page).toHaveURL(/\/test-piece\/black-anodised-aluminium\.fibre-laser\/[A-Z0-9]{5}$/);
  // A picture of something else is told, and nothing is lost by it.
  const choose = page.getByLabel('Photograph of the test piece');
  const jpeg = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/jpeg', buffer });
  await choose.setInputFiles(
    jpeg('rope.jpg', await photoOf('https://ternquay.example/rope').jpeg().toBuffer()),
  );
  await expect(page.getByRole('alert')).toContainText(
    'rope.jpg: The codes in this picture are none of a test piece',
  );
  await choose.setInputFiles(jpeg('plate.jpg', await photographed(page, 0.06)));
  // Each test piece has codes of its own, so that what is found differs from run to run (0.057 to 0.067 for 0.06).
  await expect(page.getByTestId('coupon-growth')).toContainText(
    /Marks come out 0\.0(5[4-9]|6[0-9])\d* mm larger/,
    {
      timeout: 240_000,
    },
  );
  // Taken to the check instead, it is known for what it is.
  const url = page.url();
  await page.goto('/check');
  await page
    .getByLabel('Photograph', { exact: true })
    .setInputFiles(jpeg('plate.jpg', await photographed(page, 0.06)));
  await page.getByRole('link', { name: /^Read it as test piece/ }).click({ timeout: 240_000 });
  await expect(page).toHaveURL(url);
  await page.reload();
  await expect(page.getByTestId('coupon-floor')).toContainText('read');
  await expect(page.getByText(/^Growth on each edge: .* → 0\.0/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep as a profile of your own' }).click();
  await expect(page).toHaveURL(/\/materials\/[0-9a-f-]{36}$/);
  await expect(page.getByText(/^calibrated on .*: test piece [A-Z0-9]{5}$/).first()).toBeVisible();
  // Other tests count what there is.
  await page.getByRole('button', { name: 'Delete…' }).click();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(page).toHaveURL(/black-anodised-aluminium\.fibre-laser$/);
});

test('a grid of power and speed is laid out, and what cannot be set is told', async ({ page }) => {
  await page.goto('/test-piece/natural-slate.co2-laser');
  await page.getByRole('radio', { name: 'Power and speed' }).click();
  await page.getByLabel('Powers, in %').fill('20, 140');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('A power of 140 % cannot be set; from 1 to 100 % can.');
  await page.getByLabel('Powers, in %').fill('20,40');
  await page.keyboard.press('Enter');
  await page.getByLabel('Speeds, in mm/s').fill('100');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('img', { name: /Test piece [A-Z0-9]{5}, 6 codes/ })).toBeVisible();
  await page.goto('/test-piece/no-such-thing');
  await expect(page.getByText('There is no such material here')).toBeVisible();
});

test('a picture comes from the phone, and the way closes', async ({ page, context }) => {
  const says = 'https://ternquay.example/berth/17';
  await page.goto('/check');
  await page.getByRole('button', { name: 'From my phone…' }).click();
  await expect(page.getByRole('img', { name: 'Code for the phone' })).toBeVisible();
  const url = (await page.getByText(/^http:\/\/127\.0\.0\.1:\d+\/[\w-]{20}$/).textContent())!.trim();
  await expect(page.getByText('No phone yet.')).toBeVisible();
  const phone = await context.newPage();
  await phone.goto(url);
  // PNG goes in, JPEG comes out: the phone has converted it.
  await phone.locator('input[type=file]').setInputFiles({
    name: 'IMG_0017.png',
    mimeType: 'image/png',
    buffer: await photoOf(says, { pixels: 8 }).png().toBuffer(),
  });
  await expect(phone.getByRole('status')).toHaveText('It is on the bench. You can send another.');
  await expect(page.getByText('One picture has come.')).toBeVisible();
  await expect(page.getByTestId('check-says')).toContainText('It reads');
  await expect(page.getByText(/^phone-.*\.jpg$/)).toBeVisible();
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByRole('button', { name: 'From my phone…' })).toBeVisible();
  await phone.locator('input[type=file]').setInputFiles({
    name: 'late.png',
    mimeType: 'image/png',
    buffer: await photoOf(says).png().toBuffer(),
  });
  await expect(phone.getByRole('status')).toContainText('The bench does not answer any more');
  await phone.close();
});
