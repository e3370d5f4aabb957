import type { Bag } from '../../contract/bag';
import { tablePeakDays, type TasterPrior } from '../../core/crest';
import { parametersLine } from '../../core/text';
import { useTemperatureUnit } from '../api/useTemperatureUnit';
import { judgedByText } from './judgedBy';
import { numberText, SCORING_SCALE_NAMES, sentenceCase, words } from '../ui/format';

/** The recipe everything is measured against, and what the label says that no cup can test. */
export function LabelFacts({ bag, prior }: { bag: Bag; prior: TasterPrior | null }) {
  const unit = useTemperatureUnit();
  const { reference } = bag;
  const claims: [string, string | null][] = [
    ['Origin', bag.origin],
    ['Variety', bag.variety],
    ['Process', bag.process && words(bag.process)],
  ];
  const said = claims.filter(([, value]) => value);
  return (
    <>
      <section>
        <h2>Reference recipe</h2>
        <p className="mb-0">
          {sentenceCase(parametersLine(reference, unit))}{' '}
          <span className="quiet">(1:{numberText(reference.waterG / reference.doseG, 1)})</span>
        </p>
        <p className="quiet small mb-0">
          The curve is the score this recipe would get. Scored as: {SCORING_SCALE_NAMES[bag.scoringScale].toLowerCase()}
          .{bag.weights && ` Best means: ${judgedByText(bag.weights)}.`}
        </p>
        {prior && (
          <p className="quiet small mb-0">
            Before any cup, your own past puts the peak of such a bag around day {numberText(prior.peak.days, 0)}; the
            usual is {numberText(tablePeakDays(bag.roastLevel, bag.process, reference.style), 0)}.
          </p>
        )}
      </section>
      {said.length > 0 && (
        <section>
          <h2>On the label</h2>
          <dl className="mb-0">
            {said.map(([what, value]) => (
              <div key={what} className="d-flex gap-2">
                <dt className="quiet fw-normal text-nowrap">{what}</dt>
                <dd className="mb-0 flex-fill" dir="auto" style={{ overflowWrap: 'anywhere' }}>
                  {value}
                </dd>
              </div>
            ))}
          </dl>
        </section>
      )}
    </>
  );
}
