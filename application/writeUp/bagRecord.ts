import type { Bag } from '../../contract/bag/bag';
import type { Brew } from '../../contract/bag/brew';
import type { ForetoldCupRow } from '../../contract/palate/palate';
import type { Readings } from '../../contract/palate/palateReading';
import type { Settings } from '../../contract/settings';
import type { Grinder, Recipe } from '../../core/brew';
import type { CrestFit } from '../../core/crest';
import type { Vocabulary } from '../../core/cup/words';
import type { ValueForPrice } from '../../core/palate';
import type { BagFacts, StandingFacts } from '../../core/text/writeUp';

/** Everything a write-up of a bag is composed from. */
export interface BagRecordRead {
  bag: Bag;
  brews: readonly Brew[];
  fit: CrestFit;
  vocabulary: Vocabulary;
  settings: Settings;
  tasters: readonly { id: string; name: string }[];
  value: ValueForPrice | null;
  standings: readonly StandingFacts[];
  foretold: readonly ForetoldCupRow[];
  /** The recipe its reference was taken from, and the grinders it names. */
  recipe: Recipe | null;
  grinders: readonly Pick<Grinder, 'id' | 'name'>[];
  /** Roast colours of the household's bags. */
  readings: Readings;
  yardsticks: BagFacts['yardsticks'];
  today: string;
}
