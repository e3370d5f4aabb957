import type { NotebookState } from '../../contract/keeping/notebook';
import { minutesText } from '../../core/brew';
import { temperatureText } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { useToday } from '../state/today';
import { dateText, markText, weightText } from '../ui/format';

/** The first brews as they would stand in the log, and the bags. */
export function NotebookFirstBrews({ state: { first, bags, mapping } }: { state: NotebookState }) {
  const today = useToday();
  const units = useUnits();
  if (first.length === 0) return null;
  const { scoringScale } = mapping.reading.mark;
  return (
    <>
      <fieldset>
        <legend>As they would stand in the log</legend>
        <div className="notebook-table" tabIndex={0} role="region" aria-label="The first brews">
          <table>
            <thead>
              <tr>
                <th scope="col">Row</th>
                <th scope="col">Bag</th>
                <th scope="col">Brewed</th>
                <th scope="col">Recipe</th>
                <th scope="col">Mark</th>
                <th scope="col">In words</th>
              </tr>
            </thead>
            <tbody>
              {first.map((brew) => (
                <tr key={brew.row}>
                  <th scope="row">{brew.row}</th>
                  <td dir="auto">{brew.bag}</td>
                  <td>{dateText(brew.brewedAt.slice(0, 10), today)}</td>
                  <td>
                    {brew.brewer}, {weightText(brew.doseG, units)} to {weightText(brew.waterG, units)}
                    {brew.waterC !== null && `, ${temperatureText(brew.waterC, units)}`}
                    {brew.drainS !== null && `, ${minutesText(brew.drainS)}`}
                    {brew.assumed.length > 0 && <span className="quiet"> (assumed: {brew.assumed.join(', ')})</span>}
                  </td>
                  <td>{brew.mark === null ? 'none' : markText(scoringScale, brew.mark)}</td>
                  <td dir="auto" className="words">
                    {brew.words.join(', ')}
                    {brew.remarks !== '' && <div className="quiet small">{brew.remarks}</div>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </fieldset>
      <fieldset>
        <legend>Its bags</legend>
        <ul className="plain-rows">
          {bags.map((bag) => (
            <li key={`${bag.name} ${bag.roaster} ${bag.roastedOn}`} dir="auto">
              <strong>{bag.name}</strong> {bag.roaster !== '' && `(${bag.roaster})`}: roasted{' '}
              {dateText(bag.roastedOn, today)}
              {bag.isAssumed && ', assumed'}; {bag.brews} {bag.brews === 1 ? 'brew' : 'brews'}
              {!bag.isNew && ', on the bag that is here'}
              {bag.finishedOn !== null && `, finished on ${dateText(bag.finishedOn, today)}`}
            </li>
          ))}
        </ul>
      </fieldset>
    </>
  );
}
