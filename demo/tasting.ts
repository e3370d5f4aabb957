import type { CupDraft } from '../contract/bag/cup';
import { ADEQUACIES, FIRST_SHEET, MOMENTS, parseLevel, SLOT_IDS, type MarkedPart } from '../core/cup';

/**
 * Descriptors of a staged tasting: "hot-first: quince, honey; cool-second: damson"; a leading one with "!", a trace with
 * "~", and when it comes after it: "quince! first, rooibos~ after".
 */
export function descriptorsOf(phases: string): NonNullable<CupDraft['descriptors']> {
  return phases
    .split(';')
    .filter((part) => part.trim() !== '')
    .flatMap((part) => {
      const [at = '', descriptors = ''] = part.split(':');
      const slot = SLOT_IDS.find((id) => id === at.trim());
      if (!slot) throw new Error(`There is no slot “${at}”`);
      return descriptors.split(',').map((one) => {
        const [, typed = '', weight, moment] = /^(.*?)([!~])?(?: (first|middle|after))?$/.exec(one.trim()) ?? [];
        const prominence = weight === undefined ? null : weight === '!' ? 'leading' : 'a trace';
        return { typed, slot, prominence, moment: MOMENTS.find((known) => known === moment) ?? null };
      });
    });
}

/** Levels and how they were liked: "acidity 4+ right, body 2 little". */
export function intensitiesOf(intensities: string): NonNullable<CupDraft['intensities']> {
  return intensities
    .split(',')
    .filter((part) => part.trim() !== '')
    .map((part) => {
      const [attribute = '', intensity = '', liked] = part.trim().split(' ');
      return {
        attribute,
        intensity: parseLevel(intensity),
        adequacy: ADEQUACIES.find((adequacy) => liked !== undefined && adequacy.endsWith(liked)) ?? null,
      };
    });
}

/** The first sheet of parts, marked part by part in its order. */
export function sheet(...marks: number[]): MarkedPart[] {
  return FIRST_SHEET.map((part, i) => ({ ...part, mark: marks[i] ?? null }));
}
