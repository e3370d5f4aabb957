import { existsSync } from 'node:fs';
import { run } from './machine.mjs';

/** The shell without a window of its own comes first: it does with a quarter less of the processor. */
const PLACES = [
  process.env.CHROMIUM_PATH,
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/Applications/Chromium.app/Contents/MacOS/Chromium',
];

/** Where a Chromium is on this machine, or null. */
export function findChromium() {
  return PLACES.find((place) => place && existsSync(place)) ?? null;
}

/** The path of a Chromium for the browser tests; installs Debian's where this user may, else says how and ends. */
export async function ensureChromium() {
  const found = findChromium();
  if (found) return found;
  const mayInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (mayInstall) {
    console.error('Installing Chromium for the browser tests');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    await run('apt-get', ['update', '-qq'], { env, stdio: ['ignore', 2, 2] });
    for (const name of ['chromium-headless-shell', 'chromium']) {
      const install = ['install', '-y', '-qq', '--no-install-recommends', name];
      await run('apt-get', install, { env, stdio: ['ignore', 'ignore', 2] });
      const installed = findChromium();
      if (installed) return installed;
    }
  }
  console.error(
    'The browser tests need Chromium. Install it with:\n\n  sudo apt-get update && sudo apt-get install -y chromium\n\nor name another with CHROMIUM_PATH, and run npm run check again.',
  );
  process.exit(1);
}
