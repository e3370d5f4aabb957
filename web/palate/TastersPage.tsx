import { useSearchParams } from 'react-router';
import Form from 'react-bootstrap/Form';
import type { TwoTasters } from '../../contract/palate/palateReading';
import type { Taster } from '../../contract/table/taster';
import { finerText, higherText, levelApartText } from '../../core/text';
import { api } from '../api/api';
import { PalatePart } from './PalatePart';

/** Two palates side by side: who is higher, who is finer, on what they differ. */
export function TastersPage() {
  const answer = api.useTastersQuery(undefined);
  return (
    <PalatePart title="Two tasters" answer={answer}>
      {(tasters) => <Choose tasters={tasters.filter(({ mergedInto, cups }) => mergedInto === null && cups > 0)} />}
    </PalatePart>
  );
}

function Choose({ tasters }: { tasters: readonly Taster[] }) {
  const [address, setAddress] = useSearchParams();
  const byCups = [...tasters].sort((a, b) => b.cups - a.cups);
  const [most, next] = byCups;
  if (!most || !next) return <p>One taster alone has cups here. A second palate makes two.</p>;
  const first = tasters.find(({ id }) => id === address.get('first')) ?? most;
  const second =
    tasters.find(({ id }) => id === address.get('second') && id !== first.id) ?? (first === most ? next : most);
  const choice = (which: 'first' | 'second', current: Taster, other: Taster) => (
    <Form.Select
      className="w-auto"
      aria-label={which === 'first' ? 'One taster' : 'The other taster'}
      value={current.id}
      onChange={({ target }) =>
        setAddress({ first: first.id, second: second.id, [which]: target.value }, { replace: true })
      }
    >
      {tasters
        .filter(({ id }) => id !== other.id)
        .map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
    </Form.Select>
  );
  return (
    <>
      <div className="d-flex gap-2 align-items-center mb-3">
        {choice('first', first, second)} and {choice('second', second, first)}
      </div>
      <Compared first={first} second={second} />
    </>
  );
}

function Compared({ first, second }: { first: Taster; second: Taster }) {
  const { data } = api.usePalateTastersQuery({ first: first.id, second: second.id });
  const { data: repeats } = api.usePalateRepeatsQuery(undefined);
  const { data: settings } = api.useSettingsQuery(undefined);
  if (!data || !settings) return null;
  const names = [first.name, second.name] as const;
  const scale = settings.scoringScale;
  const repeatOf = (id: string) =>
    repeats?.tasters.find(({ tasterId }) => tasterId === id)?.scales.find((one) => one.scale === scale)
      ?.repeatability ?? null;
  const finer = finerText([repeatOf(first.id), repeatOf(second.id)], names);
  const nameOf = (of: string): string => settings.intensityAttributes.find(({ id }) => id === of)?.name ?? of;
  return (
    <>
      <p className="verdict">{higherText(data.difference, names, scale)}</p>
      {finer !== '' && <p>{finer}</p>}
      <Levels levels={data.levels} names={names} nameOf={nameOf} />
      <h2>Words</h2>
      <dl className="facts-list">
        <WordsOf what="Both find" words={data.words.both} />
        <WordsOf what={`${first.name} alone`} words={data.words.onlyFirst} />
        <WordsOf what={`${second.name} alone`} words={data.words.onlySecond} />
      </dl>
      <p className="quiet">
        Over {data.brews === 1 ? 'one brew' : `${data.brews} brews`} both had. Words count once a taster has found them
        twice, in any cup.
      </p>
    </>
  );
}

function WordsOf({ what, words }: { what: string; words: readonly string[] }) {
  return (
    <>
      <dt>{what}</dt>
      <dd>{words.length === 0 ? 'nothing often enough yet' : words.join(', ')}</dd>
    </>
  );
}

function Levels({
  levels,
  names: [first, second],
  nameOf,
}: {
  levels: TwoTasters['levels'];
  names: readonly [string, string];
  nameOf: (of: string) => string;
}) {
  const apart = levels.filter(
    ({ difference: { interval } }) => interval !== null && (interval.lo > 0 || interval.hi < 0),
  );
  if (apart.length === 0) return null;
  return (
    <ul className="plain-list">
      {apart.map(({ attribute, difference }) => (
        <li key={attribute}>{levelApartText(nameOf(attribute), difference, [first, second])}</li>
      ))}
    </ul>
  );
}
