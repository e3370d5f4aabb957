import { defineConfig } from '@playwright/test';
import base from '../../playwright.config';

/** Measures what a brew costs the page: `npm run benchmark:brewing`. */
export default defineConfig({ ...base, testDir: '.', testMatch: 'brewing.ts', workers: 1 });
