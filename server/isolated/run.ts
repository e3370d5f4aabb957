import { fork, type ChildProcess } from 'node:child_process';
import { PassThrough, type Readable } from 'node:stream';
import { Semaphore } from 'async-mutex';
import { Problem } from '../../application/problem';
import { UnreadableFile } from '../archive/unreadableFile';

/**
 * Files from strangers are read in a process of their own: whatever one of them does, only that process dies. It ends
 * with its task, or is killed when the task is given up, and gives back its memory with it.
 */

/**
 * Compiled it lies in the folder beside this file's; from source it is read by the same loader as everything else. Tests compile it once
 * for all of them and say where.
 */
const compiled =
  process.env.SLOW_CREST_ISOLATED_PROCESS ??
  (import.meta.url.endsWith('.js') ? new URL('../isolated/isolatedProcess.js', import.meta.url) : null);
/** The heap of a process, MB: with what lies outside it a read takes 300 MB at most. */
const HEAP_MB = 160;
const NODE_ARGUMENTS = [
  `--max-old-space-size=${HEAP_MB}`,
  '--max-semi-space-size=8',
  ...(compiled === null ? ['--import', 'tsx'] : []),
];
/** So many read at once; the next ones wait for their turn. */
const turns = new Semaphore(2);

/** What can be done in a process of its own; `tasks.ts` says by what. */
export type TaskName = 'lookAtFile' | 'lookAtTable' | 'takeTable' | 'readPicture' | 'writeArchive';
/** A task: given its input, which is copied to the process, and a function that takes how far it is. */
export type Task<I = never, O = unknown> = (input: I, on: (done: number, of: number) => void) => Promise<O>;
type InputOf<T> = T extends Task<infer I, infer _> ? I : never;
type OutputOf<T> = T extends Task<infer _, infer O> ? O : never;

/** How a long task is watched, and given up. */
export interface Watch {
  on?: (done: number, of: number) => void;
  signal?: AbortSignal;
}

/** What a process says. */
export type Said =
  | { progress: { done: number; of: number } }
  | { answer: unknown }
  | { unreadable: string }
  | { failed: string }
  | { problem: Pick<Problem, 'code' | 'message' | 'fields'> };

function start(stdout: 'ignore' | 'pipe'): ChildProcess {
  return fork(compiled ?? new URL('process.ts', import.meta.url), [], {
    execArgv: NODE_ARGUMENTS,
    // What it says when it dies is told in our own words.
    stdio: ['ignore', stdout, 'ignore', 'ipc'],
    serialization: 'advanced',
  });
}

/**
 * Runs a task in a process of its own.
 *
 * @throws UnreadableFile for a file that cannot be read, also where reading it killed the process; a Problem as the
 *   task threw it; the signal's reason where it was given up
 */
export function runIsolated<T extends Task>(
  name: TaskName,
  input: InputOf<T>,
  { on, signal }: Watch = {},
): Promise<OutputOf<T>> {
  return turns.runExclusive(async () => {
    signal?.throwIfAborted();
    const child = start('ignore');
    const kill = (): void => void child.kill('SIGKILL');
    signal?.addEventListener('abort', kill);
    try {
      return await new Promise<OutputOf<T>>((resolve, reject) => {
        child.on('message', (said: Said) => {
          if ('progress' in said) on?.(said.progress.done, said.progress.of);
          else if ('answer' in said) resolve(said.answer as OutputOf<T>);
          else if ('unreadable' in said) reject(new UnreadableFile(said.unreadable));
          else if ('failed' in said) reject(new Error(said.failed));
          else reject(new Problem(said.problem.code, said.problem.message, said.problem.fields));
        });
        child.once('error', reject);
        child.once('exit', () =>
          reject(
            signal?.aborted === true
              ? (signal.reason as Error)
              : new UnreadableFile('Reading it took more memory than any file of ours needs, or failed half way.'),
          ),
        );
        child.send({ name, input });
      });
    } finally {
      signal?.removeEventListener('abort', kill);
      kill();
    }
  });
}

/** Downloads under way at most: each has a process, for as long as somebody takes its bytes. */
const MOST_STREAMS = 6;
let streams = 0;

/**
 * What a task writes, piece by piece as it is taken. The stream ends with an error where the task fails; broken off, it
 * kills the process. Throws a conflict Problem while too many are under way.
 */
export function streamIsolated<T extends Task>(name: TaskName, input: InputOf<T>): Readable {
  if (streams >= MOST_STREAMS)
    throw new Problem('conflict', `${MOST_STREAMS} downloads are under way. Wait for one of them to end.`);
  streams++;
  const child = start('pipe');
  const bytes = new PassThrough();
  child.stdout?.pipe(bytes, { end: false });
  let wrong: string | null = null;
  child.on('message', (said: Said) => (wrong = 'failed' in said ? said.failed : wrong));
  bytes.once('close', () => void child.kill('SIGKILL'));
  // What broke off half way must not look like a whole file: the end is the end of a task that was done.
  child.once('close', (code) => {
    streams--;
    if (code === 0) bytes.end();
    else bytes.destroy(new Error(wrong ?? `The process that writes it ended with ${code}`));
  });
  child.send({ name, input });
  return bytes;
}
