import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Logger } from 'pino';
import { createApp } from './app';
import { BenchRecorder } from './bench/recorder';
import { StartProblem, type Config } from './config';
import { ensureStarters } from './db/recipes';
import { openStore, type Store } from './db/store';
import { startEngine, type Engine } from './verdicts/engine';
import { VerdictKeeper } from './verdicts/keeper';

export interface Running {
  address: string;
  store: Store;
  close(): Promise<void>;
}

/** What a test may put in place of the real thing. */
export interface Parts {
  now?: () => Date;
  engine?: Engine;
}

/** Opens the database, starts the engine pool and listens. Throws a StartProblem where the machine says no. */
export async function serve(config: Config, log: Logger, webFolder: string | null, { now = () => new Date(), engine = startEngine() }: Parts = {}): Promise<Running> {
  let store: Store;
  try {
    store = await openStore(config.databaseFile);
  } catch (error) {
    await engine.close();
    throw new StartProblem(`The database ${config.databaseFile} cannot be opened: ${error instanceof Error ? error.message : String(error)}.`);
  }
  await store.write((db) => ensureStarters(db, now()));
  const recorder = new BenchRecorder(store, now, log);
  await recorder.resume();
  const server = createServer(createApp({ store, verdicts: new VerdictKeeper(store, engine), recorder, now }, log, webFolder));
  try {
    await listen(server, config);
  } catch (error) {
    await recorder.close();
    await Promise.all([engine.close(), store.close()]);
    throw error;
  }
  const { port } = server.address() as AddressInfo;
  return {
    address: `http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${port}`,
    store,
    close: async () => {
      const closed = new Promise((resolve) => server.close(resolve));
      server.closeAllConnections();
      await closed;
      await recorder.close();
      await engine.close();
      await store.close();
    },
  };
}

function listen(server: Server, { host, port }: Config): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'EADDRINUSE') reject(new StartProblem(`Port ${port} is taken. Stop what uses it, or choose another: PORT=${port + 1}.`));
      else if (error.code === 'EACCES') reject(new StartProblem(`Port ${port} may not be used here. Choose one above 1024 with PORT.`));
      else reject(new StartProblem(`Cannot listen on ${host}:${port}: ${error.message}.`));
    });
    server.listen(port, host, resolve);
  });
}
