import type { SerializedError } from '@reduxjs/toolkit';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import { problemOf } from '../api/api';

/** A failure in words, with a way to try again where there is one. */
export function ProblemNote({
  error,
  retry,
}: {
  error: FetchBaseQueryError | SerializedError | undefined;
  retry?: () => void;
}) {
  const problem = problemOf(error);
  if (!problem) return null;
  return (
    <div className="panel-error" role="alert">
      {problem.message}{' '}
      {retry && (
        <button type="button" className="btn btn-bare" onClick={retry}>
          Try again
        </button>
      )}
    </div>
  );
}
