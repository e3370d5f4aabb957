import { underFewHandles } from './fewHandles';
import { killRounds } from './kills';
import { sendRequests } from './requests';

/**
 * The long attacks, one after another, with their figures on standard output; ends with 1 where anything did not hold.
 */
const ROUNDS = Number(process.env.ROUNDS ?? 200);
const REQUESTS = Number(process.env.REQUESTS ?? 20_000);
const SEED = Number(process.env.SEED ?? 2026);
let failed = 0;
const hold = (holds: boolean): string => {
  if (!holds) failed++;
  return holds ? 'held' : 'DID NOT HOLD';
};

const kills = await killRounds(ROUNDS, SEED);
console.log(
  `kill rounds: ${kills.rounds}, acknowledged writes: ${kills.acknowledged}, lost: ${kills.lost.length}, files damaged: ${kills.damaged}: ${hold(kills.lost.length + kills.damaged === 0 && kills.acknowledged > 10 * kills.rounds)}`,
);
for (const one of kills.lost.slice(0, 10)) console.log(`  ${one}`);

const sent = await sendRequests(REQUESTS, SEED);
console.log(
  `requests from the schemas: ${sent.requests}, accepted: ${sent.accepted}, refused: ${sent.refused}, faults: ${sent.faults.length}: ${hold(sent.faults.length === 0)}`,
);
for (const one of sent.faults.slice(0, 10)) console.log(`  ${one}`);

if (process.platform === 'win32') console.log('few file handles: skipped, this system has no such limit');
else {
  for (const handles of [32, 48, 64, 128]) {
    const { outcome } = await underFewHandles(handles);
    console.log(`${handles} file handles: ${outcome}: ${hold(outcome.startsWith('page with 1 brew'))}`);
  }
}
process.exitCode = failed === 0 ? 0 : 1;
