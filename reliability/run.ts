import type { ReportLine } from '../benchmarks/report';
import { mutatedArchives } from './archives';
import { underFewHandles } from './fewHandles';
import { killRounds } from './kills';
import { brokenOff } from './leaks';
import { sendRequests } from './requests';
import { whileReplacing } from './whileReplacing';

/**
 * The attacks on the compiled server, one after another, with their figures on standard output; ends with 1 where
 * anything did not hold. `SHARE=0.1` is a tenth of what is generated, and few rounds of the rest; `SEED` is the seed of all generators.
 */
const SHARE = Number(process.env.SHARE ?? 1);
const SEED = Number(process.env.SEED ?? 2026);
const share = (whole: number): number => Math.max(1, Math.round(SHARE * whole));
/** Lines of the report: what was tried, and its outcome. */
const lines: ReportLine[] = [];
let failed = 0;
const say = (attack: string, outcome: string, holds: boolean, faults: readonly string[] = []): void => {
  if (!holds) failed++;
  lines.push({ what: attack, value: outcome });
  console.log(`${attack}: ${outcome}: ${holds ? 'held' : 'DID NOT HOLD'}`);
  for (const one of faults.slice(0, 10)) console.log(`  ${one}`);
};
console.log(`seed ${SEED}`);

const sent = await sendRequests(share(20_000), SEED);
say(
  `${sent.requests} requests generated from the schemas, with ids that are there, seed ${SEED}`,
  `${sent.accepted} accepted, ${sent.refused} refused, ${sent.faults.length} faults`,
  sent.faults.length === 0,
  sent.faults,
);

const mutated = await mutatedArchives(share(500), SEED);
say(
  `${mutated.archives} archives changed within their schemas or spoilt, seed ${SEED}, every page asked for after each`,
  `${mutated.takenIn} taken in, ${mutated.refused} refused, ${mutated.faults.length} faults`,
  mutated.faults.length === 0,
  mutated.faults,
);

const replacing = await whileReplacing(SHARE < 0.2 ? 10 : 100, SEED);
say(
  `${replacing.rounds} imports and restores under four writers`,
  `${replacing.acknowledged} acknowledged, ${replacing.lost.length} lost`,
  replacing.lost.length === 0,
  replacing.lost,
);

const kills = await killRounds(share(200), SEED);
say(
  `kill -9 under four writers, ${kills.rounds} rounds, seed ${SEED}`,
  `${kills.acknowledged} acknowledged, ${kills.lost.length} lost, ${kills.damaged} files damaged`,
  kills.lost.length + kills.damaged === 0 && kills.acknowledged > 10 * kills.rounds,
  kills.lost,
);

if (process.platform === 'linux') {
  const { brokenOff: count, before, after } = await brokenOff(SHARE < 0.2 ? 5 : 50);
  say(
    `${count} downloads broken off and ${count} imports cancelled`,
    `${before.mb} MB and ${before.threads} threads before, ${after.mb} MB and ${after.threads} threads ten seconds after, ${after.processes} processes left`,
    after.processes === 0 && after.threads <= before.threads && after.mb < before.mb + 60,
  );
  for (const handles of [32, 48, 64, 128].slice(0, SHARE < 1 ? 1 : 4)) {
    const { outcome } = await underFewHandles(handles);
    say(`${handles} file handles`, outcome, outcome.startsWith('page with 1 brew'));
  }
} else console.log('leaks and few file handles: skipped, only Linux tells');

if (process.env.REPORT === 'json') console.log(JSON.stringify(lines));
process.exitCode = failed === 0 ? 0 : 1;
