import { useEffect, useState } from 'react';

/** The present instant, ms, renewed every half minute and when the page is seen again. */
export function useMinute(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const renew = (): void => setNow(Date.now());
    const timer = setInterval(renew, 30_000);
    document.addEventListener('visibilitychange', renew);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', renew);
    };
  }, []);
  return now;
}
