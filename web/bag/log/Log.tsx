import type { BagPage } from '../../../contract/shelf/shelf';
import { cupsOfPot, dosesOf } from '../../../core/brew';
import { LogEntry } from './LogEntry';
import { api } from '../../api/api';

interface Props {
  page: BagPage;
  today: string;
  chosen: string | null;
  onChoose: (id: string) => void;
  /** Brews left out of the judgement to see what they do to it; nothing is saved. */
  without: ReadonlySet<string>;
  onLeaveOut: (id: string) => void;
}

/** Every brew of the bag, newest first. */
export function Log({ page, today, chosen, onChoose, without, onLeaveOut }: Props) {
  const { data: tasters = [] } = api.useTastersQuery(undefined);
  const { brews, verdict } = page;
  const attributeNames = new Map(page.settings.intensityAttributes.map(({ id, name }) => [id, name]));
  const read = new Map(verdict.brews.map((brew) => [brew.id, brew]));
  return (
    <section>
      <div className="log-head">
        <h2>Log</h2>
        <span className="quiet">{brews.length > 0 && `${loggedText(brews)}, ${verdict.usable} in the judgement`}</span>
      </div>
      {brews.length === 0 && (
        <p className="quiet">
          No brew yet. The first cup sets the level; three or more on different days begin to show a curve.
        </p>
      )}
      {page.unreadable.map(({ brewedAt, why }) => (
        <p key={brewedAt} className="panel-error small">
          The brew of {brewedAt.slice(0, 16).replace('T', ', ')} can’t be read ({why}). It is kept, and counts for
          nothing here. A backup from before may still have it.
        </p>
      ))}
      <ol className="log">
        {brews.map((brew) => (
          <LogEntry
            key={brew.id}
            brew={brew}
            read={read.get(brew.id)}
            isAsked={verdict.outliers.some(({ id }) => id === brew.id)}
            taster={tasters.find((taster) => taster.id === brew.tasterId)?.name}
            reference={page.bag.reference}
            openedOn={page.bag.openedOn}
            scale={verdict.scale}
            attributeNames={attributeNames}
            today={today}
            chosen={brew.id === chosen}
            brews={brews}
            isFirst={brew === brews.at(-1)}
            cupsOfOneBrew={cupsOfPot(brews, brew).length}
            onChoose={() => onChoose(brew.id)}
            tried={without.has(brew.id)}
            onLeaveOut={() => onLeaveOut(brew.id)}
          />
        ))}
      </ol>
    </section>
  );
}

/** "7 brews", and where some gave several, "7 brews with 9 cups". */
function loggedText(brews: BagPage['brews']): string {
  const pots = dosesOf(brews).length;
  return `${pots} ${pots === 1 ? 'brew' : 'brews'}${pots === brews.length ? '' : ` with ${brews.length} cups`}`;
}
