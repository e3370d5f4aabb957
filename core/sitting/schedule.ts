/** A brew to be made for a sitting, seconds. */
export interface BrewToMake {
  id: string;
  /** From its first water to the cup. */
  brewS: number;
  /** How long of that it needs the kettle and a pair of hands. */
  pourS: number;
}

/** When a brew starts, seconds from the first start, with which kettle (from 0), and when it is done. */
export interface ScheduledBrew {
  id: string;
  kettle: number;
  startS: number;
  doneS: number;
}

/**
 * Starts for brews that are to be ready together, with so many kettles, each for one brew at a time and then refilled.
 * The
 * longest brew goes first (of all orders that one is done soonest: Jackson, *Naval Res. Logist. Quart.* 3 (1956)
 * 201–225, turned round);
 * then every brew starts as late as its kettle allows, so that no cup waits longer than it must.
 *
 * @param refillS seconds a kettle needs between two brews
 * @throws RangeError without a kettle
 */
export function readyTogether(brews: readonly BrewToMake[], kettles: number, refillS: number): ScheduledBrew[] {
  if (!(kettles >= 1)) throw new RangeError('A sitting needs a kettle');
  const rest = ({ brewS, pourS }: BrewToMake): number => Math.max(0, brewS - pourS);
  const inOrder = [...brews].sort((a, b) => rest(b) - rest(a) || (a.id < b.id ? -1 : 1));
  const free = Array.from({ length: kettles }, () => 0);
  const made = inOrder.map((brew) => {
    const kettle = free.indexOf(Math.min(...free));
    const startS = free[kettle]!;
    free[kettle] = startS + brew.pourS + refillS;
    return { brew, kettle, startS };
  });
  const readyS = Math.max(0, ...made.map(({ brew, startS }) => startS + brew.brewS));
  const mustBeFree = Array.from({ length: kettles }, () => Infinity);
  const late = [...made].reverse().map(({ brew, kettle }) => {
    const startS = Math.min(readyS - brew.brewS, mustBeFree[kettle]! - refillS - brew.pourS);
    mustBeFree[kettle] = startS;
    return { id: brew.id, kettle, startS, doneS: startS + brew.brewS };
  });
  const begin = Math.min(...late.map(({ startS }) => startS));
  return late
    .map((one) => ({ ...one, startS: one.startS - begin, doneS: one.doneS - begin }))
    .sort((a, b) => a.startS - b.startS || (a.id < b.id ? -1 : 1));
}

/** One after another, each when the one before is done. */
export function oneAfterAnother(brews: readonly BrewToMake[], pauseS: number): ScheduledBrew[] {
  let startS = 0;
  return brews.map(({ id, brewS }) => {
    const scheduled = { id, kettle: 0, startS, doneS: startS + brewS };
    startS += brewS + pauseS;
    return scheduled;
  });
}
