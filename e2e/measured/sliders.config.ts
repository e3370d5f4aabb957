import { defineConfig } from '@playwright/test';
import base from '../../playwright.config';

/** Measures how soon the sliders of the Bag page are answered: `npm run benchmark:sliders`. */
export default defineConfig({ ...base, testDir: '.', testMatch: 'sliders.ts', workers: 1 });
