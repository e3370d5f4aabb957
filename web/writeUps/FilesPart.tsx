import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { WriteUpKind } from '../../core/writeUp';
import { Taps } from '../forms/fields';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import type { Saved } from './files/exports';
import { isLong } from './files/printSize';
import { DARK, LIGHT } from './publication/palette';
import type { PublicationParts } from './publication/Publication';

const THEMES = ['light', 'dark'] as const;
type Exports = typeof import('./files/exports');

interface Props {
  parts: PublicationParts;
  title: string;
  paper: 'A4' | 'letter';
  kind: WriteUpKind;
}

/** What a write-up can be saved as. Nothing leaves this machine by itself. */
export function FilesPart({ parts, title, paper, kind }: Props) {
  const dispatch = useAppDispatch();
  const [theme, setTheme] = useState<(typeof THEMES)[number]>(() =>
    document.documentElement.dataset.bsTheme === 'dark' ? 'dark' : 'light',
  );
  const [isBusy, setBusy] = useState(false);
  const save = async (how: (files: Exports, saved: Saved) => Promise<void>): Promise<void> => {
    setBusy(true);
    try {
      await how(await import('./files/exports'), { parts, title, paper, palette: theme === 'dark' ? DARK : LIGHT });
    } catch {
      dispatch(toastShown({ text: 'The file could not be made. What is written is kept; try again.' }));
    } finally {
      setBusy(false);
    }
  };
  const button = (label: string, how: (files: Exports, saved: Saved) => Promise<void>) => (
    <Button variant="plain" disabled={isBusy} onClick={() => void save(how)}>
      {label}
    </Button>
  );
  const hasRidge = parts.figures.ridges.length > 0;
  return (
    <section id="files">
      <h2>Files</h2>
      {isLong(parts) && (
        <p className="quiet">As it is, it takes more than two pages; leave something out, and it goes on two.</p>
      )}
      <div className="files">
        {button('One HTML file', (files, saved) => files.saveHtml(saved))}
        {button('Markdown with pictures', (files, saved) => files.saveMarkdown(saved))}
        {kind === 'card' && button('Card for another household', (files, saved) => files.saveCard(saved))}
        {button('Picture to share', (files, saved) => files.saveSharePicture(saved))}
        {hasRidge && button('Ridge as PNG', (files, saved) => files.saveRidgePng(saved))}
        {hasRidge && button('Ridge as SVG', (files, saved) => files.saveRidgeSvg(saved))}
      </div>
      <Taps label="Pictures" options={THEMES} pressed={[theme]} onTap={setTheme} />
      <p className="quiet small mb-0">
        Files are made in this browser from what you see, and go nowhere by themselves.
      </p>
    </section>
  );
}
