/** A server of its own for each worker, with the demo data on a new folder: tests of two workers do not see each other. */
import { test as base, type BrowserContext } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export { expect, type Page } from '@playwright/test';

const firstPort = 5191;

export const test = base.extend<
  { readonly checksByItself: boolean },
  { readonly address: string; readonly profile: BrowserContext }
>({
  address: [
    async ({ playwright }, use, { parallelIndex }) => {
      void playwright;
      const port = firstPort + 10 * parallelIndex;
      const { address, stop } = await startServer(String(parallelIndex), { port, isDemo: true });
      await use(address);
      await stop();
    },
    { scope: 'worker', timeout: 60_000 },
  ],
  baseURL: async ({ address }, use) => use(address),
  /** One profile for all tests of a worker: what was compiled once is not compiled again for every page. */
  profile: [
    async ({ playwright, address }, use, { parallelIndex, project }) => {
      const folder = mkdtempSync(join(tmpdir(), `binarus-e2e-${parallelIndex}-`));
      const { launchOptions, viewport } = project.use;
      const profile = await playwright.chromium.launchPersistentContext(folder, {
        ...launchOptions,
        viewport: viewport ?? null,
        baseURL: address,
        acceptDownloads: true,
      });
      // Limits that are kept are folded away until somebody opens them; tests look at them all.
      await profile.addInitScript(() => localStorage.setItem('binarus.showsKept', 'true'));
      await use(profile);
      await profile.close();
      rmSync(folder, { recursive: true, force: true });
    },
    { scope: 'worker' },
  ],
  /** Tests that are about reading turn it on; for the others it would only keep both cores busy. */
  checksByItself: [false, { option: true }],
  page: async ({ page, checksByItself }, use) => {
    if (!checksByItself)
      await page.addInitScript(() => localStorage.setItem('binarus.checksByItself', 'false'));
    await use(page);
  },
  /** Each test begins with nothing kept in the browser. */
  context: async ({ profile, address }, use) => {
    await use(profile);
    for (const page of profile.pages().slice(1)) await page.close();
    const [page] = profile.pages();
    await page!.goto(`${address}/mark.svg`);
    await page!.evaluate(() => {
      localStorage.clear();
      sessionStorage.clear();
    });
    await page!.goto('about:blank');
    await profile.clearPermissions();
  },
});

/** A server on a new folder, with the demo data or with nothing. */
export async function startServer(
  name: string,
  { port, isDemo }: { readonly port: number; readonly isDemo: boolean },
): Promise<{ readonly address: string; readonly stop: () => Promise<void> }> {
  const folder = `test-results/e2e-data-${name}`;
  rmSync(folder, { recursive: true, force: true });
  const server = spawn(process.execPath, ['dist/node/server.js'], {
    env: {
      ...process.env,
      BINARUS_PORT: String(port),
      BINARUS_DATA: folder,
      // What stands for the house.
      BINARUS_PHONE_HOST: '127.0.0.1',
      ...(isDemo ? { BINARUS_DEMO: '1' } : {}),
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const address = `http://127.0.0.1:${port}`;
  await answers(`${address}/api/shelf`);
  return {
    address,
    stop: async () => {
      server.kill('SIGINT');
      await new Promise((resolve) => server.once('exit', resolve));
    },
  };
}

async function answers(address: string): Promise<void> {
  for (;;) {
    const response = await fetch(address).catch(() => null);
    if (response?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}
