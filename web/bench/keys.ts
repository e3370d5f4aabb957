/** Keys of the bench leave a focused control alone: there, Space is the control's own. */
export function onControl(event: KeyboardEvent): boolean {
  return event.target instanceof Element && event.target.closest('button, a, input, select, textarea') !== null;
}
