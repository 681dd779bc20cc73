import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: './tests',
  timeout: 120_000,
  // A machine that is busy with other work answers late. A test is tried once: a second try hides what is lost.
  expect: { timeout: 15_000 },
  workers: 1,
  forbidOnly: true,
  reporter: [['list']],
  outputDir: './test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    // What a test puts in the way of a request is put there by the page; the tests of the field have the worker that keeps the page.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
});
