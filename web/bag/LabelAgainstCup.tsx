import type { BagPage } from '../../contract/shelf/shelf';
import { isOnlyCompared, ROAST_LEVELS } from '../../core/crest';
import {
  BET_OUTCOMES,
  isLabelHidden,
  betClaim,
  scoreOf,
  markOf,
  restClaim,
  roastClaim,
  type BetOutcome,
  type ClaimFinding,
} from '../../core/cup';
import {
  labelAgainstCups,
  placesAlone,
  wordsOverDays,
  type DescriptorOutcome,
  type WordPlace,
} from '../../core/cup/words';
import { meantForText, placesOfNote } from '../../core/text';
import { Taps } from '../forms/fields';
import { markText } from '../ui/format';
import { useVocabulary } from '../domain/useVocabulary';
import { BlindToLabel } from './BlindToLabel';
import { daysListText } from './curve/daysList';
import { PublishedRecipeNote } from './PublishedRecipeNote';
import { useBagChange } from './useBagChange';

const OWN_MOST = 6;

/** The label put to the test: what it promises, and what the cups say to that. */
export function LabelAgainstCup({ page }: { page: BagPage }) {
  const { bag, brews } = page;
  const { vocabulary } = useVocabulary();
  const cups = brews
    .filter(({ fault, style }) => fault === null && style === bag.reference.style)
    .map(({ restDay, cup }) => ({ restDay, descriptors: cup.descriptors, remarks: cup.remarks }));
  const alone = placesAlone(vocabulary, cups);
  const hidden = isLabelHidden(bag);
  const outcomes = labelAgainstCups(vocabulary, hidden ? '' : bag.printedNotes, cups);
  const printed = new Set(outcomes.map(({ word }) => word?.id));
  const own = wordsOverDays(vocabulary, cups, 2)
    .filter(({ word }) => !printed.has(word.id))
    .slice(0, OWN_MOST);
  const claims = claimsOf(page);
  if (
    outcomes.length + claims.length + own.length === 0 &&
    bag.bet === '' &&
    bag.printedNotes === '' &&
    !bag.publishedRecipe
  )
    return null;
  return (
    <section>
      <h2>The label against the cup</h2>
      <BlindToLabel page={page} />
      {bag.publishedRecipe && <PublishedRecipeNote page={page} recipe={bag.publishedRecipe} />}
      <ul className="label-notes">
        {outcomes.map((one) => (
          <li key={one.printed} className={one.outcome}>
            <strong dir="auto">{one.printed}</strong>:{' '}
            {outcomeText(one, cups.length, alone.get(one.word?.id ?? '')?.places ?? [])}
          </li>
        ))}
        {claims.map(({ outcome, sentence }) => (
          <li key={sentence} className={outcome === 'off' ? 'never' : ''}>
            {sentence}
          </li>
        ))}
      </ul>
      {own.length > 0 && (
        <p className="small mt-1 mb-1">
          Not printed, but yours: {own.map(({ word, cups: n }) => `${word.name} (${n} cups)`).join(', ')}.
        </p>
      )}
      {bag.bet !== '' && <Bet page={page} />}
    </section>
  );
}

function outcomeText(one: DescriptorOutcome, of: number, places: readonly WordPlace[]): string {
  const { outcome, cups, days, as } = one;
  if (outcome === 'never') return of === 0 ? 'no cup yet.' : 'never found.';
  const where = `in ${cups} of ${of} ${of === 1 ? 'cup' : 'cups'}, ${daysListText(days)}`;
  if (outcome === 'close kin') return `not itself, but close kin: ${as.join(', ')}, ${where}.`;
  if (outcome === 'in general') return `half found: only “${as.join('”, “')}” in general, ${where}.`;
  return `found ${where}${as.length > 0 ? `, as ${as.join(', ')}` : ''}${standsText(one)}${placesOfNote(places)}.`;
}

/** How far forward it stood, where the tasters said so. */
function standsText({ cups, leading, traces }: DescriptorOutcome): string {
  if (traces === cups && cups > 0) return ', never more than a trace';
  return leading > 0 ? `, leading in ${leading}` : '';
}

function claimsOf({ bag, verdict }: BagPage): ClaimFinding[] {
  const write = (score: number): string =>
    markText(bag.scoringScale, markOf(bag.scoringScale, Math.min(100, Math.max(0, score))));
  const sentence = meantForText(bag.meantFor, bag.reference.style);
  const meant: ClaimFinding[] = sentence === null ? [] : [{ outcome: 'open', sentence }];
  const best = verdict.curve.find(({ day }) => day === verdict.advisedDay);
  return [
    ...(bag.roastLevel ? [roastClaim(ROAST_LEVELS, bag.roastLevel, bag.perceivedRoast)] : []),
    ...meant,
    ...(bag.restAdviceDays === null ? [] : [restClaim(bag.restAdviceDays, verdict.peak, verdict.usable)]),
    // Weighed attributes are on another scale than the mark that was betted on.
    ...(bag.betMark === null || !best || bag.weights !== null || isOnlyCompared(verdict.basis)
      ? []
      : [betClaim(scoreOf(bag.scoringScale, bag.betMark), best, verdict.usable, write)]),
  ];
}

/** The bet in the taster's words; the taster says whether it held. */
function Bet({ page: { bag } }: { page: BagPage }) {
  const change = useBagChange(bag);
  const judge = (outcome: BetOutcome): void => void change({ betHeld: bag.betHeld === outcome ? null : outcome });
  return (
    <div className="mt-2">
      <p className="mb-1">
        Your bet: <q dir="auto">{bag.bet}</q>
      </p>
      <Taps label="The bet" options={BET_OUTCOMES} pressed={bag.betHeld ? [bag.betHeld] : []} onTap={judge} />
    </div>
  );
}
