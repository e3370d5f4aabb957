import { spawn } from 'node:child_process';

/** Runs the command behind it beside two processes that keep two cores busy: `node scripts/busy.mjs playwright test`. */
const [command, ...args] = process.argv.slice(2);
const loops = [1, 2].map(() => spawn(process.execPath, ['-e', 'for (;;);']));
const working = spawn(command, args, { stdio: 'inherit', shell: process.platform === 'win32' });
const end = (code) => {
  for (const loop of loops) loop.kill();
  process.exit(code);
};
working.once('error', (error) => {
  console.error(error.message);
  end(1);
});
working.once('exit', (code) => end(code ?? 1));
