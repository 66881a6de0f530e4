import { defineConfig } from '@playwright/test';

export const browser = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader'
  ]
};

export default defineConfig({
  testDir: 'tests',
  testMatch: '*.spec.ts',
  testIgnore: 'screenshots.spec.ts',
  // By file: each test waits for the page more than it computes, so two go together in half the time.
  workers: 2,
  timeout: 240_000,
  // What fails once and then passes is told as flaky, with what was on the page.
  retries: 1,
  // The picture of a whole house takes seconds where there is no graphics card and the machine has other work.
  expect: { timeout: 20_000 },
  outputDir: 'test-results',
  use: {
    baseURL: 'http://127.0.0.1:3123',
    viewport: { width: 1280, height: 800 },
    launchOptions: browser,
    acceptDownloads: true,
    actionTimeout: 30_000
  },
  webServer: {
    command: 'node scripts/serve.mjs',
    env: { PORT: '3123' },
    url: 'http://127.0.0.1:3123',
    reuseExistingServer: false
  }
});
