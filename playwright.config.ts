import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './e2e/support/chromium';

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.spec.ts',
  // One more than two cores: a test often waits for what a page does in its own time.
  workers: 3,
  fullyParallel: false,
  // Generous, for machines that are busy with something else.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  // A machine may stumble once; what passes only the second time is named as flaky at the end, and is a defect.
  retries: 1,
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // What moves is not looked at half way.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        // The pages are all one site's: fewer processes, a fifth less time.
        '--process-per-site',
        '--in-process-gpu',
        '--disable-features=SpareRendererForSitePerProcess,site-per-process',
      ],
    },
  },
});
