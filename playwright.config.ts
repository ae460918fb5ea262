import { defineConfig } from '@playwright/test';

const port = 5191;

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/e2e',
  workers: 1,
  timeout: 150_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json']],
  use: {
    testIdAttribute: 'data-test',
    baseURL: `http://127.0.0.1:${port}`,
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
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
  webServer: {
    command: 'rm -rf test-results/e2e-data && exec node dist/node/server.js',
    url: `http://127.0.0.1:${port}/api/shelf`,
    reuseExistingServer: false,
    env: { BINARUS_PORT: String(port), BINARUS_DATA: 'test-results/e2e-data', BINARUS_DEMO: '1' },
  },
});
