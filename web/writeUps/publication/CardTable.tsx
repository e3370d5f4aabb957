import type { RecipeCard } from '../../../contract/writeUps/writeUp';
import { cardSettings, cardStages, type Units } from '../../../core/text';

/** The recipe of a card: its settings, grinder by grinder, and its stages. */
export function CardTable({ card, units }: { card: RecipeCard; units: Units }) {
  return (
    <div className="pub-card">
      <dl>
        {cardSettings(card, units).map(([name, value], i) => (
          <div key={i}>
            <dt dir="auto">{name}</dt>
            <dd dir="auto">{value}</dd>
          </div>
        ))}
      </dl>
      <table>
        <thead>
          <tr>
            <th scope="col">At</th>
            <th scope="col">Do</th>
            <th scope="col">How</th>
          </tr>
        </thead>
        <tbody>
          {cardStages(card, units).map(({ at, what, how }, i) => (
            <tr key={i}>
              <td className="at">{at}</td>
              <td>{what}</td>
              <td dir="auto">{how}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
