import './node-version.mjs';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder; every script runs in it. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url));
process.chdir(ROOT);

const INSTALLED = join(ROOT, 'node_modules', '.slow-crest-installed');

/** Runs a command, its output on standard error; ends this process where it fails. */
export function must(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { stdio: ['ignore', 2, 2], ...options });
  if (error) console.error(error.message);
  if (status === 0) return;
  console.error(`\n${command} ${args.join(' ')} failed (exit ${status}).`);
  process.exit(status ?? 1);
}

/** `npm` with arguments; on Windows it is a script, which only a shell starts. */
export const npm = (args, options) => must('npm', args, { shell: process.platform === 'win32', ...options });

/** What an installation depends on: the lock file, and the Node that native code was compiled for. */
function wanted() {
  return createHash('sha256')
    .update(readFileSync('package-lock.json'))
    .update(process.versions.modules + process.arch)
    .digest('hex');
}

/** Installs the packages where they are missing or belong to another lock file or Node. */
export function ensureInstalled() {
  if (existsSync(INSTALLED) && readFileSync(INSTALLED, 'utf8') === wanted()) return;
  console.error('Installing packages (the database driver is compiled: about two minutes the first time)');
  npm(['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(INSTALLED, wanted());
  console.error('Packages installed.');
}

/** Builds what is older than its sources. Anything but a failure is kept to itself. */
export function ensureBuilt() {
  npm(['run', '--silent', 'build'], {
    env: { ...process.env, WIREIT_LOGGER: process.stderr.isTTY ? 'quiet' : 'quiet-ci', WIREIT_CACHE: 'none' },
  });
}
