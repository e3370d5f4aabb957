/** A taster's caffeine of a day, mg; no name where nobody was stated. */
export interface CaffeineOfDay {
  taster: string | null;
  mg: number;
}

/** Estimates are said to tens: nothing about them is finer. */
const tens = (mg: number): number => Math.max(10, Math.round(mg / 10) * 10);

/** "Ada about 180 mg; Noor about 410 mg, over the guide of 400". Empty where nobody drank any. */
export function caffeineOfDayText(tally: readonly CaffeineOfDay[], guideMg: number): string {
  const parts = tally.map(({ taster, mg }) => {
    const about = `about ${tens(mg)} mg${mg > guideMg ? `, over the guide of ${guideMg}` : ''}`;
    return taster === null ? about : `${taster} ${about}`;
  });
  return parts.join('; ');
}

/** The same of today, with the guide where nobody is over it. Empty where nobody drank any. */
export function caffeineText(tally: readonly CaffeineOfDay[], guideMg: number): string {
  if (tally.length === 0) return '';
  const within = tally.every(({ mg }) => mg <= guideMg) ? ` of ${guideMg}` : '';
  return `Caffeine today: ${caffeineOfDayText(tally, guideMg)}${within}.`;
}

/** What a guide is, and what it is not. */
export const CAFFEINE_CAUTION =
  'An estimate from the dose, for the cups that were drunk. For most healthy adults 400 mg a day and 200 mg at once are held to be safe; for some far less is: in pregnancy, while nursing, with some conditions and medicines, and for the young. Ask a clinician. Spit when tasting many.';
