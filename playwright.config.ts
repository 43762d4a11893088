import { defineConfig } from '@playwright/test';

const PORT = 4191;

export default defineConfig({
  testDir: 'tests/browser',
  outputDir: 'test-results/browser',
  timeout: 60_000,
  // What is expected is not timed here: a machine that does other work as well is slow, not wrong.
  expect: { timeout: 15_000 },
  workers: 1,
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
