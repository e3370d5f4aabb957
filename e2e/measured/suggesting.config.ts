import { defineConfig } from '@playwright/test';
import base from '../../playwright.config';

/** Measures how soon a keystroke is answered by suggestions: `npm run benchmark:suggesting`. */
export default defineConfig({ ...base, testDir: '.', testMatch: 'suggesting.ts', workers: 1 });
