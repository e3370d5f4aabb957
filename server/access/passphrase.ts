import { chmodSync, existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { hash, verify } from '@node-rs/argon2';
import { Mutex } from 'async-mutex';
import { StartProblem } from '../config';

/** Fewer characters can be guessed. */
const SHORTEST = 10;
const LONGEST = 200;

const fileIn = (folder: string): string => join(folder, 'slow-crest.passphrase');

/** The household's passphrase as it is kept: its Argon2id hash, never itself; null where none was chosen. */
export function keptPassphrase(folder: string): string | null {
  const file = fileIn(folder);
  return existsSync(file) ? readFileSync(file, 'utf8').trim() : null;
}

/**
 * Keeps the hash of a passphrase in the data folder, readable by this user alone. Throws a StartProblem for one too
 * short. The same one again changes nothing.
 */
export async function keepPassphrase(folder: string, passphrase: string): Promise<void> {
  if (passphrase.length < SHORTEST || passphrase.length > LONGEST)
    throw new StartProblem(
      `A passphrase needs ${SHORTEST} to ${LONGEST} characters; a few words one remembers are best.`,
    );
  const before = keptPassphrase(folder);
  if (before !== null && (await verify(before, passphrase))) return;
  writeFileSync(fileIn(folder), `${await hash(passphrase)}\n`, { mode: 0o600 });
  chmodSync(fileIn(folder), 0o600);
}

const oneAtATime = new Mutex();

/** Whether a guess is the passphrase. Guesses are looked at one after another, so that many at once gain nothing. */
export function isPassphrase(kept: string, guess: string): Promise<boolean> {
  return oneAtATime.runExclusive(() => verify(kept, guess));
}
