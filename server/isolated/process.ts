import { Problem } from '../../application/problem';
import { UnreadableFile } from '../archive/unreadableFile';
import { fileProblem } from '../db/storageProblem';
import type { Said, TaskName } from './run';
import { TASKS } from './tasks';

/** A process that does one task, says what came of it, and ends. */

/** Between two words on how far it is, ms: whoever waits looks no oftener. */
const SAY_EVERY_MS = 100;

/** Says something; resolves once it is on its way. */
const say = (said: Said): Promise<void> =>
  new Promise((resolve) => (process.send ? process.send(said, () => resolve()) : resolve()));

function onProgress(): (done: number, of: number) => void {
  let last = 0;
  return (done, of) => {
    const now = performance.now();
    if (now - last < SAY_EVERY_MS) return;
    last = now;
    void say({ progress: { done, of } });
  };
}

async function run({ name, input }: { name: TaskName; input: unknown }): Promise<void> {
  try {
    const task = (await TASKS[name]()) as (input: unknown, on: (done: number, of: number) => void) => Promise<unknown>;
    await say({ answer: await task(input, onProgress()) });
    process.exit(0);
  } catch (error) {
    const full = fileProblem(error);
    if (full) await say({ problem: { code: full.code, message: full.message, fields: [] } });
    else if (error instanceof UnreadableFile) await say({ unreadable: error.message });
    else if (error instanceof Problem)
      await say({ problem: { code: error.code, message: error.message, fields: error.fields } });
    else await say({ failed: error instanceof Error ? (error.stack ?? error.message) : String(error) });
    process.exit(1);
  }
}

process.once('message', (message: { name: TaskName; input: unknown }) => void run(message));
// Whoever asked is gone.
process.once('disconnect', () => process.exit(1));
