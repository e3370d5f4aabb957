import { ATTRIBUTES, type AttributeWeights } from '../../core/cup';

/** What "best" means, as the end of a sentence: "the overall mark", "aroma", "body 2, aroma 1". */
export function judgedByText(weights: AttributeWeights | null): string {
  if (weights === null) return 'the overall mark';
  const weighing = ATTRIBUTES.filter((attribute) => weights[attribute] > 0);
  if (weighing.length === 1) return weighing[0]!;
  const heaviestFirst = [...weighing].sort((a, b) => weights[b] - weights[a]);
  return heaviestFirst.map((attribute) => `${attribute} ${weights[attribute]}`).join(', ');
}
