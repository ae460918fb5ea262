/** The page in Debian's Chromium: first load, and from a key press to the painted piece. */
import { chromium, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { quantile } from './timing';

const executablePath = '/usr/bin/chromium';
const port = '5193';
/** Ten keys a second: a fast typist. */
const betweenKeysMs = 100;

export interface PageFigures {
  readonly keyToPaintedMs: { readonly median: number; readonly p95: number };
  readonly interactiveMs: number;
  readonly firstLoadScriptKb: number;
}

/** Null where there is no Chromium. */
export async function pageFigures(): Promise<PageFigures | null> {
  if (!existsSync(executablePath)) return null;
  const data = mkdtempSync(join(tmpdir(), 'binarus-bench-'));
  const server = spawn('node', ['dist/node/server.js'], {
    env: { ...process.env, BINARUS_DATA: data, BINARUS_DEMO: '1', BINARUS_PORT: port },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((resolve) => server.stdout.once('data', resolve));
  const browser = await chromium.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    return { ...(await firstLoad(page)), keyToPaintedMs: await keyToPainted(page) };
  } finally {
    await browser.close();
    server.kill('SIGINT');
    await new Promise((resolve) => server.once('exit', resolve));
    rmSync(data, { recursive: true });
  }
}

/** From navigation to a shelf with its jobs, and the scripts fetched until then, compressed. */
async function firstLoad(page: Page): Promise<{ interactiveMs: number; firstLoadScriptKb: number }> {
  const bodies: Promise<Buffer>[] = [];
  page.on('response', (response) => {
    if (/\.m?js$/.test(response.url()) && !response.url().includes('worker')) bodies.push(response.body());
  });
  const started = performance.now();
  await page.goto(`http://127.0.0.1:${port}/`);
  await page.locator('[data-job]').first().waitFor();
  const interactiveMs = performance.now() - started;
  const sizes = (await Promise.all(bodies)).map((body) => gzipSync(body).length);
  return { interactiveMs, firstLoadScriptKb: sizes.reduce((sum, size) => sum + size, 0) / 1000 };
}

/** Types an address into a version 10 job; each key is timed to the second frame after the piece changed. */
async function keyToPainted(page: Page): Promise<{ median: number; p95: number }> {
  // At its level the address below makes version 10.
  await page.getByRole('link', { name: /Berth 17 plate/ }).click();
  const address = page.getByLabel('Address');
  await address.fill(`https://ternquay.example/${'berth-'.repeat(31)}`);
  await page.waitForTimeout(4000);
  await page.evaluate(() => {
    const samples: number[] = [];
    Object.assign(window, { samples });
    let pressed = 0;
    window.addEventListener('keydown', () => (pressed = performance.now()), true);
    new MutationObserver(() => {
      const from = pressed;
      if (from > 0) requestAnimationFrame(() => setTimeout(() => samples.push(performance.now() - from)));
      pressed = 0;
    }).observe(document.querySelector('[data-test="finished-marks"]')!, { attributeFilter: ['d'] });
  });
  await address.press('End');
  for (let key = 0; key < 80; key++) {
    await page.keyboard.press(key % 2 === 0 ? 'abcdefghijklmnop'[key % 16]! : 'Backspace');
    await page.waitForTimeout(betweenKeysMs);
  }
  const samples = (await page.evaluate(() => (window as unknown as { samples: number[] }).samples)).slice(10);
  return { median: quantile(samples, 0.5), p95: quantile(samples, 0.95) };
}
