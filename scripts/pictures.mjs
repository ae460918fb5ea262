/** Takes the pictures of docs/screenshots from the demo data: `npm run pictures` after a build. */
import { chromium } from '@playwright/test';
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.chdir(new URL('..', import.meta.url).pathname);
const data = mkdtempSync(join(tmpdir(), 'binarus-pictures-'));
const server = spawn('node', ['dist/node/server.js'], {
  env: { ...process.env, BINARUS_DATA: data, BINARUS_DEMO: '1', BINARUS_PORT: '0' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const base = await new Promise((resolve) =>
  server.stdout.once('data', (said) => resolve(/http:\/\/127\.0\.0\.1:\d+/.exec(String(said))[0])),
);

// Whatever goes wrong, the server goes too.
process.on('exit', () => server.kill('SIGINT'));
process.on('uncaughtException', (error) => {
  console.error(error.message);
  process.exit(1);
});

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const picture = async (name) => {
  await page.mouse.move(640, 5);
  await page.waitForTimeout(400);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
const open = async (name) => {
  await page.goto(base);
  await page.getByRole('link', { name: new RegExp(name) }).click();
  await page.locator('[data-test="finished-marks"]').waitFor();
};

await open('Berth 17 plate');
await picture('bench-message');
await page.keyboard.press('3');
await picture('bench-piece');
await page.keyboard.press('7');
await picture('bench-marks');
await page.keyboard.press('p');
await page.getByText('20 of 20').first().waitFor({ timeout: 30_000 });
await page.keyboard.press('8');
await page.getByText('reads it').first().waitFor();
await picture('bench-camera');
await open('Harbour office sticker');
await page.goto(
  `${page
    .url()
    .replace('/jobs/', '/sheet/')
    .replace(/\/(message|style|piece|proof|output)$/, '')}`,
);
await page.locator('[data-test="size-chart"]').waitFor();
await page.waitForTimeout(2500);
await picture('sheet');
await open('Life-jacket label');
await page.goto(
  `${page
    .url()
    .replace('/jobs/', '/series/')
    .replace(/\/(message|style|piece|proof|output)$/, '')}`,
);
await page.getByText('48 to be made').waitFor();
await page.getByText('The panel reads it promptly.').waitFor();
await picture('series');
await page.getByRole('button', { name: 'Download 48 rows as PDF' }).click();
await page.getByText('48 of 48 codes were read').waitFor({ timeout: 60_000 });
await page.goto(`${base}/register`);
await page.getByText('48 of 48 shown').waitFor();
await picture('register');
await open('Varnish tin label');
await page.keyboard.press('p');
await page.getByText('20 of 20').first().waitFor({ timeout: 30_000 });
await page.getByText(/Reads from/).waitFor({ timeout: 90_000 });
await picture('bench-proof');
await open('Oar rack tag');
await page.keyboard.press('4');
await page.getByRole('link', { name: /Check a photograph/ }).click();
execFileSync('node', ['dist/node/demoChecks.js', data]);
await page.locator('input[type=file]').setInputFiles(join(data, 'oar-rack-tag.jpg'));
await page.locator('[data-test=check-says]').waitFor({ timeout: 30_000 });
await picture('check');
await page.goto(`${base}/test-piece/birch-plywood.co2-laser`);
await page.getByRole('button', { name: /sizes, read/ }).click();
await page.locator('[data-test=coupon-growth]').waitFor({ timeout: 30_000 });
await picture('test-piece');
await open('Oar rack tag');
await page.keyboard.press('3');
await page.getByLabel('Code width').fill('24');
await page.keyboard.press('Escape');
await page.keyboard.press('5');
// Fixes are tried beside the keys and come a moment later.
await page.locator('[data-fix]').first().waitFor();
await page.getByRole('button', { name: 'Make it fit' }).click();
await page.getByText('read by all readers').first().waitFor({ timeout: 30_000 });
await picture('make-it-fit');
await page.keyboard.press('Escape');
await page.getByRole('dialog', { name: 'Make it fit' }).waitFor({ state: 'hidden' });
await page.keyboard.press('Escape');
await page.keyboard.press('Control+z');
await page.getByText('60 × 98, 44').waitFor();
await page.waitForTimeout(1200);

const stylePage = async (name) => {
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await page.getByRole('button', { name, exact: true }).click();
};
const measured = () => page.locator('[data-test="fitness"][aria-busy="false"]').waitFor({ timeout: 30_000 });
await open('Workshop call plate');
await stylePage('Looks');
await measured();
await picture('bench-style');
await open('Oar rack tag');
await stylePage('Logo');
await page.locator('[data-test="picture-choices"]').waitFor({ timeout: 60_000 });
await picture('style-logo');
const piecePage = async (name) => {
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page
    .getByRole('navigation', { name: 'Pages of the piece' })
    .getByRole('button', { name, exact: true })
    .click();
};
await open('Berth 17 plate');
await page.keyboard.press('5');
await page.getByRole('checkbox', { name: /^PDF/ }).check();
await page.getByRole('checkbox', { name: /^G-code/ }).check();
await page.getByRole('button', { name: 'Download 3 files' }).click();
await page.locator('[data-test="read-back"]').waitFor({ timeout: 60_000 });
await picture('bench-output');
await page.goto(`${base}/materials/black-anodised-aluminium.co2-laser`);
await page.getByRole('heading', { name: 'Black anodised aluminium' }).waitFor();
await picture('materials');
await page.goto(`${base}/links`);
await page.getByRole('button', { name: /Regatta calendar/ }).click();
await page.getByRole('combobox', { name: 'How long' }).click({ force: true });
await page.getByRole('option', { name: 'the last year' }).click();
await page.getByRole('radio', { name: 'Week', exact: true }).click();
await picture('links');
await open('Harbour office sticker');
await piecePage('Text and graphics');
await page
  .getByRole('listbox')
  .getByRole('option', { name: /SCAN TO SAVE/ })
  .click();
await picture('piece-things');
await open('Slipway Wi-Fi sign');
await page.keyboard.press('6');
await piecePage('Templates');
await page.waitForFunction(() => document.querySelectorAll('.offer svg').length === 12, null, {
  timeout: 60_000,
});
await picture('piece-templates');
await page.goto(base);
await page.locator('.picture path').first().waitFor();
await page.waitForFunction(() => document.querySelectorAll('.picture:has(path)').length >= 8, null, {
  timeout: 60_000,
});
await page.waitForTimeout(800);
await picture('shelf');

await browser.close();
server.kill('SIGINT');
await new Promise((resolve) => server.once('exit', resolve));
rmSync(data, { recursive: true });
