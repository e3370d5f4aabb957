import { isInformative, type DayProposals } from '../../crest';

/**
 * Whether the judgement wishes the next brew to keep to the reference recipe, in a sentence; null where it does not
 * mind. It does when no setting already tried would tell more about the best days than the reference itself.
 */
export function holdWish(today: Pick<DayProposals, 'mostInformative'> | undefined): string | null {
  if (!today || today.mostInformative.changes.length > 0 || !isInformative(today.mostInformative.expectedInformation))
    return null;
  return 'The judgement of this bag asks for the reference recipe, held still: that cup tells most about its best days. A change now helps the cup, if it helps, at the price of some certainty.';
}
