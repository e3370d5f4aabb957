import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { readConfig, StartProblem } from './config';
import { serve } from './serve';

/** Starts the application and stops it cleanly when asked to. */
const root = fileURLToPath(new URL('..', import.meta.url));
const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });

try {
  const running = await serve(readConfig(process.env, root), log, fileURLToPath(new URL('../dist/web', import.meta.url)));
  console.log(`Slow Crest is ready at ${running.address}`);
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
