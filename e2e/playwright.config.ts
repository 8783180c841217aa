import { defineConfig } from '@playwright/test';
import { BROWSER } from './browser.ts';

export default defineConfig({
  globalSetup: './postgres.ts',
  outputDir: '../test-results',
  timeout: 180_000,
  // Against what never comes: a busy machine may take its time for what does.
  expect: { timeout: 20_000 },
  workers: 2,
  retries: 0,
  reporter: [['list']],
  projects: [
    { name: 'journeys', testDir: './journeys' },
    {
      // On PostgreSQL: a few journeys again, and what only a school has.
      name: 'school',
      testDir: '.',
      testMatch: [
        'journeys/first-lesson.spec.ts',
        'journeys/horse-book.spec.ts',
        'journeys/people.spec.ts',
        'school/*.spec.ts',
      ],
    },
  ],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    launchOptions: {
      executablePath: BROWSER,
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
