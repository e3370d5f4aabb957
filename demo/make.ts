import { existsSync, rmSync } from 'node:fs';
import { readConfig, StartProblem } from '../server/config';
import { openStore } from '../server/db/store';
import { lockFolder } from '../server/folderLock';
import { dateHere } from '../server/dates';
import { fillStore } from './fill';

/** Makes the demo household's database, relative to today, unless it is there; `--fresh` makes it anew. */
const { dataFolder, databaseFile } = readConfig(process.env, process.cwd());
try {
  // Never under a server that has it open.
  const lock = lockFolder(dataFolder, new Date());
  if (process.argv.includes('--fresh'))
    for (const suffix of ['', '-wal', '-shm']) rmSync(databaseFile + suffix, { force: true });
  if (!existsSync(databaseFile)) {
    const store = await openStore(databaseFile);
    const { bags, brews } = await fillStore(store, dateHere(new Date()));
    await store.close();
    console.error(`A made-up household: ${bags} bags with ${brews} brews.`);
  }
  lock.release();
} catch (error) {
  console.error(error instanceof StartProblem ? error.message : error);
  process.exitCode = 1;
}
