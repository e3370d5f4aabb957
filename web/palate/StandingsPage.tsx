import { Link, useSearchParams } from 'react-router';
import type { StandingField, StandingLine, Standings } from '../../contract/palate/palateReading';
import { markOf, type ScoringScale } from '../../core/cup';
import { isAnyPlace, standingText } from '../../core/text';
import { api } from '../api/api';
import { Taps } from '../forms/fields';
import { markText, sentenceCase, words } from '../ui/format';
import { IntervalBar, spanOf } from './IntervalBar';
import { PalatePart } from './PalatePart';

const FIELD_WORDS: Readonly<Record<StandingField, string>> = {
  origin: 'origin',
  roaster: 'roaster',
  producer: 'farm',
  variety: 'variety',
  species: 'species',
  process: 'process',
  style: 'style',
};
const SCALE_WORDS: Readonly<Record<ScoringScale, string>> = {
  mark10: 'marks out of 10',
  composite: 'attributes',
  levels: 'levels',
  parts: 'parts',
  stars: 'stars',
};
const ALL = '';

/** How bags stand among their kind, from marks and what was preferred at the table, with the places each could have. */
export function StandingsPage() {
  const answer = api.usePalateStandingsQuery(undefined);
  return (
    <PalatePart title="Standings" answer={answer}>
      {(standings) => <Among standings={standings} />}
    </PalatePart>
  );
}

function Among({ standings }: { standings: Standings }) {
  const [address, setAddress] = useSearchParams();
  const { all, kinds, scale, apart } = standings;
  const keyOf = ({ field, value }: Standings['kinds'][number]): string => `${field}:${value}`;
  const asked = address.get('kind') ?? ALL;
  const kind = kinds.find((one) => keyOf(one) === asked);
  const shown = kind?.standings ?? all;
  const [best] = shown;
  if (!best)
    return (
      <>
        <p>
          {apart.length > 0
            ? 'Your bags are scored in different ways. Too few cups are scored in both to rank them together.'
            : 'No ranking yet. Score a cup of at least 2 bags, or compare 2 at a table.'}
        </p>
        {apart.map((one) => (
          <Apart key={one.scale} main={scale} {...one} />
        ))}
      </>
    );
  return (
    <>
      <p className="verdict">
        {isAnyPlace(best, shown.length)
          ? `Too close to call: any of these ${shown.length} could be first.`
          : `${best.name} is ${standingText(best, shown.length)}${kind ? ` among ${FIELD_WORDS[kind.field]} ${words(kind.value)}` : ''}.`}
      </p>
      {kinds.length > 0 && (
        <Taps
          label="Among"
          options={[ALL, ...kinds.map(keyOf)]}
          textOf={(key) => {
            const one = kinds.find((other) => keyOf(other) === key);
            return one ? `${sentenceCase(words(one.value))} (${one.standings.length})` : `All (${all.length})`;
          }}
          pressed={[kind ? asked : ALL]}
          onTap={(key) => setAddress(key === ALL ? {} : { kind: key }, { replace: true })}
        />
      )}
      <Lines standings={shown} scale={scale} />
      <p className="quiet">
        The score each is expected to have on its best day at its own recipe, together with what was preferred at the
        table; the bar holds 8 in 10. A place counts as sure from there on.
      </p>
      {kind === undefined && apart.map((one) => <Apart key={one.scale} main={scale} {...one} />)}
      <p>
        <Link className="btn btn-plain" to="/write-ups/new?kind=comparison">
          Write some of them up against each other
        </Link>
      </p>
    </>
  );
}

/** Bags scored in a way that cannot be held against the others' yet. */
function Apart({ main, scale, standings }: { main: ScoringScale } & Standings['apart'][number]) {
  return (
    <section>
      <h2>Scored in {SCALE_WORDS[scale]}</h2>
      <p className="quiet">
        Ranked by themselves: too little tells how {SCALE_WORDS[scale]} compare with {SCALE_WORDS[main]}. Score one
        coffee both ways to find out.
      </p>
      <Lines standings={standings} scale={scale} />
    </section>
  );
}

function Lines({ standings, scale }: { standings: readonly StandingLine[]; scale: ScoringScale }) {
  const span = spanOf(standings);
  const said = (score: number): string => markText(scale, markOf(scale, Math.min(100, Math.max(0, score))));
  return (
    <ol className="plain-list standings">
      {standings.map((one) => (
        <li key={one.id}>
          <span className="place">{standings.length > 1 && one.place}</span>
          <span className="named" dir="auto">
            {one.bagId === null ? one.name : <Link to={`/bags/${one.bagId}`}>{one.name}</Link>}
            {one.bagId === null && <span className="quiet"> from outside</span>}
          </span>
          <IntervalBar
            span={span}
            value={one}
            label={`${said(one.lo)} to ${said(one.hi)}, ${said(one.mean)} in the middle`}
          />
          <span className="number">{said(one.mean)}</span>
          <span className="quiet">{standings.length > 1 && standingText(one, standings.length)}</span>
        </li>
      ))}
    </ol>
  );
}
