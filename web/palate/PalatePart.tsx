import type { ReactNode } from 'react';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { PalateNav } from './PalateNav';

/** A part of the palate: its heading, the way to the others, and what it says once that is there. */
export function PalatePart<T>({
  title,
  answer: { data, error, refetch },
  children,
}: {
  title: string;
  answer: { data?: T | undefined; error?: Parameters<typeof ProblemNote>[0]['error']; refetch: () => unknown };
  children: (data: T) => ReactNode;
}) {
  usePageTitle(title);
  return (
    <article className="record">
      <h1>{title}</h1>
      <PalateNav />
      {data !== undefined ? (
        children(data)
      ) : error ? (
        <ProblemNote error={error} retry={() => void refetch()} />
      ) : (
        <Wait what="Reading the cups" />
      )}
    </article>
  );
}
