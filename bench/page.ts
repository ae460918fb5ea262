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
  return withServer(true, async (address) => {
    await settled(address);
    const loads: Load[] = [];
    for (let load = 0; load < 3; load++)
      loads.push(await inBrowser((page) => firstLoad(page, address, '[data-job]')));
    return inBrowser(async (page) => {
      await page.goto(address);
      await page.getByRole('link', { name: /Berth 17 plate/ }).click();
      await page.waitForURL(/jobs/);
      const bench = await inBrowser((fresh) => firstLoad(fresh, page.url(), '[data-test="finished-marks"]'));
      return {
        interactiveMs: quantile(
          loads.map(({ interactiveMs }) => interactiveMs),
          0.5,
        ),
        firstLoadScriptKb: Math.min(...loads.map(({ scriptKb }) => scriptKb)),
        benchScriptKb: bench.scriptKb,
        keyToPaintedMs: await keyToPainted(page),
        verdictMs: await keyToVerdict(page),
      };
    });
  });
}

/** A server that was just started measures the demo jobs on both cores; the page is measured after that. */
async function settled(address: string): Promise<void> {
  const isMeasured = async (): Promise<boolean> =>
    !(await (await fetch(`${address}/api/shelf`)).text()).includes('"severity":"unknown"');
  while (!(await isMeasured())) await new Promise((resolve) => setTimeout(resolve, 200));
}

/** A page of a browser that has seen nothing yet. */
async function inBrowser<Value>(work: (page: Page) => Promise<Value>): Promise<Value> {
  const browser = await chromium.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    return await work(await browser.newPage({ viewport: { width: 1280, height: 800 } }));
  } finally {
    await browser.close();
  }
}

interface Load {
  readonly interactiveMs: number;
  readonly scriptKb: number;
}

/** From navigation until something is there, and the scripts fetched until then, compressed. */
async function firstLoad(page: Page, address: string, awaited: string): Promise<Load> {
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

/** Types letters at the end of a version 3 address; each key is timed in the page to its verdict. */
async function keyToVerdict(page: Page): Promise<number> {
  const address = page.getByLabel('Address');
  // A text that no job of the demo has: what was judged before is known at once.
  await address.fill('https://ternquay.example/berth/9');
  await page.waitForTimeout(5000);
  await page.evaluate(() => {
    const verdicts: number[] = [];
    Object.assign(window, { verdicts });
    const reads = document.querySelector<HTMLElement>('[data-test="answer-reads"]')!;
    let pressed = 0;
    let isChecking = false;
    window.addEventListener('keydown', () => (pressed = performance.now()), true);
    new MutationObserver(() => {
      const wasChecking = isChecking;
      isChecking = reads.innerText.includes('checking');
      if (wasChecking && !isChecking) verdicts.push(performance.now() - pressed);
    }).observe(reads, { subtree: true, childList: true, characterData: true });
  });
  for (let key = 0; key < 5; key++) {
    await address.press(String(key));
    await page.waitForFunction(
      (count) => (window as unknown as { verdicts: number[] }).verdicts.length > count,
      key,
      { timeout: 60_000 },
    );
  }
  return quantile(await page.evaluate(() => (window as unknown as { verdicts: number[] }).verdicts), 0.5);
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
