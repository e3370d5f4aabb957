import { join } from 'node:path';
import { readConfig, StartProblem } from './config';
import { openLog } from './log';
import { serve } from './serve';

/** Starts the application from the project's folder and stops it cleanly when asked to. */
const root = process.cwd();
const log = openLog(process.env.LOG_LEVEL ?? 'warn');

try {
  const running = await serve(readConfig(process.env, root), log, join(root, 'dist/web'));
  console.log([`Slow Crest is ready at ${running.address}`, ...running.notes].join('\n'));
  const stop = (): void => {
    running.close().then(
      () => process.exit(0),
      () => process.exit(1),
    );
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
} catch (error) {
  console.error(error instanceof StartProblem ? error.message : error);
  process.exitCode = 1;
}
