/** How a claim stood against what was found. */
export type ClaimOutcome = 'held' | 'off' | 'open';

export interface ClaimFinding {
  outcome: ClaimOutcome;
  sentence: string;
}

const days = (n: number): string => (n === 1 ? '1 day' : `${n} days`);

/** The roast the label claims against what the beans look like, by their places in `lightestFirst`, lightest first. */
export function roastClaim(lightestFirst: readonly string[], claimed: string, perceived: string | null): ClaimFinding {
  const word = (roastLevel: string): string => roastLevel.replaceAll('-', ' ');
  if (perceived === null)
    return { outcome: 'open', sentence: `Claimed ${word(claimed)}; you have not said what the beans look like.` };
  const steps = lightestFirst.indexOf(perceived) - lightestFirst.indexOf(claimed);
  if (steps === 0) return { outcome: 'held', sentence: `Claimed ${word(claimed)}, and it looks so.` };
  const size = Math.abs(steps) === 1 ? 'a step' : `${Math.abs(steps)} steps`;
  return {
    outcome: 'off',
    sentence: `Claimed ${word(claimed)}, looks ${word(perceived)}: ${size} ${steps > 0 ? 'darker' : 'lighter'}.`,
  };
}

/**
 * The roaster's rest advice against the peak that was found and the interval it lies in with 8 chances in 10, rest
 * days.
 */
export function restClaim(
  adviceDays: number,
  peak: { day: number; lo: number; hi: number },
  cups: number,
): ClaimFinding {
  const [day, lo, hi] = [Math.round(peak.day), Math.round(peak.lo), Math.round(peak.hi)];
  // Fewer cups cannot show a curve: the interval is then the prior's.
  if (cups < 3)
    return {
      outcome: 'open',
      sentence: `The roaster advises ${days(adviceDays)}; three cups or more will show whether that holds.`,
    };
  const found = `the crest was found around day ${day} (8 in 10: days ${lo}–${hi})`;
  if (adviceDays >= lo && adviceDays <= hi)
    return { outcome: 'held', sentence: `The roaster advises ${days(adviceDays)}; ${found}. The two agree.` };
  const off = Math.abs(day - adviceDays);
  return {
    outcome: 'off',
    sentence: `The roaster advises ${days(adviceDays)}; ${found}, ${days(off)} ${day > adviceDays ? 'later' : 'earlier'}.`,
  };
}

/** A mark betted on against what the bag is worth at its best, all as score; `write` puts a score as a mark. */
export function betClaim(
  bet: number,
  best: { mean: number; lo: number; hi: number },
  cups: number,
  write: (score: number) => string,
): ClaimFinding {
  if (cups === 0) return { outcome: 'open', sentence: `You bet on ${write(bet)}; no cup is marked yet.` };
  const found = `at its best it stands at ${write(best.mean)} (8 in 10: ${write(best.lo)} to ${write(best.hi)})`;
  if (bet >= best.lo && bet <= best.hi)
    return { outcome: 'held', sentence: `You bet on ${write(bet)}; ${found}: the bet holds.` };
  return {
    outcome: 'off',
    sentence: `You bet on ${write(bet)}; ${found}: ${best.mean > bet ? 'better' : 'worse'} than you bet.`,
  };
}
