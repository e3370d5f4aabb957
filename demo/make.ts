import { fileURLToPath } from 'node:url';
import { readConfig } from '../server/config';
import { openStore } from '../server/db/store';
import { localDateOf } from './calendar';
import { fillStore } from './fill';

/** Makes the demo household's database, relative to today. */
const { databaseFile } = readConfig(process.env, fileURLToPath(new URL('..', import.meta.url)));
const store = await openStore(databaseFile);
const { bags, brews } = await fillStore(store, localDateOf(new Date()));
await store.close();
console.error(`${bags} bags with ${brews} brews.`);
