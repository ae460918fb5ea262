/** A server of its own for each worker, with the demo data on a new folder: tests of two workers do not see each other. */
import { test as base, type BrowserContext } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

import { startServer as startProcess, type RunningServer } from '../src/testing/runningServer';

export { expect, type Page } from '@playwright/test';

export const test = base.extend<
  { readonly checksByItself: boolean },
  { readonly address: string; readonly profile: BrowserContext }
>({
  address: [
    async ({ playwright }, use, { parallelIndex }) => {
      void playwright;
      const { address, stop } = await startServer(String(parallelIndex), true);
      await use(address);
      await stop();
    },
    { scope: 'worker', timeout: 240_000 },
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
export async function startServer(name: string, isDemo: boolean): Promise<RunningServer> {
  const folder = `test-results/e2e-data-${name}`;
  rmSync(folder, { recursive: true, force: true });
  return startProcess({
    folder,
    environment: {
      // What stands for the house.
      BINARUS_PHONE_HOST: '127.0.0.1',
      ...(isDemo ? { BINARUS_DEMO: '1' } : {}),
    },
  });
}
