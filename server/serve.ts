import { readdirSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { Mutex } from 'async-mutex';
import type { Logger } from 'pino';
import { createApp, createGuestApp } from './app';
import { steadyClock } from '../core/brew';
import { Imports } from './archive/imports';
import { backupFolderOf, makeBackup } from './backup/files';
import { BackupKeeper } from './backup/keeper';
import { BenchRecorder } from './bench/recorder';
import { simulatedInstrument } from './instruments/simulated/bench';
import { EVERY_NETWORK, isEverywhere, isLoopback, networkAddresses } from './access/names';
import { keepPassphrase, keptPassphrase } from './access/passphrase';
import { StartProblem, type Config } from './config';
import { keepShared, loadShared } from './db/keeping/dataFolder';
import { ensureStarters } from './db/bench/recipes';
import { isShared } from './db/table/sittings';
import { isOfEarlierVersion, whyNotOpened } from './db/keeping/inspect';
import { StorageProblem, storageProblem } from './db/storageProblem';
import { openStore, type Store } from './db/store';
import { SessionStreams } from './eventStream';
import { lockFolder } from './folderLock';
import { picturesOf, PictureShelf } from './pictures/shelf';
import { ShelfPlanner } from './plan/planner';
import type { Deps } from './deps';
import { GuestDoor } from './sittings/guestDoor';
import { SittingHub } from './sittings/hub';
import { startEngine } from './verdicts/engine';
import type { Engine } from './verdicts/engineHere';
import { Foreteller } from './verdicts/foreteller';
import { VerdictKeeper } from './verdicts/keeper';
import { within } from './waiting';

export interface Running {
  address: string;
  /** What the person at the machine should know, in sentences. */
  notes: string[];
  store: Store;
  close(): Promise<void>;
}

/** What a test may put in place of the real thing. */
export interface Parts {
  now?: () => Date;
  /** Milliseconds by a clock nobody can set. */
  monotonic?: () => number;
  engine?: Engine;
  /** How long a page waits for a verdict before it is shown what is known, ms. */
  patienceMs?: number;
}

/** The engine's thread is waited for so long at a start, ms. */
const THREAD_MS = 1000;

/**
 * Opens the database, starts the engine pool and listens. Throws a StartProblem where the machine, or what lies in the
 * folder, says no.
 */
export async function serve(
  config: Config,
  log: Logger,
  webFolder: string | null,
  { now = () => new Date(), monotonic = () => performance.now(), engine: given, patienceMs }: Parts = {},
): Promise<Running> {
  const passphrase = await passphraseFor(config);
  /** How to give back what was taken so far, the last first. */
  const taken: (() => unknown)[] = [];
  const giveBack = async (): Promise<void> => {
    for (const give of taken.reverse()) await give();
  };
  try {
    const lock = lockFolder(config.dataFolder, now());
    taken.push(() => lock.release());
    // Its threads start while the database is opened.
    const engine = given ?? startEngine();
    taken.push(() => engine.close());
    await backUpBeforeMigrating(config, now());
    const store = await openHousehold(config.databaseFile, now());
    taken.push(() => store.close());
    const clock = steadyClock(() => now().getTime(), monotonic);
    const recorder = new BenchRecorder(store, clock, simulatedInstrument, log);
    taken.push(() => recorder.close());
    await recorder.resume();
    const verdicts = new VerdictKeeper(store, engine, log, patienceMs);
    taken.push(() => verdicts.close());
    const foreteller = new Foreteller(store, engine, (bag) => verdicts.priorOf(bag), log, patienceMs);
    taken.push(() => foreteller.settled());
    const planner = new ShelfPlanner(store, verdicts, engine);
    const { databaseFile, dataFolder } = config;
    const pictures = openPictures(dataFolder);
    dropLeftovers(dataFolder);
    const backups = new BackupKeeper(store, databaseFile, dataFolder, pictures, now, log);
    taken.push(() => backups.close());
    const imports = new Imports(join(dataFolder, 'imports'), databaseFile, log);
    taken.push(() => imports.cancel());
    const guests = new GuestDoor(
      (request, response) => void guestApp(request, response),
      guestsAt(config),
      now,
      (shared) => store.write((db) => keepShared(db, shared)),
    );
    taken.push(() => guests.close());
    const deps: Deps = {
      store,
      verdicts,
      foreteller,
      planner,
      recorder,
      backups,
      imports,
      pictures,
      databaseFile,
      instruments: simulatedInstrument,
      now,
      clock,
      passphrase,
      guests,
      hub: new SittingHub(),
      replacing: new Mutex(),
      streams: new SessionStreams(),
    };
    const guestApp = createGuestApp(deps, config, log, webFolder);
    const server = createServer(createApp(deps, config, log, webFolder));
    // Whoever opens a bag at once would wait for the thread; where it does not start, nobody waits for it.
    await within(THREAD_MS, engine.ready());
    await listen(server, config);
    taken.push(() => closed(server));
    const { port } = server.address() as AddressInfo;
    const address = addressOf(config.host, port);
    lock.announce(address);
    await reopen(guests, store, log);
    backups.begin();
    return { address, notes: isLoopback(config.host) ? [] : beyondThisMachine(config, port), store, close: giveBack };
  } catch (error) {
    await giveBack();
    throw error;
  }
}

/** Folders in which the command line laid files ready, and was killed. The folder is held by this process alone. */
function dropLeftovers(dataFolder: string): void {
  for (const name of readdirSync(dataFolder))
    if (/^import-\w{6}$/.test(name)) rmSync(join(dataFolder, name), { recursive: true, force: true });
}

/** A sitting that was shared before a restart is shared again; where that fails the host turns it on anew. */
async function reopen(guests: GuestDoor, store: Store, log: Logger): Promise<void> {
  const shared = await store.read(loadShared);
  if (shared === null) return;
  try {
    if (await store.read((db) => isShared(db, shared.sittingId))) await guests.openAgain(shared);
  } catch (error) {
    log.warn({ err: error }, 'the sitting is not shared any more');
  }
}

/** Guests come to the next port, and only while a sitting is shared. */
const guestsAt = ({ port }: Config): { port: number; host: string } => ({
  port: port === 0 ? 0 : port + 1,
  host: EVERY_NETWORK,
});

/** The pictures of a household; what was not taken in whole is let go of. */
function openPictures(dataFolder: string): PictureShelf {
  const pictures = new PictureShelf(picturesOf(dataFolder));
  pictures.dropUnfinished();
  return pictures;
}

function closed(server: Server): Promise<unknown> {
  const over = new Promise((resolve) => server.close(resolve));
  server.closeAllConnections();
  return over;
}

const addressOf = (host: string, port: number): string =>
  `http://${isEverywhere(host) ? '127.0.0.1' : host.includes(':') ? `[${host}]` : host}:${port}`;

/** What listening beyond this machine means. */
function beyondThisMachine({ host, names }: Config, port: number): string[] {
  const reached = [...(isEverywhere(host) ? networkAddresses(host) : [host]), ...names].map((name) =>
    addressOf(name, port),
  );
  return [
    `Other machines on the network reach it too, at ${reached.join(', ') || 'no address yet'}: whoever knows the passphrase reads and changes everything.`,
    'What is sent is not encrypted; anyone on the same network can read it. Stay on networks you trust.',
  ];
}

/** A household of an earlier version is copied before it is brought to this one. */
async function backUpBeforeMigrating({ databaseFile, dataFolder }: Config, now: Date): Promise<void> {
  if (whyNotOpened(databaseFile) !== null || !isOfEarlierVersion(databaseFile)) return;
  try {
    await makeBackup(databaseFile, backupFolderOf(dataFolder), 'before-migration', now);
  } catch (error) {
    throw new StartProblem(
      `The household is of an earlier version and is backed up before it is changed; that failed: ${error instanceof Error ? error.message : String(error)}. Nothing was changed. ${START_AGAIN}`,
    );
  }
}

const START_AGAIN = 'Mend that and start it again, or choose another folder with SLOW_CREST_DATA.';

/**
 * The database of the household, with recipes to begin with. Throws a StartProblem where it cannot be opened or
 * written.
 */
async function openHousehold(file: string, now: Date): Promise<Store> {
  const why = whyNotOpened(file);
  if (why !== null) throw new StartProblem(why);
  let store: Store | null = null;
  try {
    store = await openStore(file);
    await store.write((db) => ensureStarters(db, now));
    return store;
  } catch (error) {
    await store?.close();
    const problem = error instanceof StorageProblem ? error : storageProblem(error, file);
    throw new StartProblem(
      problem
        ? `${problem.what} Nothing was changed. ${START_AGAIN}`
        : `The database ${file} cannot be opened: ${error instanceof Error ? error.message : String(error)}.`,
    );
  }
}

/**
 * The passphrase that is asked for, as it is kept. On this machine alone nobody is asked; beyond it nobody comes in
 * without.
 */
async function passphraseFor({ host, dataFolder, passphrase }: Config): Promise<string | null> {
  if (passphrase !== null) await keepPassphrase(dataFolder, passphrase);
  if (isLoopback(host)) return null;
  const kept = keptPassphrase(dataFolder);
  if (kept !== null) return kept;
  throw new StartProblem(
    `HOST=${host} lets other machines on the network reach Slow Crest, and whoever reaches it reads and changes everything. Choose a passphrase first, with "npm run passphrase", and start it again; or leave HOST out to stay on this machine.`,
  );
}

function listen(server: Server, { host, port }: Config): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'EADDRINUSE')
        reject(new StartProblem(`Port ${port} is taken. Stop what uses it, or choose another: PORT=${port + 1}.`));
      else if (error.code === 'EACCES')
        reject(new StartProblem(`Port ${port} may not be used here. Choose one above 1024 with PORT.`));
      else reject(new StartProblem(`Cannot listen on ${host}:${port}: ${error.message}.`));
    });
    server.listen(port, host, resolve);
  });
}
