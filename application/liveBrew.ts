import type { InstrumentSettings } from '../contract/bench/instrument';
import type { LiveBrew, LivePatch } from '../contract/bench/live';
import type { StageMark } from '../core/brew';
import { merge } from '../core/change';
import { Problem } from './problem';

/** What is written of a brew on the bench. */
export type LiveChange = Partial<Omit<LiveBrew, 'id' | 'bagName'>>;

/** The instruments a brew is laid out with: only simulated time can run faster than the clock on the wall. */
export function instrumentsFor(settings: InstrumentSettings): InstrumentSettings {
  return { ...settings, speed: settings.connected.scale === undefined ? 1 : settings.speed };
}

/** Starts a brew at an instant, ms. Throws a conflict Problem where it has started already. */
export function started({ startedAt }: LiveBrew, at: number): LiveChange {
  if (startedAt !== null) throw new Problem('conflict', 'This brew has started already.');
  return { startedAt: at };
}

/**
 * Takes in the instruments that were connected after a brew was laid out. Throws a conflict Problem once it has
 * started: what was poured before nobody weighed.
 */
export function joined({ startedAt }: LiveBrew, settings: InstrumentSettings): LiveChange {
  if (startedAt !== null) throw new Problem('conflict', 'This brew has started: an instrument can join the next one.');
  return { instruments: instrumentsFor(settings) };
}

/**
 * What a change tapped on one device makes of a brew. Of its lists both changes are kept; where two marked one stage,
 * the first stands. Throws a conflict Problem for the end of a brew that has not started.
 */
export function tapped({ startedAt, ticked, marks }: LiveBrew, { was = {}, ...patch }: LivePatch): LiveChange {
  if (patch.endedS != null && startedAt === null) throw new Problem('conflict', 'This brew has not started yet.');
  return {
    ...patch,
    ...(patch.ticked && { ticked: merge(was.ticked ?? ticked, patch.ticked, ticked).value }),
    ...(patch.marks && { marks: bothMarked(was.marks ?? marks, patch.marks, marks) }),
  };
}

/** Marks of stages from two devices. */
function bothMarked(
  base: readonly StageMark[],
  ours: readonly StageMark[],
  savedVersion: readonly StageMark[],
): StageMark[] {
  const steps = new Set([...ours, ...savedVersion].map(({ step }) => step));
  const byStep = (marks: readonly StageMark[], step: number): StageMark | null =>
    marks.find((mark) => mark.step === step) ?? null;
  const merged = [...steps].flatMap(
    (step) => merge(byStep(base, step), byStep(ours, step), byStep(savedVersion, step)).value ?? [],
  );
  return merged.sort((a, b) => a.atS - b.atS);
}
