import type { Adequacy, GivenIntensity } from './levels';

/** Amounts that, disliked, say the same as a taste of the table of signs; by the attribute's id. */
const SAME_AS: ReadonlyMap<string, Partial<Record<Adequacy, 'sharp' | 'weak' | 'strong' | 'bitter'>>> = new Map([
  ['brightness', { 'too much': 'sharp' }],
  ['acidity', { 'too much': 'sharp' }],
  ['weight', { 'too little': 'weak', 'too much': 'strong' }],
  ['body', { 'too little': 'weak', 'too much': 'strong' }],
  ['bitterness', { 'too much': 'bitter' }],
  ['roast', { 'too much': 'bitter' }],
]);

/** What a taster found too much or too little of. */
export interface Complaint {
  attribute: string;
  adequacy: Exclude<Adequacy, 'just right'>;
  /** The taste it says the same as, where there is one. */
  taste: 'sharp' | 'weak' | 'strong' | 'bitter' | null;
}

/** The complaints among the levels of a cup. */
export function complaintsOf(intensities: readonly Pick<GivenIntensity, 'attribute' | 'adequacy'>[]): Complaint[] {
  return intensities.flatMap(({ attribute, adequacy }) =>
    adequacy === null || adequacy === 'just right'
      ? []
      : [{ attribute, adequacy, taste: SAME_AS.get(attribute)?.[adequacy] ?? null }],
  );
}
