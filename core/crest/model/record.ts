import type { BrewParameters, Fault, RecordedFrom } from '../../brew';
import { type Comparison, SCALE_RANGES, type ScoringScale } from '../../cup';
import {
  dateOfInstant,
  ratesWith,
  restAge,
  roastDate,
  spellsOf,
  type LabelDates,
  type PlainDate,
  type Stored,
} from '../../rest';
import type { CrestInput, MadeWith, Process, RoastLevel } from './types';

/** One brew as it is written down: an instant, not yet an age. */
export interface RecordedBrew extends BrewParameters, MadeWith {
  id: string;
  /** Instant with its offset; the date the taster saw on the wall counts. */
  brewedAt: string;
  overall: number | null;
  recordedFrom: RecordedFrom;
  fault: Fault | null;
  taster?: string | null;
  /** Cups of one brew name the same one. */
  pot?: string | null;
  /** The portion its beans were of. */
  portionId?: string | null;
  comparisons?: readonly Comparison[];
  byLevels?: number | null;
  /** The mark was asked about and is meant. */
  isMeant?: boolean;
}

/** A bag and its log, as a file or a database keeps them. */
export interface BagRecord extends LabelDates, Stored {
  roastLevel: RoastLevel | null;
  process: Process | null;
  perceivedRoast?: RoastLevel | null;
  restAdviceDays: number | null;
  scoringScale: ScoringScale;
  /** Rest days in the freezer in one day, as the household has it. */
  freezerRate?: number;
  reference: BrewParameters;
  brews: readonly RecordedBrew[];
}

/** What the engine needs of a record: dates become rest ages, the scale its repeatability. */
export function crestInput(record: BagRecord): CrestInput {
  const { roastedOn, sdDays } = roastDate(record);
  const rates = ratesWith(record.freezerRate);
  return {
    roastLevel: record.roastLevel,
    process: record.process,
    perceivedRoast: record.perceivedRoast ?? null,
    restAdviceDays: record.restAdviceDays,
    ageSdDays: sdDays,
    reference: record.reference,
    sigma0: SCALE_RANGES[record.scoringScale].sigma0,
    brews: record.brews.map((brew) => ({
      id: brew.id,
      age: restAge(roastedOn, dateOfInstant(brew.brewedAt), spellsOf(record, brew.portionId ?? null), rates),
      style: brew.style,
      brewer: brew.brewer,
      doseG: brew.doseG,
      waterG: brew.waterG,
      waterC: brew.waterC,
      grindStep: brew.grindStep,
      filter: brew.filter ?? null,
      waterRecipe: brew.waterRecipe ?? null,
      overall: brew.overall,
      recordedFrom: brew.recordedFrom,
      fault: brew.fault,
      taster: brew.taster ?? null,
      pot: brew.pot ?? null,
      pours: brew.pours ?? null,
      bloomMultiple: brew.bloomMultiple ?? null,
      comparisons: brew.comparisons ?? [],
      byLevels: brew.byLevels ?? null,
      isMeant: brew.isMeant ?? false,
      timeS: brew.timeS ?? null,
      pressureBar: brew.pressureBar ?? null,
      milkKind: brew.milkKind ?? null,
      milkShare: brew.milkShare ?? null,
      iceShare: brew.iceShare ?? null,
      hardnessPpm: brew.hardnessPpm ?? null,
      vigour: brew.vigour ?? null,
      grindWord: brew.grindWord ?? null,
      markAt: brew.markAt ?? null,
    })),
  };
}

/** Rest age of a recorded bag on a date, days. */
export function ageOn(record: LabelDates & Pick<BagRecord, 'spells' | 'freezerRate'>, on: PlainDate): number {
  return restAge(roastDate(record).roastedOn, on, record.spells, ratesWith(record.freezerRate));
}
