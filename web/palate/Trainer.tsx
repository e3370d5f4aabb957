import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { TrainerQuestion } from '../../contract/palate/reference';
import { inUnits } from '../../core/text';
import { api } from '../api/api';
import { useUnits } from '../api/useUnits';
import { useToday } from '../state/today';
import { dateText, sentenceCase } from '../ui/format';

/** One’s own words asked back: a description and the words it may be; words and the cup they were written of. */
export function Trainer() {
  const today = useToday();
  const { data, isFetching } = api.useTrainerQuery(undefined);
  if (!data) return null;
  const { question, due, of, nextOn } = data;
  return (
    <section className="trainer">
      <h2>Asked back</h2>
      {question ? (
        <>
          <p className="quiet">
            {due} of {of} to ask.
          </p>
          <Question key={question.key} question={question} waits={isFetching} />
        </>
      ) : (
        <p>
          {of === 0
            ? 'Words you write at the cup are asked back here: what they are like, and which cup they were written of.'
            : `Nothing is due. The next is asked ${nextOn === null ? 'later' : dateText(nextOn, today)}.`}
        </p>
      )}
    </section>
  );
}

function Question({ question, waits }: { question: TrainerQuestion; waits: boolean }) {
  const { key, kind, asks, at, options, answer, reference, allergens } = question;
  const units = useUnits();
  const [tried, setTried] = useState<string[]>([]);
  const [answerTrainer, { isLoading }] = api.useAnswerTrainerMutation();
  const last = tried.at(-1);
  const isOver = last === answer || tried.length > 1;
  // The first try counts; found by the second, it comes again sooner.
  const outcome = tried[0] === answer ? 'right' : last === answer ? 'slowly' : 'wrong';
  const nameOf = (id: string): string => options.find((one) => one.id === id)?.name ?? '';
  return (
    <div>
      <p className="asked">
        {kind === 'word' ? asks : `At “${at ?? ''}” this was written of one cup: ${asks}. Which one was it?`}
      </p>
      <div className="answers">
        {options.map(({ id, name }) => (
          <button
            key={id}
            type="button"
            className={`btn btn-plain ${isOver && id === answer ? 'is-it' : ''}`}
            disabled={isOver || tried.includes(id)}
            onClick={() => setTried([...tried, id])}
          >
            {sentenceCase(name)}
          </button>
        ))}
      </div>
      <div aria-live="polite">
        {last !== undefined && !isOver && <p>Not {nameOf(last)}. One more try.</p>}
        {isOver && (
          <>
            <p>
              {outcome === 'right' ? 'Yes' : outcome === 'slowly' ? 'Yes, the second time' : 'It was'}:{' '}
              <strong>{sentenceCase(nameOf(answer))}</strong>.
              {reference !== '' && ` Beside the cup: ${inUnits(units, reference)}`}
            </p>
            {allergens.length > 0 && (
              <p>
                <strong>Contains {allergens.join(', ')}.</strong>
              </p>
            )}
            <Button disabled={isLoading || waits} onClick={() => void answerTrainer({ body: { key, outcome } })}>
              Next
            </Button>
          </>
        )}
      </div>
    </div>
  );
}
