import type { BagFile } from '../contract/bag/bagFile';
import { cupsLeft, dosesOf, FAULTS, gramsLeft } from '../core/brew';
import {
  ageOn,
  ANY_SITUATION,
  compact,
  crestInput,
  fitCrest,
  PROPOSAL_DAYS,
  proposals,
  type BagRecord,
  type Proposal,
} from '../core/crest';
import { stateOnDay, METRIC } from '../core/text';
import { addDays, dateOfInstant, roastDate } from '../core/rest';

/** The record a bag file holds. Brews are named by their place in the file. */
export function recordOf(file: BagFile): BagRecord {
  const brews = file.brews.map((b, i) => ({
    ...b,
    id: String(i),
    comparisons: b.than != null && b.comparison ? [{ thanId: String(b.than), was: b.comparison }] : [],
    fault: b.fault === null ? null : (FAULTS.find((f) => f === b.fault) ?? 'other'),
  }));
  const { school, ...bag } = file.bag;
  return { ...bag, scoringScale: school === 'sum100' ? 'parts' : school, reference: file.reference, brews };
}

/** A proposal in the words of the format, which other programs read: they do not follow ours. */
const proposalLine = ({ changes, expected, expectedInformation }: Proposal) => ({
  changes: changes.map(({ factor, setting }) => ({ factor, level: setting })),
  expected,
  telling: expectedInformation,
});

/**
 * Judges a bag file on its `today`, or on the day of its last brew (of roasting, without brews) when it states none.
 */
export function verdictLine(file: BagFile) {
  const record = recordOf(file);
  const lastBrew = record.brews
    .map((b) => dateOfInstant(b.brewedAt))
    .reduce((a, b) => (a > b ? a : b), roastDate(record).roastedOn);
  const fit = compact(fitCrest(crestInput(record)));
  const { weightG } = file.bag;
  const left =
    weightG === null
      ? null
      : cupsLeft(
          gramsLeft(weightG, dosesOf(record.brews.map(({ id, pot, doseG }) => ({ id, potId: pot ?? null, doseG })))),
          record.reference.doseG,
        );
  const { state, stateProbability, verdict, restDay } = stateOnDay(
    fit,
    ageOn(record, file.today ?? lastBrew),
    file.bag.finished,
    METRIC,
  );
  return {
    name: file.bag.name,
    state,
    stateProbability,
    restDay,
    advisedDay: fit.advisedDay,
    peak: { day: fit.peak.day, lo: fit.peak.lo, hi: fit.peak.hi, level: fit.peak.coverage },
    fresh: fit.fresh,
    shapes: fit.shapes,
    basis: fit.basis,
    forgiving: fit.forgiving,
    window: fit.window,
    core: fit.core,
    usable: fit.usable,
    borrowed: fit.siblingStyle,
    steady: fit.steady,
    entangled: fit.confounded,
    surprises: fit.outliers.map(({ id, missedBy, sds }) => ({ brew: Number(id), missedBy, sds })),
    effects: fit.effects.map(({ factor, setting, ...effect }) => ({ factor, level: setting, ...effect })),
    next: proposals(
      fit,
      Array.from({ length: PROPOSAL_DAYS + 1 }, (_, i) => ageOn(record, addDays(file.today ?? lastBrew, i))),
      { ...ANY_SITUATION, cupsLeft: left },
    ).map(({ inDays, bestCup, mostInformative }) => ({
      inDays,
      bestCup: proposalLine(bestCup),
      mostTelling: proposalLine(mostInformative),
    })),
    curve: fit.curve,
    inWindow: fit.inWindow,
    peakProbability: fit.peakProbability,
    verdict,
  };
}
