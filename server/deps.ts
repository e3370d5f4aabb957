import type { Mutex } from 'async-mutex';
import type { SteadyClock } from '../core/brew';
import type { Imports } from './archive/imports';
import type { BackupKeeper } from './backup/keeper';
import type { BenchRecorder } from './bench/recorder';
import type { PictureShelf } from './pictures/shelf';
import type { Store } from './db/store';
import type { GuestDoor } from './sittings/guestDoor';
import type { SessionStreams } from './eventStream';
import type { SittingHub } from './sittings/hub';
import type { InstrumentRegistry } from './instruments/instrument';
import type { ShelfPlanner } from './plan/planner';
import type { Foreteller } from './verdicts/foreteller';
import type { VerdictKeeper } from './verdicts/keeper';

/** What the routes are given; tests give their own clock. */
export interface Deps {
  store: Store;
  verdicts: VerdictKeeper;
  foreteller: Foreteller;
  planner: ShelfPlanner;
  recorder: BenchRecorder;
  backups: BackupKeeper;
  imports: Imports;
  /** Held by whoever puts another household in the place of this one, or adds a table to it. */
  replacing: Mutex;
  /** Who listens to which sitting, and the door for guests. */
  hub: SittingHub;
  /** What ends when somebody signs out. */
  streams: SessionStreams;
  guests: GuestDoor;
  pictures: PictureShelf;
  /** The database the household lies in. */
  databaseFile: string;
  instruments: InstrumentRegistry;
  now: () => Date;
  /** What brews are timed by: it goes on where the clock on the wall is set back. */
  clock: SteadyClock;
  /** The household's passphrase as it is kept; null where nobody is asked for one. */
  passphrase: string | null;
}
