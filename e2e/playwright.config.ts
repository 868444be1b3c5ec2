import { defineConfig } from '@playwright/test';

/** Debian's chromium; another one by UNDAMETER_CHROMIUM. The flags keep it from asking the network on its own. */
export default defineConfig({
  testDir: '.',
  globalSetup: '../scripts/testing/setUp.mjs',
  globalTeardown: '../scripts/testing/tearDown.mjs',
  timeout: 120_000,
  expect: { timeout: 15_000 },
  workers: 2,
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 15_000,
    launchOptions: {
      executablePath: process.env['UNDAMETER_CHROMIUM'] ?? '/usr/bin/chromium',
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
