import { once } from 'node:events';
import { createInterface } from 'node:readline';
import { Writable } from 'node:stream';
import { keepPassphrase } from '../server/access/passphrase';
import { readConfig, StartProblem } from '../server/config';

/**
 * Asks for the household's passphrase without showing it (or reads one line from standard input), and keeps its hash.
 */
const { dataFolder } = readConfig(process.env, process.cwd());
const asked = process.stdin.isTTY;
if (asked) process.stderr.write('Passphrase for this household: ');
const nowhere = new Writable({ write: (_chunk, _encoding, done) => done() });
const lines = createInterface({ input: process.stdin, output: nowhere, terminal: asked });
const [passphrase] = (await once(lines, 'line')) as [string];
lines.close();
if (asked) process.stderr.write('\n');

try {
  await keepPassphrase(dataFolder, passphrase);
  console.error(
    'Kept. Slow Crest asks for it from its next start on, whenever it listens beyond this machine. Whoever was signed in with another is signed out.',
  );
} catch (error) {
  console.error(error instanceof StartProblem ? error.message : error);
  process.exitCode = 1;
}
