import { defineConfig } from '@playwright/test';

const PORT = 4191;

export default defineConfig({
  testDir: 'tests/browser',
  outputDir: 'test-results/browser',
  // Nothing is timed here: a machine of which others take half is slow, not wrong.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  workers: 1,
  // What holds only at the second go is named as flaky at the end.
  retries: 1,
  forbidOnly: Boolean(process.env.CI),
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--disable-quic',
      ],
    },
  },
  webServer: {
    command: 'node tests/browser/server.mjs',
    url: `http://127.0.0.1:${PORT}/api/drawings`,
    timeout: 60_000,
    env: { ZINC_WARDEN_PORT: String(PORT) },
  },
});
