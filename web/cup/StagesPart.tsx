import { useRef, useState, type KeyboardEvent } from 'react';
import { useWatch } from 'react-hook-form';
import { lineName, linesOf, LOOKS, SIPPED_LOOKS, type LineId, type Look } from '../../core/cup';
import { TapsField } from '../shared/fields';
import { sentenceCase } from '../shared/format';
import type { BrewForm } from './brewForm';
import { ChipsField } from './ChipsField';
import { CoolingClock, type SheetName } from './CoolingClock';
import type { CupForm } from './cupForm';
import { useLaid } from './useLaid';

const HINTS: Readonly<Record<Look, string>> = {
  'whole bean': 'Before grinding: open the bag or the tin and smell.',
  ground: 'Just ground: the dry smell goes quickly.',
  wet: 'At the first water: the smell of the bloom or the crust.',
  hot: 'Smell first, then sip. Let it fall below scalding.',
  warm: 'Acidity and sweetness show more now.',
  cool: 'What is left, and whether it is clean.',
};

/** A tasting look by look, each with its own lines; the clock calls the next. */
export function StagesPart({ sheet, look, onLook }: { sheet: SheetName; look: Look; onLook: (look: Look) => void }) {
  const words = useWatch<BrewForm, 'cup.words'>({ name: 'cup.words' });
  const written = (one: Look): number => linesOf(one).reduce((sum, { id }) => sum + words[id].set.length, 0);
  const tabs = useRef<(HTMLButtonElement | null)[]>([]);
  const onKeyDown = (event: KeyboardEvent, i: number): void => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const next = LOOKS[(i + by + LOOKS.length) % LOOKS.length];
    if (by === 0 || !next) return;
    event.preventDefault();
    onLook(next);
    tabs.current[(i + by + LOOKS.length) % LOOKS.length]?.focus();
  };
  return (
    <>
      <CoolingClock sheet={sheet} onDue={onLook} />
      <div className="looks" role="tablist" aria-label="Looks">
        {LOOKS.map((one, i) => (
          <button
            key={one}
            ref={(element) => {
              tabs.current[i] = element;
            }}
            type="button"
            role="tab"
            id={`look-${i}`}
            aria-selected={one === look}
            aria-controls="look-lines"
            tabIndex={one === look ? 0 : -1}
            onClick={() => onLook(one)}
            onKeyDown={(event) => onKeyDown(event, i)}
          >
            {sentenceCase(one)}
            {written(one) > 0 && <span className="count"> {written(one)}</span>}
          </button>
        ))}
      </div>
      <div id="look-lines" role="tabpanel" aria-labelledby={`look-${LOOKS.indexOf(look)}`}>
        <p className="quiet small mb-2">{HINTS[look]}</p>
        {linesOf(look).map((line) => (
          <ChipsField key={line.id} line={line.id} label={sentenceCase(lineName(line.id))} />
        ))}
      </div>
      <TapsField
        name="cup.markAt"
        label="The mark rests on"
        options={SIPPED_LOOKS}
        help="Hot or cool can differ by a point; say which one you marked."
      />
    </>
  );
}

const begun = ({ set, typing }: CupForm['words'][LineId]): boolean => set.length > 0 || typing !== '';

/** Which look is open: the last that was begun, else the hot one. */
export function useLook(): [Look, (look: Look) => void] {
  const { cup } = useLaid();
  const [look, setLook] = useState<Look>(
    () => LOOKS.findLast((one) => linesOf(one).some(({ id }) => begun(cup.words[id]))) ?? 'hot',
  );
  return [look, setLook];
}
