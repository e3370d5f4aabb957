import { existsSync } from 'node:fs';

const PLACES = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** Where Debian's Chromium is; Playwright brings no browser of its own here. */
export const CHROMIUM = process.env.CHROMIUM_PATH ?? PLACES.find((place) => existsSync(place)) ?? '/usr/bin/chromium';
