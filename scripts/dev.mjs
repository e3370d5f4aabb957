import './lib/node-version.mjs';
import { ensureInstalled, run } from './lib/machine.mjs';

/** Server and pages, both restarting as the code changes. */
await ensureInstalled();
process.exit(
  await run(
    'npx',
    ['concurrently', '--kill-others', '--names', 'server,web', 'tsx watch --clear-screen=false server/main.ts', 'vite'],
    {
      shell: process.platform === 'win32',
      env: { ...process.env, NODE_ENV: process.env.NODE_ENV ?? 'development' },
    },
  ),
);
