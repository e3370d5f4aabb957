import { useEffect, type RefObject } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useSearchParams } from 'react-router';
import { addDays } from '../../core/rest';

/** How much of the calendar the lanes show, the closest first. */
export const ZOOMS = [
  { id: 'weeks', name: 'Two weeks', before: 4, after: 10 },
  { id: 'months', name: 'Two months', before: 35, after: 35 },
  { id: 'season', name: 'A season', before: 45, after: 75 },
] as const;
export type Zoom = (typeof ZOOMS)[number];
const USUAL: Zoom = ZOOMS[1];

/** A narrow screen shows this share of the days. */
const NARROW_SHARE = 0.6;

/** The days of a zoom around today. */
export function zoomedAxis({ before, after }: Zoom, today: string, isNarrow: boolean): { from: string; to: string } {
  const share = isNarrow ? NARROW_SHARE : 1;
  return { from: addDays(today, -Math.round(before * share)), to: addDays(today, Math.round(after * share)) };
}

/** The zoom of the address, and the way to another. */
export function useZoom(): { zoom: Zoom; choose: (zoom: Zoom) => void; step: (closer: boolean) => void } {
  const [address, setAddress] = useSearchParams();
  const zoom = ZOOMS.find(({ id }) => id === address.get('zoom')) ?? USUAL;
  const choose = ({ id }: Zoom): void =>
    setAddress(
      (before) => {
        before.set('zoom', id);
        if (id === USUAL.id) before.delete('zoom');
        return before;
      },
      { replace: true, preventScrollReset: true },
    );
  const step = (closer: boolean): void => {
    const next = ZOOMS[ZOOMS.indexOf(zoom) + (closer ? -1 : 1)];
    if (next) choose(next);
  };
  return { zoom, choose, step };
}

/** Two fingers this much further apart, or closer together, are a step. */
const PINCH = 1.3;

/** Steps by the wheel with Ctrl (which a pinch on a touchpad sends too), by two fingers, and by + and −. */
export function useZoomGestures(ref: RefObject<HTMLElement | null>, step: (closer: boolean) => void): void {
  // By itself the plus would join two keys.
  useHotkeys('+,=', () => step(true), { useKey: true, splitKey: '&' }, [step]);
  useHotkeys('-', () => step(false), { useKey: true }, [step]);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    let turned = 0;
    const wheel = (event: WheelEvent): void => {
      if (!event.ctrlKey) return;
      // Without this the browser would zoom the page.
      event.preventDefault();
      turned += event.deltaY;
      if (Math.abs(turned) < 40) return;
      step(turned < 0);
      turned = 0;
    };
    const fingers = new Map<number, { x: number; y: number }>();
    let apart = 0;
    const distance = (): number => {
      const [a, b] = [...fingers.values()];
      return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0;
    };
    const down = ({ pointerId, clientX, clientY, pointerType }: PointerEvent): void => {
      if (pointerType !== 'touch') return;
      fingers.set(pointerId, { x: clientX, y: clientY });
      apart = distance();
    };
    const move = ({ pointerId, clientX, clientY }: PointerEvent): void => {
      if (!fingers.has(pointerId)) return;
      fingers.set(pointerId, { x: clientX, y: clientY });
      const now = distance();
      if (apart === 0 || now === 0) return;
      if (now / apart > PINCH || apart / now > PINCH) {
        step(now > apart);
        apart = now;
      }
    };
    const up = ({ pointerId }: PointerEvent): void => {
      fingers.delete(pointerId);
      apart = 0;
    };
    element.addEventListener('wheel', wheel, { passive: false });
    element.addEventListener('pointerdown', down);
    element.addEventListener('pointermove', move);
    for (const end of ['pointerup', 'pointercancel', 'pointerleave'] as const) element.addEventListener(end, up);
    return () => {
      element.removeEventListener('wheel', wheel);
      element.removeEventListener('pointerdown', down);
      element.removeEventListener('pointermove', move);
      for (const end of ['pointerup', 'pointercancel', 'pointerleave'] as const) element.removeEventListener(end, up);
    };
  }, [ref, step]);
}
