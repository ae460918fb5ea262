import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/e2e',
  // Each worker has a server of its own (fixtures.ts). On two cores a second worker saves nothing: drawing takes both.
  workers: 1,
  // A machine may be busy: what hangs is what these are about, not what is slow.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json']],
  use: {
    actionTimeout: 120_000,
    testIdAttribute: 'data-test',
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    // A recording of every step slows the tests by half; ask for it with `BINARUS_TRACE=1 npm run e2e`.
    trace: process.env.BINARUS_TRACE ? 'retain-on-failure' : 'off',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
