import { describe, expect, it } from 'vitest';
import { bag, bagInput } from '../../../contract/bag/bag';
import { ATTRIBUTES, EQUAL_WEIGHTS, onlyAttribute } from '../../../core/cup';
import { bagResolver, emptyBag, typedBag, type BagForm } from '../bagForm';
import { judgedByText } from '../log/judgedBy';

const resolve = async (form: BagForm) => bagResolver(form, undefined, { fields: {}, shouldUseNativeValidation: false });
const named = { ...emptyBag(), name: 'Kivu Terrace', roastedOn: '2026-02-01' };

describe('a bag as typed', () => {
  it('comes back as it was kept: weights, filter and water included', async () => {
    const input = bagInput.parse({
      name: 'Kivu Terrace',
      roastedOn: '2026-02-01',
      weights: { ...EQUAL_WEIGHTS, sweetness: 2.5 },
      reference: {
        style: 'filter',
        brewer: 'cone',
        doseG: 17,
        waterG: 272,
        waterC: 92,
        grindStep: 0,
        filter: 'cloth',
        waterRecipe: 'soft',
      },
    });
    const kept = bag.parse({ ...input, id: '0f0e7c2e-1111-4111-8111-000000000000', createdAt: '', revision: 1 });
    expect((await resolve(typedBag(kept))).values).toEqual(input);
  });

  it('judges by the overall mark until weights are chosen, and an empty weight counts as none', async () => {
    expect((await resolve(named)).values).toMatchObject({
      weights: null,
      reference: { filter: null, waterRecipe: null },
    });
    const typed = {
      ...named,
      best: 'weights' as const,
      weights: { aroma: '1,5', acidity: '', body: '0', sweetness: '3', cleanness: '' },
    };
    expect((await resolve(typed)).values).toMatchObject({
      weights: { aroma: 1.5, acidity: 0, body: 0, sweetness: 3, cleanness: 0 },
    });
  });

  it('lays a wrong weight at its field', async () => {
    const wrong = { ...named, best: 'weights' as const, weights: { ...named.weights, body: 'heavy' } };
    expect((await resolve(wrong)).errors).toMatchObject({
      weights: { body: { message: 'A weight must be between 0 and 10' } },
    });
    const nothing = {
      ...named,
      best: 'weights' as const,
      weights: { aroma: '0', acidity: '0', body: '0', sweetness: '0', cleanness: '0' },
    };
    expect((await resolve(nothing)).errors).toMatchObject({
      weights: { aroma: { message: 'At least one attribute must weigh something' } },
    });
  });
});

describe('what a bag is judged by', () => {
  it('is said in words, the heaviest first', () => {
    expect(judgedByText(null)).toBe('the overall mark');
    for (const attribute of ATTRIBUTES) expect(judgedByText(onlyAttribute(attribute))).toBe(attribute);
    expect(judgedByText({ aroma: 1, acidity: 0, body: 2.5, sweetness: 0, cleanness: 0 })).toBe('body 2.5, aroma 1');
  });
});
