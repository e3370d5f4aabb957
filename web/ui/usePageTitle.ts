import { useEffect } from 'react';

/** Names the page in the browser's tab. */
export function usePageTitle(title: string): void {
  useEffect(() => {
    document.title = title === '' ? 'Slow Crest' : `${title} – Slow Crest`;
  }, [title]);
}
