import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { RecipeInput } from '../../contract/recipe';
import type { BagPage } from '../../contract/shelf';
import { fitInput, verdictOn, type Verdict } from '../../contract/verdict';
import type { CrestWorker } from '../worker/crest.worker';

/** A question put to the engine: without some brews, or at another recipe than the reference. */
export interface Question {
  without: ReadonlySet<string>;
  recipe: RecipeInput | null;
}

export const NO_QUESTION: Question = { without: new Set(), recipe: null };

export const asks = ({ without, recipe }: Question): boolean => without.size > 0 || recipe !== null;

let engine: Remote<CrestWorker> | null = null;

/** The engine's thread is started by the first question and kept. */
function theEngine(): Remote<CrestWorker> {
  engine ??= wrap<CrestWorker>(new Worker(new URL('../worker/crest.worker.ts', import.meta.url), { type: 'module' }));
  return engine;
}

/**
 * The verdict a question would give, worked out beside the page; null while nothing is asked, and the answer to the
 * last question until a newer one is there. Answers that have been overtaken are dropped.
 */
export function useWhatIf({ bag, brews, prior }: BagPage, today: string, question: Question): Verdict | null {
  const [answer, setAnswer] = useState<Verdict | null>(null);
  const asking = asks(question);

  useEffect(() => {
    if (!asking) return;
    let overtaken = false;
    const asked = { ...bag, reference: question.recipe ?? bag.reference };
    const kept = brews.filter((brew) => !question.without.has(brew.id));
    void theEngine()
      .fit(fitInput(asked, kept, prior))
      .then((fit) => {
        if (!overtaken) setAnswer(verdictOn(fit, asked, today));
      });
    return () => {
      overtaken = true;
    };
  }, [asking, bag, brews, prior, question, today]);

  return asking ? answer : null;
}
