import type { CupDraft } from '../contract/cup';
import { ADEQUACIES, LINE_IDS, readLevel } from '../core/cup';

/** Words of a staged tasting: "hot-first: quince, honey; cool-second: damson". */
export function wordsOf(looks: string): NonNullable<CupDraft['words']> {
  return looks
    .split(';')
    .filter((part) => part.trim() !== '')
    .flatMap((part) => {
      const [at = '', words = ''] = part.split(':');
      const line = LINE_IDS.find((id) => id === at.trim());
      if (!line) throw new Error(`There is no look “${at}”`);
      return words.split(',').map((typed) => ({ typed: typed.trim(), line }));
    });
}

/** Levels and how they were liked: "acidity 4+ right, body 2 little". */
export function levelsOf(levels: string): NonNullable<CupDraft['levels']> {
  return levels
    .split(',')
    .filter((part) => part.trim() !== '')
    .map((part) => {
      const [attribute = '', level = '', liked] = part.trim().split(' ');
      return {
        attribute,
        level: readLevel(level),
        adequacy: ADEQUACIES.find((adequacy) => liked !== undefined && adequacy.endsWith(liked)) ?? null,
      };
    });
}
