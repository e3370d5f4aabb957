import { defineConfig } from '@playwright/test';
import base from '../../playwright.config';

/** Makes the pictures in docs/screenshots from the demo household: `npm run screenshots`. */
export default defineConfig({ ...base, testDir: '.', testMatch: 'screenshots.ts', workers: 1 });
