import { useRef, useState, type KeyboardEvent } from 'react';
import { useWatch } from 'react-hook-form';
import { slotName, slotsOf, TASTING_PHASES, SIPPED_PHASES, type SlotId, type TastingPhase } from '../../core/cup';
import { TapsField } from '../forms/fields';
import { sentenceCase } from '../ui/format';
import type { BrewForm } from './brewForm';
import { ChipsField } from './words/ChipsField';
import { CoolingClock, type SheetName } from './CoolingClock';
import type { CupForm } from './cupForm';
import { useInitialValues } from './useInitialValues';
import { CUP } from './labels';

const HINTS: Readonly<Record<TastingPhase, string>> = {
  'whole bean': 'Before grinding: open the bag or the tin and smell.',
  ground: 'Just ground: the dry smell goes quickly.',
  wet: 'At the first water: the smell of the bloom or the crust.',
  hot: 'Smell first, then sip. Let it fall below scalding.',
  warm: 'Acidity and sweetness show more now.',
  cool: 'What is left, and whether it is clean.',
};

/** A tasting phase by phase, each with its own slots; the clock calls the next. */
export function StagesPart({
  sheet,
  phase,
  onPhase,
}: {
  sheet: SheetName;
  phase: TastingPhase;
  onPhase: (phase: TastingPhase) => void;
}) {
  const descriptors = useWatch<BrewForm, 'cup.descriptors'>({ name: 'cup.descriptors' });
  const written = (one: TastingPhase): number =>
    slotsOf(one).reduce((sum, { id }) => sum + descriptors[id].set.length, 0);
  const tabs = useRef<(HTMLButtonElement | null)[]>([]);
  const onKeyDown = (event: KeyboardEvent, i: number): void => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const next = TASTING_PHASES[(i + by + TASTING_PHASES.length) % TASTING_PHASES.length];
    if (by === 0 || !next) return;
    event.preventDefault();
    onPhase(next);
    tabs.current[(i + by + TASTING_PHASES.length) % TASTING_PHASES.length]?.focus();
  };
  return (
    <>
      <CoolingClock sheet={sheet} onDue={onPhase} />
      <div className="phases" role="tablist" aria-label="Looks">
        {TASTING_PHASES.map((one, i) => (
          <button
            key={one}
            ref={(element) => {
              tabs.current[i] = element;
            }}
            type="button"
            className={written(one) > 0 ? 'written' : ''}
            role="tab"
            id={`phase-${i}`}
            aria-selected={one === phase}
            aria-controls="phase-slots"
            tabIndex={one === phase ? 0 : -1}
            onClick={() => onPhase(one)}
            onKeyDown={(event) => onKeyDown(event, i)}
          >
            {sentenceCase(one)}
            {written(one) > 0 && <span className="count"> {written(one)}</span>}
          </button>
        ))}
      </div>
      <div id="phase-slots" role="tabpanel" aria-labelledby={`phase-${TASTING_PHASES.indexOf(phase)}`}>
        <p className="quiet small mb-2">
          {TASTING_PHASES.indexOf(phase) + 1} of {TASTING_PHASES.length}. {HINTS[phase]}
        </p>
        {slotsOf(phase).map((slot) => (
          <ChipsField key={slot.id} slot={slot.id} label={sentenceCase(slotName(slot.id))} />
        ))}
      </div>
      <TapsField
        name="cup.markAt"
        label={CUP.markAt}
        options={SIPPED_PHASES}
        help="Hot or cool can differ by a point; say which one you marked."
      />
    </>
  );
}

const begun = ({ set, typing }: CupForm['descriptors'][SlotId]): boolean => set.length > 0 || typing !== '';

/** Which phase is open: the last that was begun, else the hot one. */
export function usePhase(): [TastingPhase, (phase: TastingPhase) => void] {
  const { cup } = useInitialValues();
  const [phase, setPhase] = useState<TastingPhase>(
    () => TASTING_PHASES.findLast((one) => slotsOf(one).some(({ id }) => begun(cup.descriptors[id]))) ?? 'hot',
  );
  return [phase, setPhase];
}
