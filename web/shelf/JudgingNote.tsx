import { useEffect, useState } from 'react';
import type { Judging } from '../../contract/shelf/shelf';

/** A wait shorter than this, ms, is not spoken of. */
const UNNOTICED_MS = 400;

/** That bags are being judged, how many of how many are done, and what keeps that from going on. */
export function JudgingNote({ judging: { waiting, of, trouble } }: { judging: Judging }) {
  const [long, setLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLong(true), UNNOTICED_MS);
    return () => clearTimeout(timer);
  }, []);
  if (trouble !== null) {
    return (
      <p className="panel-error" role="alert">
        {trouble} It is tried again by itself; until then the shelf shows what was known before. Closing other programs
        may help.
      </p>
    );
  }
  if (!long || waiting === 0) return null;
  const done = of - waiting;
  return (
    <div className="judging" role="status">
      <span>
        Judging the bags: {done} of {of}
      </span>
      <progress value={done} max={of} aria-label="Bags judged" />
    </div>
  );
}
