import { useEffect, useRef } from 'react';
import { NavLink } from 'react-router';

const PARTS = [
  ['/palate', 'How often it was right'],
  ['/palate/liking', 'What you like'],
  ['/palate/repeats', 'How repeatable'],
  ['/palate/standings', 'Standings'],
  ['/palate/crests', 'Crests'],
  ['/palate/tasters', 'Two tasters'],
  ['/palate/references', 'References'],
] as const;

/** The parts of the palate, with the one in view marked. */
export function PalateNav() {
  const nav = useRef<HTMLElement>(null);
  // On a phone the part in view may lie beside the screen.
  useEffect(() => {
    nav.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, []);
  return (
    <nav ref={nav} className="parts" aria-label="Parts of the palate">
      {PARTS.map(([to, name]) => (
        <NavLink key={to} to={to} end>
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
