import type { Fault } from '../../brew';

/** What a fault means for the judgement, in a sentence. */
export const FAULT_MEANING: Readonly<Record<Fault, string>> = {
  'rinse-water-left': 'The cup was thinner than the recipe makes it: kept in the log, left out of the judgement.',
  spill: 'Nobody knows how much water it got: kept in the log, left out of the judgement.',
  'stalled-filter':
    'It drew far longer than planned: kept in the log, left out of the judgement. Its drain time still says to grind coarser.',
  'wrong-dose': 'Correct the dose and it can count; while this is marked it stays in the log and out of the judgement.',
  'dirty-cup': 'The brew was right, the taste is not its own: kept in the log, left out of the judgement.',
  interrupted: 'The recipe was not followed to its end: kept in the log, left out of the judgement.',
  other: 'Kept in the log, left out of the judgement.',
};
