import type { KeyboardEvent, PointerEvent } from 'react';
import { levelText, levelValue, nearestLevel, parseLevel, stepLevel, type Level } from '../../core/cup';

/** Halves from 1 to 5: what a thumb can hit. */
const PLACES = 9;

interface Props {
  label: string;
  /** As typed. */
  intensity: string;
  /** Whether the Tab key comes here: of all strips one is enough, a key goes on to the next by itself. */
  inTabOrder: boolean;
  onDraw: (level: Level | '') => void;
}

/** How far along a strip a level is drawn, 0–1. */
export function drawnShare(intensity: string): number {
  const level = parseLevel(intensity);
  return level === null ? 0 : ((levelValue(level) - 1) * 2 + 1) / PLACES;
}

/** A level drawn with one tap, or one key: 1 to 5, then on to the next strip. */
export function LevelStrip({ label, intensity, inTabOrder, onDraw }: Props) {
  const level = parseLevel(intensity);
  const draw = ({ currentTarget, clientX, buttons, type }: PointerEvent): void => {
    if (type === 'pointermove' && buttons === 0) return;
    const { left, width } = currentTarget.getBoundingClientRect();
    const place = Math.min(PLACES - 1, Math.max(0, Math.floor(((clientX - left) / width) * PLACES)));
    onDraw(nearestLevel(1 + place / 2));
  };
  const onKeyDown = (event: KeyboardEvent<HTMLElement>): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const { key, currentTarget } = event;
    const step = { ArrowRight: 1, ArrowLeft: -1 } as const;
    if (/^[1-5]$/.test(key)) {
      onDraw(nearestLevel(Number(key)));
      focusStrip(currentTarget, 1);
    } else if (key === 'ArrowRight' || key === 'ArrowLeft') onDraw(stepLevel(intensity, step[key]));
    else if (key === 'ArrowDown' || key === 'ArrowUp') focusStrip(currentTarget, key === 'ArrowDown' ? 1 : -1);
    else if (key === 'Delete' || key === 'Backspace' || key === '0') onDraw('');
    else return;
    event.preventDefault();
  };
  return (
    <div
      className="level-strip"
      role="slider"
      tabIndex={inTabOrder ? 0 : -1}
      aria-label={`${label}, drawn`}
      aria-valuemin={1}
      aria-valuemax={5}
      aria-valuenow={level === null ? 1 : levelValue(level)}
      aria-valuetext={level === null ? 'not drawn' : levelText(level)}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        draw(event);
      }}
      onPointerMove={draw}
      onKeyDown={onKeyDown}
    >
      <div className="drawn" style={{ inlineSize: `${100 * drawnShare(intensity)}%` }} />
    </div>
  );
}

/** Goes on to another strip of the sheet, as far as there is one. */
function focusStrip(from: HTMLElement, by: 1 | -1): void {
  const strips = [...(from.closest('.levels')?.querySelectorAll<HTMLElement>('.level-strip') ?? [])];
  strips[strips.indexOf(from) + by]?.focus();
}
