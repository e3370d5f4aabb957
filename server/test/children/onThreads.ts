import { text } from 'node:stream/consumers';
import type { CrestInput } from '../../../core/crest';
import { startEngine } from '../../verdicts/engine';

/** Fits the input on standard input on the server's own threads, and prints the answer. */
const engine = startEngine();
process.stdout.write(JSON.stringify(await engine.fit(JSON.parse(await text(process.stdin)) as CrestInput)));
await engine.close();
