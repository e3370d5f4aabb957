import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { exchangeFile, type ExchangeFile } from '../../contract/keeping/exchange';
import { fieldProblems } from '../../contract/error';
import { OTHERS_WEIGHT } from '../../core/crest';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { localDateTime } from '../state/today';
import { saveFile } from '../ui/saveFile';
import { momentText, numberText, words } from '../ui/format';

/** Crests given away and read: what finished bags taught, without a word of whose they were. */
export function Crests() {
  const [isShown, setShown] = useState(false);
  return (
    <fieldset id="crests">
      <legend>Crests of others</legend>
      <p className="quiet small">
        A file of crests holds what finished bags taught: when they were at their best and how they ran, by roast,
        process and drink. No names, notes, places or dates. Bags of another taster count {numberText(OTHERS_WEIGHT, 1)}{' '}
        as much as your own, and say nothing of how you mark.
      </p>
      <div className="d-flex flex-wrap gap-2">
        <Button variant="plain" onClick={() => setShown(!isShown)} aria-expanded={isShown}>
          {isShown ? 'Put it away' : 'See what would be written'}
        </Button>
        <ReadFile />
      </div>
      {isShown && <Own />}
      <Read />
    </fieldset>
  );
}

/** The household's own file, shown before it is written. */
function Own() {
  const { data: file, error } = api.useOwnCrestsQuery(undefined);
  if (error) return <p className="panel-error">{problemOf(error)?.message}</p>;
  if (!file) return <p className="quiet">Reading the finished bags …</p>;
  if (file.bags.length === 0) return <p className="quiet mt-2">No bag is finished yet, so there is nothing to give.</p>;
  return (
    <div className="mt-2">
      <table className="table table-sm">
        <thead>
          <tr>
            <th scope="col">Roast</th>
            <th scope="col">Process</th>
            <th scope="col">Drunk as</th>
            <th scope="col">Cups</th>
            <th scope="col">Likeliest peak</th>
          </tr>
        </thead>
        <tbody>
          {file.bags.map((bag, i) => (
            <tr key={i}>
              <td>{bag.roastLevel ? words(bag.roastLevel) : 'not stated'}</td>
              <td>{bag.process ? words(bag.process) : 'not stated'}</td>
              <td>{bag.style}</td>
              <td>{bag.cups}</td>
              <td>{likeliestPeak(file, bag)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet small">
        Of each bag the file has these and how likely its cups make every day and every shape: numbers, nothing else.
      </p>
      <Button variant="plain" onClick={() => write(file)}>
        Write the file
      </Button>
    </div>
  );
}

function likeliestPeak({ axis }: ExchangeFile, { peak }: ExchangeFile['bags'][number]): string {
  const at = peak.indexOf(Math.max(...peak));
  const [none, flat] = ['fresh', 'hardly changed'];
  if (at < 2) return at === 0 ? none : flat;
  const step = Math.log(axis.toDays / axis.fromDays) / axis.cells;
  return `day ${numberText(axis.fromDays * Math.exp((at - 1.5) * step), 0)}`;
}

const write = (file: ExchangeFile): void =>
  saveFile(new Blob([JSON.stringify(file)], { type: 'application/json' }), 'crests.json');

/** Files of others that were read, each to be thrown out. */
function Read() {
  const { data: files = [] } = api.useExchangesQuery(undefined);
  const [remove] = api.useRemoveExchangeMutation();
  const dispatch = useAppDispatch();
  const throwOut = async (id: string): Promise<void> => {
    const problem = problemOf((await remove({ id })).error);
    if (problem) dispatch(toastShown({ text: problem.message }));
  };
  if (files.length === 0) return null;
  return (
    <ul className="backup-list mt-2">
      {files.map(({ id, name, readAt, bags }) => (
        <li key={id}>
          <span>
            {name}
            <br />
            <span className="quiet small">
              {bags} {bags === 1 ? 'bag' : 'bags'}, read {momentText(localDateTime(new Date(readAt)))}
            </span>
          </span>
          <Button variant="bare" aria-label={`Throw out: ${name}`} onClick={() => void throwOut(id)}>
            Throw out
          </Button>
        </li>
      ))}
    </ul>
  );
}

function ReadFile() {
  const input = useRef<HTMLInputElement>(null);
  const [add] = api.useAddExchangeMutation();
  const dispatch = useAppDispatch();
  const read = async (chosen: File): Promise<void> => {
    const say = (text: string): void => void dispatch(toastShown({ text }));
    const parsed = exchangeFile.safeParse(await jsonOf(chosen));
    if (!parsed.success) {
      const [first] = fieldProblems(parsed.error);
      say(
        `${chosen.name} was not read: ${first?.path ? `${first.path}: ` : ''}${first?.message ?? 'it is no file of crests'}.`,
      );
      return;
    }
    const { error } = await add({ body: { name: chosen.name.slice(0, 200), file: parsed.data } });
    say(problemOf(error)?.message ?? `${chosen.name} is read: the bags are judged anew.`);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="visually-hidden"
        tabIndex={-1}
        aria-label="A file of crests"
        onChange={({ target }) => {
          const [chosen] = target.files ?? [];
          if (chosen) void read(chosen);
          target.value = '';
        }}
      />
      <Button variant="plain" onClick={() => input.current?.click()}>
        Read a file of crests
      </Button>
    </>
  );
}

async function jsonOf(file: File): Promise<unknown> {
  try {
    return JSON.parse(await file.text()) as unknown;
  } catch {
    return null;
  }
}
