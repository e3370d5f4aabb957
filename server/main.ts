import { fileURLToPath } from 'node:url';
import { readConfig, StartProblem } from './config';
import { openLog } from './log';
import { serve } from './serve';

/** Starts the application and stops it cleanly when asked to. */
const root = fileURLToPath(new URL('..', import.meta.url));
const log = openLog(process.env.LOG_LEVEL ?? 'warn');

try {
  const running = await serve(readConfig(process.env, root), log, fileURLToPath(new URL('../dist/web', import.meta.url)));
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
