import type { Sitting } from '../../contract/table/sitting';
import { scheduleFor } from '../../application/layTable';
import { parametersLine } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { words } from '../ui/format';

const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.round(seconds) % 60).padStart(2, '0')}`;

/** What is started when, so that all cups are ready together, or one after another; and what else is to be done. */
export function BrewSchedule({ sitting }: { sitting: Sitting }) {
  const units = useUnits();
  const { cups, timing, kettles } = sitting;
  const schedule = scheduleFor(sitting);
  const brews = cups.filter(({ sameAs, parameters }) => sameAs === null && parameters !== null);
  const others = brews.filter(({ id }) => !schedule?.some((one) => one.id === id));
  const portionsOf = (id: string): number => cups.filter((cup) => cup.id === id || cup.sameAs === id).length;
  const nameOf = (id: string): string => cups.find((cup) => cup.id === id)?.name ?? '';
  return (
    <section className="brew-schedule">
      <h2>What to brew when</h2>
      {schedule && schedule.length > 0 && (
        <ol className="plain-list">
          {schedule.map(({ id, kettle, startS, doneS }) => {
            const cup = brews.find((one) => one.id === id);
            return (
              <li key={id}>
                <span className="at">{clock(startS)}</span>
                <span>
                  <strong dir="auto">{nameOf(id)}</strong>
                  {kettles > 1 && `, kettle ${kettle + 1}`}
                  {portionsOf(id) > 1 && `, for ${portionsOf(id)} cups`}
                  <span className="quiet d-block">
                    {cup?.parameters && parametersLine(cup.parameters, units)}
                    {cup?.declared && `; ${cup.declared}`}; done about {clock(doneS)}
                  </span>
                </span>
              </li>
            );
          })}
        </ol>
      )}
      {others.length > 0 && (
        <p className="quiet">
          {timing === 'apart' ? 'Brewed whenever it suits: ' : 'Made beforehand: '}
          {others
            .map(({ name, condition }) => (condition === 'fresh' ? name : `${name} (${words(condition)})`))
            .join(', ')}
          .
        </p>
      )}
      <p className="quiet small">
        Hot water and glass: mind what the makers say. Spit when tasting many; caffeine adds up. A clean spoon for each
        taster, or a cup of one’s own.
      </p>
    </section>
  );
}
