import type { BagPage } from '../../contract/shelf/shelf';
import { pricePer100G, pricePerCup } from '../../core/brew';
import { isExpectation } from '../../core/crest';
import { assumedRoastText, likelihoodWord, moneyText, priceText, valueText } from '../../core/text';
import { api } from '../api/api';
import { dateText, weightText } from '../ui/format';
import { StateMark } from '../domain/StateMark';
import { useUnits } from '../api/useUnits';

/** The line under a bag's name: its age, where it is, what is left. */
export function BagFacts({ page, today }: { page: BagPage; today: string }) {
  const units = useUnits();
  const { bag, verdict, roastedOn, roastSdDays, frozen, gramsLeft, cupsLeft, window, settings } = page;
  const perCup = bag.price === null ? null : pricePerCup(bag.price, bag.weightG, bag.reference.doseG);
  return (
    <div className="facts">
      <StateMark state={verdict.state} />
      {bag.roaster && <span>{bag.roaster}</span>}
      <span>
        day {verdict.restDay}
        {frozen && ', in the freezer'}, roasted {roastSdDays > 0 && 'about '}
        {dateText(roastedOn, today)}
        {roastSdDays > 0 && ` (${assumedRoastText(bag, roastSdDays)})`}
      </span>
      <span>
        {weightText(gramsLeft, units, 0)} left, {cupsLeft} {cupsLeft === 1 ? 'cup' : 'cups'}
      </span>
      {window && !bag.finishedOn && verdict.state !== 'steady' && (
        <span>
          {isExpectation(verdict) ? 'expected' : 'window'} {dateText(window.from, today)} – {dateText(window.to, today)}
        </span>
      )}
      {!isExpectation(verdict) && !bag.finishedOn && verdict.state !== 'steady' && (
        <span>in its window today: {likelihoodText(verdict.inWindowToday)}</span>
      )}
      {perCup !== null && bag.price !== null && (
        <span>
          {moneyText(perCup, units)} a cup, {priceText(pricePer100G(bag.price, bag.weightG), settings.goingRate, units)}
        </span>
      )}
    </div>
  );
}

/** What the bag gives for its price, once enough others say what a price usually gives. */
export function ValueLine({ bag: { id, price } }: Pick<BagPage, 'bag'>) {
  const { data } = api.useBagValueQuery({ id }, { skip: price === null });
  return data?.value ? <p className="quiet mb-1">{valueText(data.value)}</p> : null;
}

function likelihoodText(p: number): string {
  return p < 0.45 ? (p < 0.2 ? 'unlikely' : 'perhaps not') : likelihoodWord(p);
}
