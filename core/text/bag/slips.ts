/**
 * The question about a mark that is probably a slip: "5 after 85, 85 and 84: typed wrongly?"
 *
 * @param others marks as they are written, at least one
 */
export function slipQuestion(mark: string, others: readonly string[], when: 'after' | 'before'): string {
  const last = others.at(-1) ?? '';
  const list = others.length > 1 ? `${others.slice(0, -1).join(', ')} and ${last}` : last;
  return `${mark} ${when} ${list}: typed wrongly?`;
}
