import { useSearchParams } from 'react-router';
import type { LikingAnswer } from '../../contract/palate/palateReading';
import type { Settings } from '../../contract/settings';
import { isTold } from '../../core/palate';
import { driverText, hasEffect, tooFewCupsText } from '../../core/text';
import { api } from '../api/api';
import { Taps } from '../forms/fields';
import { sentenceCase } from '../ui/format';
import { IntervalBar, spanOf } from './IntervalBar';
import { PalatePart } from './PalatePart';

const EVERYONE = '';

/** What a taster’s marks go along with: levels and families of words, in sentences, with how sure each is. */
export function LikingPage() {
  const [address, setAddress] = useSearchParams();
  const taster = address.get('taster') ?? EVERYONE;
  const answer = api.usePalateLikingQuery(taster === EVERYONE ? {} : { taster });
  const { data: settings } = api.useSettingsQuery(undefined);
  const { data: tasters = [] } = api.useTastersQuery(undefined);
  const known = tasters.filter(({ mergedInto, cups }) => mergedInto === null && cups > 0);
  return (
    <PalatePart title="What you like" answer={answer}>
      {(said) => (
        <>
          {known.length > 1 && (
            <Taps
              label="Whose cups?"
              options={[EVERYONE, ...known.map(({ id }) => id)]}
              textOf={(id) => (id === EVERYONE ? 'Everyone’s' : (known.find((one) => one.id === id)?.name ?? ''))}
              pressed={[taster]}
              onTap={(id) => setAddress(id === EVERYONE ? {} : { taster: id }, { replace: true })}
            />
          )}
          {settings && <Drivers said={said} settings={settings} />}
        </>
      )}
    </PalatePart>
  );
}

function Drivers({ said: { cups, liking }, settings }: { said: LikingAnswer; settings: Settings }) {
  if (!liking) return <p className="verdict">{tooFewCupsText(cups)}</p>;
  const { drivers } = liking;
  const nameOf = (kind: string, of: string): string =>
    kind === 'level' ? (settings.intensityAttributes.find(({ id }) => id === of)?.name ?? of) : of;
  const told = drivers.filter(isTold);
  const unclear = drivers.filter((driver) => !hasEffect(driver));
  const [first] = told;
  const scale = settings.scoringScale;
  const span = spanOf(
    drivers.filter(hasEffect).map(({ effect }) => effect),
    [0],
  );
  return (
    <>
      <p className="verdict">
        {first
          ? driverText(first, nameOf(first.kind, first.of), scale, true)
          : drivers.length === 0
            ? 'Draw levels or find words in a few more cups: there is nothing yet to hold the marks against.'
            : 'Nothing found in your cups goes along with your marks for sure.'}
      </p>
      <p className="quiet">
        From {liking.cups} scored cups. It says what goes together, not what would happen: whoever likes fruit may buy
        better fruity coffees. Levels that were not drawn count as the usual ones.
      </p>
      <ul className="plain-list drivers">
        {drivers.filter(hasEffect).map((driver) => {
          const text = driverText(driver, nameOf(driver.kind, driver.of), scale, isTold(driver));
          return (
            <li key={`${driver.kind} ${driver.of}`} className={isTold(driver) ? '' : 'quiet'}>
              <span>{text}</span>
              <IntervalBar span={span} value={driver.effect} zero={0} label={`${sentenceCase(driver.of)}: ${text}`} />
            </li>
          );
        })}
      </ul>
      {unclear.length > 0 && (
        <details className="mt-2">
          <summary>No clear effect ({unclear.length})</summary>
          <p className="mb-0">{sentenceCase(unclear.map(({ kind, of }) => nameOf(kind, of)).join(', '))}.</p>
        </details>
      )}
    </>
  );
}
