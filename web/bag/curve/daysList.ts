/** Rest days in words: "day 12", "days 9, 12 and 20". */
export function daysListText(days: readonly number[]): string {
  const [last, ...before] = [...days].reverse();
  if (last === undefined) return '';
  return before.length === 0 ? `day ${last}` : `days ${before.reverse().join(', ')} and ${last}`;
}
