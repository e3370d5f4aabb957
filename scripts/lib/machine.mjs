import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** Runs a command in the project's folder and resolves with its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
    // A terminal sends Ctrl-C to the child as well; a plain kill only reaches us, so it is passed on.
    const pass = () => child.kill('SIGTERM');
    const wait = () => undefined;
    process.on('SIGTERM', pass).on('SIGINT', wait);
    child.once('error', reject);
    child.once('exit', (code, signal) => {
      process.off('SIGTERM', pass).off('SIGINT', wait);
      resolve(signal ? 1 : (code ?? 1));
    });
  });
}

/** Runs a command and ends this process with a sentence when it fails. */
export async function must(what, command, args, options) {
  const code = await run(command, args, options).catch((error) => {
    console.error(error.message);
    return 1;
  });
  if (code !== 0) {
    console.error(`\n${what} failed (exit ${code}).`);
    process.exit(code);
  }
}

/** Path of a command that a package brought. */
export const bin = (name) => join(ROOT, 'node_modules', '.bin', name);

/**
 * Runs several commands, two at a time, and shows what each said once it is over. Ends this process when any of them
 * failed, after all have spoken.
 *
 * @param {[what: string, command: string, args: string[]][]} commands
 */
export async function allAtOnce(commands) {
  const waiting = [...commands];
  let failed = 0;
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [what, command, args] = next;
      const { code, said } = await captured(command, args);
      if (code === 0) continue;
      failed = code;
      console.error(`${said}\n${what} failed (exit ${code}).`);
    }
  };
  await Promise.all([worker(), worker()]);
  if (failed !== 0) process.exit(failed);
}

/** Runs a command and resolves with its exit code and all it said. */
function captured(command, args) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => (said += part));
    child.once('error', reject);
    child.once('close', (code) => resolve({ code: code ?? 1, said }));
  });
}

/** Runs a long, quiet piece of work and says every ten seconds that it is still going. */
export async function withProgress(what, work) {
  const begun = Date.now();
  const seconds = () => Math.round((Date.now() - begun) / 1000);
  const ticking = setInterval(() => console.error(`  … ${what}: ${seconds()} s`), 10_000);
  try {
    return await work();
  } finally {
    clearInterval(ticking);
  }
}

/** Node arguments that let it run the project's TypeScript. */
export const TYPESCRIPT = ['--import', 'tsx'];

/**
 * Node arguments of the compiled server. The ceiling, MB, is far above what it needs; Node lets less garbage lie below
 * a lower one.
 */
export const SERVER = ['--max-old-space-size=768', 'dist/server/main.js'];
/** Memory that a thread gave back is used again by the next: a fifth less at its peak, where the C library is GNU's. */
export const serverEnv = (env = process.env) => ({ MALLOC_ARENA_MAX: '2', ...env });

const STAMP = join(ROOT, 'node_modules', '.slow-crest-installed');

/** Names what an installation depends on: the lock file and the Node that native code was compiled for. */
function wanted() {
  return createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .update(process.versions.modules + process.arch)
    .digest('hex');
}

/**
 * Installs the packages when they are missing or belong to another lock file or Node. Speaks on standard error only.
 */
export async function ensureInstalled() {
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted()) return;
  console.error('Installing packages (the database driver compiles: about two minutes the first time)');
  await withProgress('still installing', () =>
    must('Installing the packages', 'npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], {
      stdio: ['ignore', 2, 2],
      shell: process.platform === 'win32',
    }),
  );
  writeFileSync(STAMP, wanted());
  console.error('Packages installed.');
}
