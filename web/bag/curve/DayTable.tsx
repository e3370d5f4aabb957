import { useState } from 'react';
import type { BagPage } from '../../../contract/shelf/shelf';
import { isExpectation, isOnlyCompared } from '../../../core/crest';
import { daysText } from '../../../core/text';
import { markOf, type ScoringScale } from '../../../core/cup';
import { inScale, markText, numberText } from '../../ui/format';

/** The chart in words and figures: a sentence, and the curve as a table on demand. */
export function DayTable({ page: { verdict } }: { page: BagPage }) {
  const [open, setOpen] = useState(false);
  const best = Math.max(...verdict.curve.map(({ mean }) => mean));
  const mark = (score: number): string =>
    isOnlyCompared(verdict.basis) ? belowText(verdict.scale, score - best) : markOfText(verdict.scale, score);
  return (
    <div className="small quiet mt-1">
      {verdict.usable > 0 && <p className="mb-1">{curveText(verdict)}</p>}
      <details onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary>The curve as a table</summary>
        {open && (
          <div className="table-of-days" tabIndex={0} role="region" aria-label="The curve as a table">
            <table>
              <thead>
                <tr>
                  <th scope="col">Rest day</th>
                  <th scope="col">Expected</th>
                  <th scope="col">Low (1 in 10)</th>
                  <th scope="col">High (1 in 10)</th>
                  <th scope="col">At its best</th>
                </tr>
              </thead>
              <tbody>
                {verdict.curve.map(({ day, mean, lo, hi }) => (
                  <tr key={day}>
                    <th scope="row">{day}</th>
                    <td>{mark(mean)}</td>
                    <td>{mark(lo)}</td>
                    <td>{mark(hi)}</td>
                    <td>{numberText((verdict.inWindow[day] ?? 0) * 100, 0)} %</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </details>
    </div>
  );
}

/** Where the curve peaks, how sure that is, and the days it is at its best. */
function curveText({ peak, fresh, window, core, state, usable }: BagPage['verdict']): string {
  // What cannot be said yet has no day beside it.
  if (state === 'too-early' && !isExpectation({ usable }))
    return 'No day is yet more likely than not to be at its best.';
  if (isExpectation({ usable })) return window ? `Expected at its best on ${daysText(window)}.` : '';
  const peaks = `peaks around day ${numberText(peak.day, 0)} (80 % likely day ${numberText(peak.lo, 0)} to ${numberText(peak.hi, 0)}).`;
  const curve =
    fresh >= 0.05
      ? `With a probability of ${numberText(fresh * 100, 0)} % its best was when fresh; if not, the curve ${peaks}`
      : `The curve ${peaks}`;
  if (state === 'steady') return 'No day stands out.';
  if (window === null) return `${curve} No day is yet more likely than not to be at its best.`;
  return `${curve} More likely than not at its best on ${daysText(window)}${core ? `, firmly on ${daysText(core)}` : ''}.`;
}

/** Of a bag that was only compared: "−0.4", against its best day. */
function belowText(scoringScale: ScoringScale, points: number): string {
  return `${points < 0 ? '−' : '+'}${numberText(Math.abs(inScale(scoringScale, points)), 2)}`;
}

function markOfText(scoringScale: ScoringScale, score: number): string {
  return markText(scoringScale, markOf(scoringScale, Math.min(100, Math.max(0, score))));
}
