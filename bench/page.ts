/** The page in Debian's Chromium: first load, and from a key press to the painted piece. */
import { chromium, type Page, type Response } from '@playwright/test';
import { existsSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { withServer } from './serving';
import { quantile } from './timing';

const executablePath = '/usr/bin/chromium';
/** Ten keys a second: a fast typist. */
const betweenKeysMs = 100;

export interface PageFigures {
  /** From a key press at version 3 to the verdict of the quick proof, with the pause that it waits for. */
  readonly verdictMs: number;
  readonly keyToPaintedMs: { readonly median: number; readonly p95: number };
  readonly interactiveMs: number;
  readonly firstLoadScriptKb: number;
  /** From the address of a job to its drawing, without what is fetched in a quiet moment afterwards. */
  readonly benchScriptKb: number;
}

/** Null where there is no Chromium. */
export async function pageFigures(): Promise<PageFigures | null> {
  if (!existsSync(executablePath)) return null;
  return withServer(5193, true, async (address) => {
    const browser = await chromium.launch({
      executablePath,
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    });
    try {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      const shelf = await firstLoad(page, address, '[data-job]');
      await page.getByRole('link', { name: /Berth 17 plate/ }).click();
      await page.waitForURL(/jobs/);
      const fresh = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
      const bench = await firstLoad(fresh, page.url(), '[data-test="finished-marks"]');
      await fresh.close();
      return {
        interactiveMs: shelf.interactiveMs,
        firstLoadScriptKb: shelf.scriptKb,
        benchScriptKb: bench.scriptKb,
        keyToPaintedMs: await keyToPainted(page),
        verdictMs: await keyToVerdict(page, 'https://ternquay.example/berth/17'),
      };
    } finally {
      await browser.close();
    }
  });
}

/** From navigation until something is there, and the scripts fetched until then, compressed. */
async function firstLoad(
  page: Page,
  address: string,
  awaited: string,
): Promise<{ interactiveMs: number; scriptKb: number }> {
  const bodies: Promise<Buffer>[] = [];
  const note = (response: Response): void => {
    if (/\.m?js$/.test(response.url()) && !response.url().includes('worker')) bodies.push(response.body());
  };
  page.on('response', note);
  const started = performance.now();
  await page.goto(address);
  await page.locator(awaited).first().waitFor();
  const interactiveMs = performance.now() - started;
  page.off('response', note);
  const sizes = (await Promise.all(bodies)).map((body) => gzipSync(body).length);
  return { interactiveMs, scriptKb: sizes.reduce((sum, size) => sum + size, 0) / 1000 };
}

/** Types a letter into an address and away again, some times over; each key is timed to its verdict. */
async function keyToVerdict(page: Page, text: string): Promise<number> {
  const address = page.getByLabel('Address');
  const reads = page.locator('[data-test="answer-reads"]');
  const isChecking = reads.filter({ hasText: 'checking' });
  const isJudged = reads.filter({ hasNotText: 'checking' });
  await address.fill(text);
  await isChecking.waitFor();
  await isJudged.waitFor({ timeout: 120_000 });
  const samples: number[] = [];
  for (let key = 0; key < 3; key++) {
    // Each text is new: verdicts of states that were seen are known.
    const started = performance.now();
    await address.press(String(key));
    await isChecking.waitFor();
    await isJudged.waitFor({ timeout: 120_000 });
    samples.push(performance.now() - started);
  }
  return quantile(samples, 0.5);
}

/** Types an address into a version 10 job; each key is timed to the second frame after the piece changed. */
async function keyToPainted(page: Page): Promise<{ median: number; p95: number }> {
  // At its level the address below makes version 10.
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
