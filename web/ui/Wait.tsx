import { useEffect, useState } from 'react';

/** Says what is being waited for, once the wait is long enough to be noticed. */
export function Wait({ what }: { what: string }) {
  const [long, setLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLong(true), 300);
    return () => clearTimeout(timer);
  }, []);
  return (
    <p className="quiet" role="status">
      {long ? `${what} …` : ' '}
    </p>
  );
}
