import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useFormContext } from 'react-hook-form';
import { COACHING, type TastingPhase } from '../../core/cup';
import { api } from '../api/api';
import type { BrewForm } from './brewForm';

interface Props {
  /** Nothing was ever logged on this bag, so it is offered. */
  first: boolean;
  onPhase: (phase: TastingPhase) => void;
}

/** Walks a beginner through a first cup. Whoever declined it, or never asked, does not see it. */
export function CoachPart({ first, onPhase }: Props) {
  const { data: settings } = api.useSettingsQuery(undefined);
  const [change] = api.useChangeSettingsMutation();
  const { setFocus } = useFormContext<BrewForm>();
  const [at, setAt] = useState<number | null>(null);
  if (!settings || settings.coaching === false) return null;
  const decide = (coaching: boolean): void => void change({ body: { coaching } });
  if (settings.coaching === null) {
    return first ? (
      <p className="quiet small mb-2">
        New to tasting?{' '}
        <button type="button" className="btn btn-bare p-0" onClick={() => decide(true)}>
          Walk me through
        </button>{' '}
        ·{' '}
        <button type="button" className="btn btn-bare p-0" onClick={() => decide(false)}>
          No, thanks
        </button>
      </p>
    ) : null;
  }
  const go = (i: number): void => {
    const step = COACHING[i];
    setAt(step ? i : null);
    if (!step) return;
    onPhase(step.phase);
    // The slot is drawn after the phase has changed.
    requestAnimationFrame(() => setFocus(`cup.descriptors.${step.at}`));
  };
  const step = at === null ? undefined : COACHING[at];
  return (
    <div className="coach" role="region" aria-label="Walked through">
      {step ? (
        <>
          <p className="mb-1" aria-live="polite">
            <strong>{step.step}.</strong> {step.slot}
          </p>
          <Button variant="plain" onClick={() => go((at ?? 0) + 1)}>
            {COACHING[(at ?? 0) + 1] ? `Next: ${COACHING[(at ?? 0) + 1]?.step.toLowerCase()}` : 'Done'}
          </Button>
        </>
      ) : (
        <Button variant="plain" onClick={() => go(0)}>
          Walk me through this cup
        </Button>
      )}
      <button type="button" className="btn btn-bare" onClick={() => decide(false)}>
        I know my way
      </button>
    </div>
  );
}
