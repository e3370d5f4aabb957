import { Link } from 'react-router';
import { unitsOf } from '../../application/settings';
import type { BagPage } from '../../contract/shelf/shelf';
import { bestCupDay, isInformative, isOnlyCompared, mostInformativeDay } from '../../core/crest';
import { informationText, recipeText } from '../../core/text';
import { markOf } from '../../core/cup';
import { inScale, markText, numberText, sentenceCase, weightText } from '../ui/format';

/** What to brew next: for the cup, and for the knowledge; with what each gains and costs. */
export function NextBrews({ page: { bag, verdict, cupsLeft, settings } }: { page: BagPage }) {
  const units = unitsOf(settings);
  const today = verdict.next[0];
  const best = bestCupDay(verdict.next);
  const most = mostInformativeDay(verdict.next);
  if (!today || !best || !most || bag.finishedOn !== null || cupsLeft === 0) return null;
  const cost = `${weightText(bag.reference.doseG, units)}, one of ${cupsLeft} ${cupsLeft === 1 ? 'cup' : 'cups'} left`;
  const mark = (score: number): string =>
    markText(verdict.scale, markOf(verdict.scale, Math.min(100, Math.max(0, score))));
  const better = inScale(verdict.scale, best.bestCup.expected - today.bestCup.expected);
  // Before any cup the days are only those of its kind, and no difference between them is known.
  const waits =
    verdict.usable > 0 && best.inDays > 0 && best.bestCup.expected - today.bestCup.expected > 0.1 * verdict.sigma0;
  const tells = informationText(most.mostInformative.expectedInformation);
  const tellsToday = informationText(today.mostInformative.expectedInformation);
  const rules = sentenceCase(
    [settings.oneChange && 'one change at a time from the last brew', settings.brewers && 'with the brewers you own']
      .filter(Boolean)
      .join(', '),
  );
  return (
    <section>
      <h2>Next brew</h2>
      <ul className="proposals">
        <li>
          <strong>Best cup</strong> today: {recipeText(today.bestCup.changes, units)}
          {isOnlyCompared(verdict.basis) ? '' : `, about ${mark(today.bestCup.expected)}`}.
          {waits &&
            ` ${when(best.inDays, true)} ${best.bestCup.changes.length > 0 ? `${recipeText(best.bestCup.changes, units)}, ` : ''}about ${numberText(better, 2)} more.`}
        </li>
        {isInformative(most.mostInformative.expectedInformation) && (
          <li>
            <strong>Most telling</strong> {when(most.inDays, false)}: {recipeText(most.mostInformative.changes, units)}.
            It {tells}
            {most.inDays > 0 && tells !== tellsToday
              ? `; today's most telling brew (${recipeText(today.mostInformative.changes, units)}) ${tellsToday}.`
              : '.'}
            <div className="quiet small">Price: {cost}.</div>
          </li>
        )}
      </ul>
      {rules !== '' && (
        <p className="quiet small">
          {rules}.{' '}
          <Link className="text-decoration-underline" to="/store-room">
            Change that
          </Link>
        </p>
      )}
    </section>
  );
}

function when(inDays: number, starting: boolean): string {
  const text = inDays === 0 ? 'today' : inDays === 1 ? 'tomorrow' : `in ${inDays} days`;
  return starting ? text.charAt(0).toUpperCase() + text.slice(1) : text;
}
