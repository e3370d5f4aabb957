import { Link } from 'react-router';
import type { Repeats } from '../../contract/palate/palateReading';
import { engineNoiseText, repeatabilityText } from '../../core/text';
import { api } from '../api/api';
import { SCORING_SCALE_NAMES, sentenceCase } from '../ui/format';
import { PalatePart } from './PalatePart';

/** How far a taster’s marks of one and the same cup lie apart, and what the engine makes of it. */
export function RepeatsPage() {
  const answer = api.usePalateRepeatsQuery(undefined);
  const { data: settings } = api.useSettingsQuery(undefined);
  const nameOf = (of: string): string => settings?.intensityAttributes.find(({ id }) => id === of)?.name ?? of;
  return (
    <PalatePart title="How repeatable" answer={answer}>
      {({ tasters, engine }) => (
        <>
          <p className="verdict">{engineNoiseText(engine)}</p>
          {tasters.length === 0 && (
            <p>
              Nothing was repeated yet. Pour a cup twice at a{' '}
              <Link className="text-decoration-underline" to="/table/new">
                blind table
              </Link>
              , write two cups of one brew, or taste one recipe twice on a day without knowing which: what your marks
              are apart then is you.
            </p>
          )}
          {tasters.map((taster) => (
            <OneTaster key={taster.tasterId ?? ''} taster={taster} nameOf={nameOf} />
          ))}
          <p className="quiet">
            Counted are hidden duplicates and other cups of one brew by one taster, and blind cups of one recipe of one
            bag on one day.
          </p>
        </>
      )}
    </PalatePart>
  );
}

function OneTaster({
  taster: { name, scales, attributes },
  nameOf,
}: {
  taster: Repeats['tasters'][number];
  nameOf: (of: string) => string;
}) {
  return (
    <section>
      <h2 dir="auto">{name === '' ? 'Nobody named' : name}</h2>
      <ul className="plain-list">
        {scales.map(({ scale, repeatability, assumed }) => (
          <li key={scale}>
            <strong>{SCORING_SCALE_NAMES[scale]}.</strong> {repeatabilityText(name, repeatability, assumed)}
          </li>
        ))}
        {attributes.map(({ of, isLevel, repeatability }) => (
          <li key={of} className="quiet">
            <strong>{sentenceCase(nameOf(of))}</strong> {isLevel ? '(level, 1–5)' : '(mark, 0–10)'}.{' '}
            {repeatabilityText('', repeatability, null)}
          </li>
        ))}
      </ul>
    </section>
  );
}
