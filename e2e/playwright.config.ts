import { defineConfig } from '@playwright/test';

const address = process.env['E2E_ADDRESS'];
if (!address) throw new Error('E2E_ADDRESS is not set; npm test starts the application and sets it');

/** Flags and the browser's path come from the script that starts the stories. */
const flags = (process.env['E2E_BROWSER_FLAGS'] ?? '').split(' ').filter((flag) => flag !== '');

export default defineConfig({
  testDir: './stories',
  outputDir: './results/artefacts',
  // One after the other: units and light are kept for the whole installation.
  workers: 1,
  timeout: 60_000,
  forbidOnly: true,
  retries: 0,
  reporter: [['line'], ['json', { outputFile: './results/stories.json' }]],
  use: {
    baseURL: address,
    viewport: { width: 1280, height: 800 },
    launchOptions: { ...(process.env['E2E_BROWSER'] ? { executablePath: process.env['E2E_BROWSER'] } : {}), args: flags },
    trace: 'off',
    screenshot: 'only-on-failure',
  },
});
