import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** Finds a Chromium for the browser tests, or installs Debian's where this user may; else says how, and fails. */
// The shell without a window of its own comes first: it does with a quarter less of the processor.
const PLACES = [process.env.CHROMIUM_PATH, '/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
const isThere = () => PLACES.some((place) => place && existsSync(place));

function install() {
  console.log('Installing Chromium for the browser tests');
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (...args) => spawnSync('apt-get', [...args, '-qq'], { env, stdio: ['ignore', 'ignore', 2] });
  apt('update');
  for (const name of ['chromium-headless-shell', 'chromium'])
    if (!isThere()) apt('install', '-y', '--no-install-recommends', name);
}

if (!isThere() && process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) install();
if (!isThere()) {
  console.error(
    'The browser tests need Chromium. Install it with:\n\n  sudo apt-get update && sudo apt-get install -y chromium\n\nor name another with CHROMIUM_PATH, and run npm run check again.',
  );
  process.exitCode = 1;
}
