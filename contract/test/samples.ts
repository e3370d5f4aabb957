import { STARTER_RECIPES } from '../../core/brew';
import { NO_INSTRUMENTS } from '../bench/instrument';
import type { LiveBrew } from '../bench/live';

/** A brew laid out by the first starter recipe, but for what is said to be different. */
export function liveBrewSample(differently: Partial<LiveBrew> = {}): LiveBrew {
  const [recipe] = STARTER_RECIPES;
  if (!recipe) throw new Error('There is no starter recipe');
  return {
    id: '11111111-1111-4111-8111-111111111111',
    bagId: '22222222-2222-4222-8222-222222222222',
    bagName: 'Fog Gate',
    recipe,
    recipeVersionId: null,
    ticked: [],
    marks: [],
    startedAt: null,
    endedS: null,
    vigour: null,
    bed: null,
    fault: null,
    faultNote: '',
    instruments: NO_INSTRUMENTS,
    seed: 1,
    revision: 1,
    createdAt: '2026-03-01T07:00:00Z',
    ...differently,
  };
}
