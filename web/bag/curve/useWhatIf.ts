import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { BrewParametersInput } from '../../../contract/bag/brewParameters';
import type { BagPage } from '../../../contract/shelf/shelf';
import { fitInput, verdictOn } from '../../../application/judgeBag';
import type { Verdict } from '../../../contract/bag/verdict';
import type { AttributeWeights } from '../../../core/cup';
import type { CrestWorker } from '../../worker/crest.worker';

/**
 * A question put to the engine: without some brews, at another recipe than the reference, or by something else than
 * what the bag is judged by.
 */
export interface Question {
  without: ReadonlySet<string>;
  parameters: BrewParametersInput | null;
  /** Undefined: as the bag is judged. Null: by the overall mark. */
  weights: AttributeWeights | null | undefined;
}

export const NO_QUESTION: Question = { without: new Set(), parameters: null, weights: undefined };

export const asks = ({ without, parameters, weights }: Question): boolean =>
  without.size > 0 || parameters !== null || weights !== undefined;

let engine: Remote<CrestWorker> | null = null;

/** The engine's thread is started by the first question and kept. */
function theEngine(): Remote<CrestWorker> {
  engine ??= wrap<CrestWorker>(
    new Worker(new URL('../../worker/crest.worker.ts', import.meta.url), { type: 'module' }),
  );
  return engine;
}

/** What a question comes to. */
interface WhatIf {
  /** Null while nothing is asked; the answer to the last question until a newer one is there. */
  answer: Verdict | null;
  /** Whether the answer to what is asked now is still being worked out. */
  answering: boolean;
}

/** The verdict a question would give, worked out beside the page. Answers that have been overtaken are dropped. */
export function useWhatIf(
  { bag, brews, prior, settings, cupsLeft }: BagPage,
  today: string,
  question: Question,
): WhatIf {
  const [answered, setAnswered] = useState<{ question: Question; answer: Verdict } | null>(null);
  const asking = asks(question);

  useEffect(() => {
    if (!asking) return;
    let overtaken = false;
    const asked = {
      ...bag,
      reference: question.parameters ?? bag.reference,
      weights: question.weights === undefined ? bag.weights : question.weights,
    };
    const kept = brews.filter((brew) => !question.without.has(brew.id));
    void theEngine()
      .fit(fitInput(asked, kept, prior))
      .then((fit) => {
        if (overtaken) return;
        setAnswered({ question, answer: verdictOn(fit, asked, today, { ...settings, cupsLeft }) });
      });
    return () => {
      overtaken = true;
    };
  }, [asking, bag, brews, cupsLeft, prior, question, settings, today]);

  if (!asking) return { answer: null, answering: false };
  return { answer: answered?.answer ?? null, answering: answered?.question !== question };
}
