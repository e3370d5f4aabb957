import { FINISHED_BAGS } from './finishedBags';
import { OPEN_BAGS } from './openBags';
import type { DemoBag } from './story';

export const TASTERS = ['Mira', 'Tomas'] as const;

export const BAGS: readonly DemoBag[] = [...OPEN_BAGS, ...FINISHED_BAGS];
