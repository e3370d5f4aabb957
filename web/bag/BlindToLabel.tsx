import Button from 'react-bootstrap/Button';
import type { BagPage } from '../../contract/shelf/shelf';
import { isLabelHidden, isTastedBlind } from '../../core/cup';
import { cupsText } from '../../core/text';
import { sentenceCase } from '../ui/format';
import { daysListText } from './curve/daysList';
import { useBagChange } from './useBagChange';

/** While the printed notes are hidden: how to reveal them. Afterwards: which cups were tasted blind to them. */
export function BlindToLabel({ page: { bag, brews } }: { page: BagPage }) {
  const change = useBagChange(bag);
  if (bag.labelNotes === 'shown' || bag.printedNotes === '') return null;
  const blind = brews.filter(({ createdAt }) => isTastedBlind(bag, createdAt));
  const written = cupsText(blind.length);
  if (isLabelHidden(bag))
    return (
      <div className="mb-2">
        <p className="mb-1">
          The printed notes are hidden.{' '}
          {blind.length === 0
            ? 'Your first cups will not know them.'
            : `${sentenceCase(written)} written without them.`}
        </p>
        <Button
          variant="plain"
          onClick={() => void change({ labelRevealedAt: new Date().toISOString() }, 'The printed notes are revealed.')}
        >
          Reveal them
        </Button>
      </div>
    );
  const days = [...new Set(blind.map(({ restDay }) => restDay))].sort((a, b) => a - b);
  return (
    <p className="small mb-1">
      {blind.length === 0
        ? 'The printed notes were revealed before the first cup.'
        : `Tasted blind to the printed notes: ${written} of ${brews.length}, ${daysListText(days)}.`}
    </p>
  );
}
