import type { RidgeFigure } from '../../../contract/writeUps/writeUp';
import { bareMark, differenceText } from '../../../core/text';

/** Every so many days stand in the table. */
const EVERY = 3;

/** The ridge in figures, for whoever reads rather than looks. */
export function RidgeData({ figures }: { figures: readonly RidgeFigure[] }) {
  return (
    <details className="pub-data">
      <summary>The same as a table</summary>
      {figures.map(({ name, points, scale, isOnlyCompared }) => {
        const top = Math.max(...points.map(({ mean }) => mean));
        const said = (score: number): string =>
          isOnlyCompared ? `−${differenceText(scale, Math.max(0, top - score))}` : bareMark(scale, score);
        return (
          <table key={name}>
            <caption>{name}</caption>
            <thead>
              <tr>
                <th scope="col">Day</th>
                <th scope="col">{isOnlyCompared ? 'Below its best' : 'Score'}</th>
                <th scope="col">8 chances in 10</th>
              </tr>
            </thead>
            <tbody>
              {points
                .filter(({ day }) => day % EVERY === 0)
                .map(({ day, mean, lo, hi }) => (
                  <tr key={day}>
                    <th scope="row">{day}</th>
                    <td>{said(mean)}</td>
                    <td>
                      {said(lo)} to {said(hi)}
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
        );
      })}
    </details>
  );
}
