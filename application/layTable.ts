import type { BrewParametersInput } from '../contract/bag/brewParameters';
import type { SittingCup, SittingInput } from '../contract/table/sitting';
import { brewTimes, usualParameters, type Style } from '../core/brew';
import {
  brewOfCup,
  oneAfterAnother,
  readyTogether,
  SITTING_CUPS,
  type ScheduledBrew,
  type SittingKind,
} from '../core/sitting';

/** A bag that may be poured. */
export interface BagForTable {
  id: string;
  name: string;
  reference: BrewParametersInput;
}

/** What was picked for a table. */
export interface TablePicks {
  kind: SittingKind;
  bags: readonly BagForTable[];
  /** For one bag through several brewers, and as several drinks. */
  brewers: readonly string[];
  styles: readonly Style[];
}

/** What is changed of a reference for another drink. *Assumption*: what a household would begin with. */
const AS_DRINK: Readonly<Record<Style, { word: string; parameters: Partial<BrewParametersInput> }>> = {
  filter: { word: 'as filter', parameters: {} },
  espresso: { word: 'as a shot', parameters: { brewer: 'espresso machine', doseG: 18.5, waterG: 39, grindStep: null } },
  milk: { word: 'with milk', parameters: { brewer: 'espresso machine', doseG: 18.5, waterG: 39, grindStep: null } },
  cold: { word: 'cold', parameters: { brewer: 'cold steep', doseG: 50, waterG: 550, waterC: null, grindStep: null } },
};

/**
 * The cups a table of a kind has, of what was picked for it. Several bags by one recipe follow the first one's, each
 * ground as it is used to be; a triangle pours the first bag twice.
 *
 * @param newId names a cup
 */
export function cupsFor({ kind, bags, brewers, styles }: TablePicks, newId: () => string): SittingCup[] {
  const [first, second] = bags;
  if (!first) return [];
  const cup = (bag: BagForTable, name: string, parameters: Partial<BrewParametersInput> = {}): SittingCup => ({
    id: newId(),
    name,
    bagId: bag.id,
    parameters: { ...bag.reference, ...parameters },
    sameAs: null,
    condition: 'fresh',
    declared: '',
  });
  const cups = ((): SittingCup[] => {
    if (kind === 'brewers')
      return brewers.map((brewer) => {
        // A shot or a steep is no filter brew with another brewer.
        const usual = usualParameters(brewer);
        const isOther = usual !== null && usual.style !== first.reference.style;
        return cup(first, `${first.name}, ${brewer}`, { brewer, ...(isOther && { ...usual, grindStep: null }) });
      });
    if (kind === 'drinks')
      return styles.map((style) => {
        const isOwn = first.reference.style === style;
        const { word, parameters } = AS_DRINK[style];
        return cup(first, `${first.name}, ${word}`, isOwn ? {} : { style, ...parameters });
      });
    if (kind === 'triangle') {
      const one = cup(first, first.name);
      return [one, { ...one, id: newId(), sameAs: one.id }, cup(second ?? first, (second ?? first).name)];
    }
    if (kind === 'same-recipe')
      return bags.map((bag) => cup(bag, bag.name, { ...first.reference, grindStep: bag.reference.grindStep }));
    return bags.map((bag) => cup(bag, bag.name));
  })();
  return cups.slice(0, SITTING_CUPS.most);
}

/** A kettle that was poured out is hot again after so long, s. *Assumption*. */
const REFILL_S = 120;
/** Between two cups that are tasted one after another, s. *Assumption*. */
const PAUSE_S = 120;

/**
 * When each brew of a table starts, so that its cups are ready together or one after another; null where they are not
 * brewed in one go. Cups that are kept, and brews of the day before, need no start.
 */
export function scheduleFor({
  timing,
  kettles,
  cups,
}: Pick<SittingInput, 'timing' | 'kettles' | 'cups'>): ScheduledBrew[] | null {
  if (timing === 'apart') return null;
  const brews = cups.flatMap((cup) => {
    const times =
      cup.parameters && cup.condition !== 'kept' && brewOfCup(cup) === cup.id ? brewTimes(cup.parameters) : null;
    return times ? [{ id: cup.id, ...times }] : [];
  });
  return timing === 'together' ? readyTogether(brews, kettles, REFILL_S) : oneAfterAnother(brews, PAUSE_S);
}
