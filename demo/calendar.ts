const pad = (n: number): string => String(n).padStart(2, '0');

/** The date on this machine's calendar. */
export function localDateOf(moment: Date): string {
  return `${moment.getFullYear()}-${pad(moment.getMonth() + 1)}-${pad(moment.getDate())}`;
}

/** An instant at a wall-clock time of this machine, with its offset. */
export function instantAt(date: string, hour: number, minute: number): string {
  const minutes = -new Date(`${date}T${pad(hour)}:${pad(minute)}:00`).getTimezoneOffset();
  return `${date}T${pad(hour)}:${pad(minute)}:00${minutes < 0 ? '-' : '+'}${pad(Math.floor(Math.abs(minutes) / 60))}:${pad(Math.abs(minutes) % 60)}`;
}
