import { ATTRIBUTES, type AttributeWeights } from '../../../core/cup';

/** What "best" means, as the end of a sentence: "the overall mark", "aroma", "body 2, aroma 1". */
export function judgedByText(weights: AttributeWeights | null): string {
  if (weights === null) return 'the overall mark';
  const heaviestFirst = ATTRIBUTES.filter((attribute) => weights[attribute] > 0).sort(
    (a, b) => weights[b] - weights[a],
  );
  return heaviestFirst
    .map((attribute) => (heaviestFirst.length === 1 ? attribute : `${attribute} ${weights[attribute]}`))
    .join(', ');
}
