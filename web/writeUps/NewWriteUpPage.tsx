import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { writeUpInput, type WriteUpInput, type WriteUpLine } from '../../contract/writeUps/writeUp';
import { WRITE_UP_KINDS, type WriteUpKind } from '../../core/writeUp';
import { api, problemOf } from '../api/api';
import { Taps } from '../forms/fields';
import { useToday } from '../state/today';
import { dateText, sentenceCase } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';

const KIND_NAMES: Readonly<Record<WriteUpKind, string>> = {
  bag: 'A bag',
  sitting: 'A table',
  comparison: 'Bags against each other',
  card: 'A recipe for others',
};

/** What the address asks to be written up, `?kind=bag&of=<id>&of=<id>`; null where it does not say. */
function asked(address: URLSearchParams): WriteUpInput | null {
  const [kind, of] = [address.get('kind'), address.getAll('of')];
  const read = writeUpInput.safeParse({
    kind,
    subject: {
      bagIds: kind === 'bag' || kind === 'comparison' ? of : [],
      sittingId: kind === 'sitting' ? (of[0] ?? null) : null,
      recipeId: kind === 'card' ? (of[0] ?? null) : null,
    },
  });
  return read.success ? read.data : null;
}

const isOf = ({ kind, subject }: WriteUpLine, input: WriteUpInput): boolean =>
  kind === input.kind &&
  subject.sittingId === input.subject.sittingId &&
  subject.recipeId === input.subject.recipeId &&
  [...subject.bagIds].sort().join() === [...input.subject.bagIds].sort().join();

/** Writes something up: what the address names at once, else what is chosen here. */
export function NewWriteUpPage() {
  const [address] = useSearchParams();
  const { data: all, error } = api.useWriteUpsQuery(undefined);
  usePageTitle('Write something up');
  if (!all) return error ? <ProblemNote error={error} /> : <Wait what="Reading the write-ups" />;
  const input = asked(address);
  if (!input) return <Choose />;
  const before = all.filter((one) => isOf(one, input));
  return before.length > 0 ? <ThereIsOne before={before} input={input} /> : <Write input={input} />;
}

function useWriteUp(): { write: (input: WriteUpInput) => Promise<void>; error: Parameters<typeof problemOf>[0] } {
  const navigate = useNavigate();
  const today = useToday();
  const [add, { error }] = api.useAddWriteUpMutation();
  const write = async (input: WriteUpInput): Promise<void> => {
    const { data } = await add({ today, body: input });
    if (data) await navigate(`/write-ups/${data.id}`, { replace: true, state: { isJustWritten: true } });
  };
  return { write, error };
}

/** Composes it as soon as it is asked for. */
function Write({ input }: { input: WriteUpInput }) {
  const { write, error } = useWriteUp();
  const isBegun = useRef(false);
  useEffect(() => {
    if (isBegun.current) return;
    isBegun.current = true;
    void write(input);
    // Once for what the address asks.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return error ? <ProblemNote error={error} /> : <Wait what="Composing it from the record" />;
}

function ThereIsOne({ before, input }: { before: readonly WriteUpLine[]; input: WriteUpInput }) {
  const { write, error } = useWriteUp();
  const today = useToday();
  return (
    <>
      <h1>It is written up already</h1>
      <ul className="plain-list">
        {before.map(({ id, title, finalOn, changedAt }) => (
          <li key={id}>
            <Link className="text-decoration-underline" to={`/write-ups/${id}`}>
              {title}
            </Link>
            ,{' '}
            {finalOn === null
              ? `a draft of ${dateText(changedAt.slice(0, 10), today)}`
              : `final on ${dateText(finalOn, today)}`}
          </li>
        ))}
      </ul>
      <ProblemNote error={error} />
      <Button variant="plain" onClick={() => void write(input)}>
        Write another one
      </Button>
    </>
  );
}

interface Choice {
  id: string;
  name: string;
}

function Choose() {
  const today = useToday();
  const [asks] = useSearchParams();
  const [kind, setKind] = useState<WriteUpKind>(() => WRITE_UP_KINDS.find((one) => one === asks.get('kind')) ?? 'bag');
  const [chosen, setChosen] = useState<readonly string[]>(() => asks.getAll('of'));
  const { data: open } = api.useShelfQuery({ today });
  const { data: finished } = api.useShelfQuery({ today, finished: 'yes' });
  const { data: sittings } = api.useSittingsQuery(undefined);
  const { data: recipes } = api.useRecipesQuery(undefined);
  const isRead = open && finished && sittings && recipes;
  const bags = [...(finished?.lanes ?? []), ...(open?.lanes ?? [])];
  const choices: Readonly<Record<WriteUpKind, readonly Choice[]>> = {
    bag: bags,
    comparison: bags,
    sitting: (sittings ?? []).filter(({ revealedAt }) => revealedAt !== null),
    card: (recipes ?? []).map(({ id, recipe }) => ({ id, name: recipe.name })),
  };
  const several = kind === 'comparison';
  const address = `/write-ups/new?${new URLSearchParams([['kind', kind], ...chosen.map((id) => ['of', id])]).toString()}`;
  const isReady = several ? chosen.length > 1 : chosen.length === 1;
  return (
    <>
      <h1>Write something up</h1>
      <Taps
        label="What is it of?"
        options={WRITE_UP_KINDS}
        textOf={(one) => KIND_NAMES[one]}
        pressed={[kind]}
        onTap={(one) => {
          setKind(one);
          setChosen([]);
        }}
      />
      <Taps
        label={several ? 'Which, two to four' : 'Which'}
        options={choices[kind].map(({ id }) => id)}
        textOf={(id) => sentenceCase(choices[kind].find((one) => one.id === id)?.name ?? '')}
        pressed={chosen}
        onTap={(id) =>
          setChosen(
            !several ? [id] : chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id].slice(-4),
          )
        }
      />
      {!isRead && <Wait what="Reading what there is" />}
      {isRead && choices[kind].length === 0 && (
        <p>
          {kind === 'sitting'
            ? 'No table is revealed yet.'
            : kind === 'card'
              ? 'There is no recipe.'
              : 'There is no bag.'}
        </p>
      )}
      {isReady && (
        <Link className="btn btn-primary mt-3" to={address}>
          Write it up
        </Link>
      )}
    </>
  );
}
