import { useEffect, useRef, useState } from 'react';
import { Link, NavLink, Outlet, ScrollRestoration, useLocation, useNavigate } from 'react-router';
import { api } from './api/api';
import { useActionKey } from './api/keys';
import { CoolingCalls } from './CoolingCalls';
import { Notices } from './Notices';
import { SearchBox } from './SearchBox';
import { ShortcutsDialog } from './ShortcutsDialog';
import { sync, useAppDispatch, useAppSelector } from './state/store';
import { writeAs } from './ui/format';
import { showTheme, themeChosen, THEMES } from './state/theme';

const THEME_WORDS = { auto: 'Light or dark: as the machine', light: 'Light', dark: 'Dark' };
const THEME_SHAPES = { auto: '◐', light: '○', dark: '●' };

const PLACES = [
  ['/', 'Shelf'],
  ['/bench', 'Bench'],
  ['/table', 'Table'],
  ['/recipes', 'Recipes'],
  ['/palate', 'Palate'],
  ['/write-ups', 'Write-ups'],
  ['/words', 'Words'],
  ['/store-room', 'Store room'],
] as const;

/** The way to every place, with the one one is in marked. A bag belongs to the shelf. */
function PlaceLinks() {
  const { pathname } = useLocation();
  return PLACES.map(([to, name]) => {
    const isHere =
      to === '/' ? pathname === '/' || pathname === '/plan' || pathname.startsWith('/bags/') : pathname.startsWith(to);
    return (
      <NavLink
        key={to}
        className={`place ${isHere ? 'here' : ''}`}
        aria-current={isHere ? 'page' : undefined}
        to={to}
        end
      >
        {name}
      </NavLink>
    );
  });
}

/** What stands around every place: the name, the search, the theme, the notices. */
export function Frame() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const theme = useAppSelector((state) => state.theme);
  const search = useRef<HTMLInputElement>(null);
  const [helping, setHelping] = useState(false);

  useEffect(() => showTheme(theme), [theme]);
  useEffect(() => sync.resume(), []);
  useActionKey('search', () => search.current?.focus());
  useActionKey('addBag', () => void navigate('/bags/new'));
  useActionKey('shelf', () => void navigate('/'));
  useActionKey('keys', () => setHelping(true));
  const { data: settings } = api.useSettingsQuery(undefined);
  const locale = settings?.locale ?? undefined;
  writeAs(locale);

  // Beside the kettle a phone has no room for anything but the brew.
  const atBench = useLocation().pathname === '/bench';
  const next = THEMES[(THEMES.indexOf(theme) + 1) % THEMES.length] ?? 'auto';
  return (
    <>
      <a className="skip-link" href="#content">
        Skip to the page
      </a>
      <header className={`frame-head ${atBench ? 'at-bench' : ''}`}>
        <div className="container">
          <Link className="brand" to="/">
            <svg width="34" height="22" viewBox="0 0 34 22" aria-hidden="true">
              <path d="M2 18 C7 17 9 3 13 3 C18 3 21 13 32 16" />
              <path d="M2 20.6 L32 20.6" />
            </svg>
            Slow Crest
          </Link>
          <SearchBox inputRef={search} />
          <div className="frame-tools">
            <Link className="btn btn-plain" to="/bags/new">
              Add a bag
            </Link>
            <nav className="places" aria-label="Places">
              <PlaceLinks />
            </nav>
            <button
              type="button"
              className="btn btn-plain"
              title={THEME_WORDS[theme]}
              aria-label={`Theme: ${THEME_WORDS[theme]}. Change to: ${THEME_WORDS[next]}`}
              onClick={() => dispatch(themeChosen(next))}
            >
              <span aria-hidden="true">{THEME_SHAPES[theme]}</span>
            </button>
            <button
              type="button"
              className="btn btn-plain"
              aria-label="Keyboard shortcuts"
              title="Keyboard shortcuts"
              onClick={() => setHelping(true)}
            >
              ?
            </button>
          </div>
        </div>
      </header>
      <main id="content" className="container" tabIndex={-1}>
        {/* What is written otherwise is drawn anew. */}
        <Outlet key={locale ?? ''} />
      </main>
      {!atBench && (
        <nav className="places-foot container" aria-label="Places">
          <PlaceLinks />
        </nav>
      )}
      <CoolingCalls />
      <Notices />
      <ShortcutsDialog show={helping} onHide={() => setHelping(false)} />
      <ScrollRestoration />
    </>
  );
}
