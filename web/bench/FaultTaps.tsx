import { useState } from 'react';
import type { LiveBrew } from '../../contract/bench/live';
import { FAULTS } from '../../core/brew';
import { FAULT_MEANING } from '../../core/text';
import { sentenceCase, words } from '../ui/format';
import type { Change } from './useLiveChanges';

/** Something went wrong: one tap says what, and what it means for the judgement is said at once. */
export function FaultTaps({ live: { fault, faultNote }, change }: { live: LiveBrew; change: Change }) {
  const [open, setOpen] = useState(false);
  const never = (): void => {
    change({ fault: null, faultNote: '' });
    setOpen(false);
  };
  if (fault === null && !open) {
    return (
      <button type="button" className="btn btn-plain fault-open" onClick={() => setOpen(true)}>
        Something went wrong
      </button>
    );
  }
  return (
    <section className="faults" aria-label="What went wrong">
      <div className="fault-taps">
        {FAULTS.map((one) => (
          <button
            key={one}
            type="button"
            className="btn btn-plain"
            aria-pressed={one === fault}
            onClick={() => change({ fault: one === fault ? null : one })}
          >
            {sentenceCase(words(one))}
          </button>
        ))}
        <button type="button" className="btn btn-plain" aria-pressed={false} onClick={never}>
          Nothing after all
        </button>
      </div>
      {fault !== null && (
        <>
          <p role="status">
            <strong>{sentenceCase(words(fault))}.</strong> {FAULT_MEANING[fault]}
          </p>
          <input
            className="form-control"
            aria-label="In your words"
            placeholder="In your words"
            dir="auto"
            maxLength={500}
            value={faultNote}
            onChange={(event) => change({ faultNote: event.target.value })}
          />
        </>
      )}
    </section>
  );
}
