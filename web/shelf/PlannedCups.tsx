import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { PlannedCup } from '../../contract/shelf/plan';
import { addDays } from '../../core/rest';
import { weekdayText } from '../ui/format';
import type { DateScale } from './dateScale';
import type { PlanMarks } from './usePlanMarks';

/** Pixels a pointer may wander before a press is a drag. */
const DRAG_FROM = 6;

/**
 * The planned cups of one bag along its lane. Each can be dragged to another day, or moved by Shift and an arrow key;
 * Enter sets it or takes that back, Delete leaves a cup of that day out. The arrow keys go from cup to cup.
 */
export function PlannedCups({
  cups,
  today,
  scale,
  marks,
}: {
  cups: readonly PlannedCup[];
  today: string;
  scale: DateScale;
  marks: PlanMarks;
}) {
  const [here, setHere] = useState(0);
  const list = useRef<HTMLDivElement>(null);
  const shown = cups.filter(({ on }) => scale.shows(on));
  if (shown.length === 0) return null;
  const current = Math.min(here, shown.length - 1);
  const go = (to: number): void => {
    const next = Math.max(0, Math.min(shown.length - 1, to));
    setHere(next);
    list.current?.querySelectorAll('button')[next]?.focus();
  };
  const move = (cup: PlannedCup, days: number): void => {
    const on = addDays(cup.on, days);
    if (on >= today && on !== cup.on) void marks.move(cup, on);
  };
  const onKey = (event: KeyboardEvent, cup: PlannedCup, at: number): void => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step !== undefined) {
      if (event.shiftKey) move(cup, step);
      else go(at + step);
    } else if (event.key === 'Delete' || event.key === 'Backspace') void marks.skip(cup.on);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className="planned-cups" role="group" aria-label="Planned cups" ref={list}>
      {shown.map((cup, i) => (
        <CupHandle
          key={`${cup.on} ${shown.slice(0, i).filter(({ on }) => on === cup.on).length}`}
          cup={cup}
          scale={scale}
          isStop={i === current}
          onFocus={() => setHere(i)}
          onKey={(event) => onKey(event, cup, i)}
          onToggle={() => void (cup.pin ? marks.takeBack(cup.pin.id) : marks.set(cup.bagId, cup.on))}
          onDrop={(days) => move(cup, days)}
        />
      ))}
    </div>
  );
}

function CupHandle({
  cup,
  scale,
  isStop,
  onFocus,
  onKey,
  onToggle,
  onDrop,
}: {
  cup: PlannedCup;
  scale: DateScale;
  isStop: boolean;
  onFocus: () => void;
  onKey: (event: KeyboardEvent) => void;
  onToggle: () => void;
  onDrop: (days: number) => void;
}) {
  const [dragged, setDragged] = useState<{ from: number; by: number } | null>(null);
  // A drag ends with a click, which is none.
  const wasDragged = useRef(false);
  const perDay = scale.x(addDays(cup.on, 1)) - scale.x(cup.on);
  const isDrag = dragged !== null && Math.abs(dragged.by) > DRAG_FROM;
  const follow = (event: PointerEvent): void =>
    setDragged((before) => before && { ...before, by: event.clientX - before.from });
  const drop = (): void => {
    wasDragged.current = isDrag;
    if (isDrag) onDrop(Math.round(dragged.by / perDay));
    setDragged(null);
  };
  const kind = [
    cup.pin ? 'pinned' : '',
    cup.portionId !== null || cup.reason === 'frozen' ? 'of-portion' : '',
    isDrag ? 'dragged' : '',
  ].join(' ');
  return (
    <button
      type="button"
      className={`planned-cup ${kind}`}
      style={{ left: scale.x(cup.on) + (isDrag ? dragged.by : 0) }}
      tabIndex={isStop ? 0 : -1}
      aria-label={`${weekdayText(cup.on)}: a cup of ${cup.name}${cup.pin ? ', set by you' : ''}. ${cup.why}`}
      title={`${weekdayText(cup.on)}. ${cup.why}`}
      onFocus={onFocus}
      onKeyDown={onKey}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setDragged({ from: event.clientX, by: 0 });
      }}
      onPointerMove={follow}
      onPointerUp={drop}
      onPointerCancel={() => setDragged(null)}
      onClick={() => (wasDragged.current ? (wasDragged.current = false) : onToggle())}
    />
  );
}
