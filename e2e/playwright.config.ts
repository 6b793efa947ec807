import { defineConfig } from '@playwright/test';

/** Flags, the browser's path and the number of stands come from the script that starts the stories. */
const flags = (process.env['E2E_BROWSER_FLAGS'] ?? '').split(' ').filter((flag) => flag !== '');

export default defineConfig({
  testDir: './stories',
  // Each run clears its own: what the other kept of a failure stays.
  outputDir: process.env['E2E_ALONE'] ? './results/artefacts/alone' : './results/artefacts/side-by-side',
  // As many as there are stands: units and light are kept for a whole installation, so no two stories share one at a
  // time.
  workers: Number(process.env['E2E_WORKERS'] ?? 1),
  fullyParallel: true,
  // Those that measure time are told in a run of their own.
  ...(process.env['E2E_ALONE'] ? { grep: /@alone/ } : { grepInvert: /@alone/ }),
  // Patient, because other things may run on the same computer; what must be quick is measured and said by its story.
  timeout: 180_000,
  expect: { timeout: 15_000 },
  forbidOnly: true,
  retries: 0,
  reporter: [['line'], ['json', { outputFile: process.env['E2E_REPORT'] ?? './results/stories.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      ...(process.env['E2E_BROWSER'] ? { executablePath: process.env['E2E_BROWSER'] } : {}),
      args: flags,
    },
    trace: 'off',
    screenshot: 'only-on-failure',
  },
});
