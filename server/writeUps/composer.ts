import type { Standings } from '../../contract/palate/palateReading';
import type { Composed, WriteUpSubject } from '../../contract/writeUps/writeUp';
import { bagFacts } from '../../application/writeUp/bagFacts';
import type { BagRecordRead } from '../../application/writeUp/bagRecord';
import { cardFacts } from '../../application/writeUp/cardFacts';
import { comparisonFacts } from '../../application/writeUp/comparisonFacts';
import { levelsFigure, NO_FIGURES, ridgeFigure } from '../../application/writeUp/figures';
import { cardOf, cardOfReference } from '../../application/writeUp/recipeCard';
import {
  marksFigure,
  sittingFacts,
  yardsticksOf,
  type SittingRecordRead,
} from '../../application/writeUp/sittingFacts';
import { Problem } from '../../application/problem';
import type { Bag } from '../../contract/bag/bag';
import { ageOn } from '../../core/crest';
import {
  composeBag,
  composeCard,
  composeComparison,
  composeSitting,
  type StandingFacts,
} from '../../core/text/writeUp';
import type { WriteUpKind } from '../../core/writeUp';
import { loadAllBags, loadBag } from '../db/bag/bags';
import { loadBrews } from '../db/bag/brews';
import { loadGrinders } from '../db/bench/grinders';
import { loadScoresByRecipe } from '../db/bag/making';
import { loadForetoldCups } from '../db/bag/predictions';
import { loadReadings } from '../db/bag/readings';
import { loadRecipe, loadRecipes } from '../db/bench/recipes';
import { loadSeats, loadSitting, loadSittings } from '../db/table/sittings';
import { loadSettings } from '../db/settings';
import { loadTasters } from '../db/palate/tasters';
import { loadVocabulary } from '../db/palate/words';
import type { Deps } from '../deps';
import type { Foreteller } from '../verdicts/foreteller';
import { standingsOfBags, valueOfBag } from '../verdicts/among';

type Reads = Pick<Deps, 'store' | 'verdicts'> & { foreteller: Pick<Foreteller, 'settled'> };

/** A kind is worth standing among from so many bags on. */
const KIND_WORTH_NAMING = 3;
/** A card tells of so many bags at most. */
const MOST_BAGS = 3;

/** Composes write-ups from the household's record, as it stands on a day. */
export class WriteUpComposer {
  constructor(private readonly reads: Reads) {}

  /** Throws a not-found Problem where what it is of is gone, a conflict one where it is not revealed yet. */
  async compose(kind: WriteUpKind, subject: WriteUpSubject, today: string): Promise<Composed> {
    switch (kind) {
      case 'bag':
        return this.#ofBag(subject.bagIds[0] ?? '', today);
      case 'comparison':
        return this.#ofBags(subject.bagIds, today);
      case 'sitting':
        return this.#ofSitting(subject.sittingId ?? '');
      case 'card':
        return this.#ofRecipe(subject.recipeId ?? '', today);
    }
  }

  async #ofBag(bagId: string, today: string): Promise<Composed> {
    const read = await this.#readBag(bagId, today, await standingsOfBags(this.reads));
    const facts = bagFacts(read);
    const ridge = ridgeFigure(read, facts);
    return {
      sections: composeBag(facts),
      figures: {
        ...NO_FIGURES,
        ridges: ridge ? [ridge] : [],
        levels: levelsFigure(read, facts),
        card: cardOfReference(read),
      },
    };
  }

  async #ofBags(bagIds: readonly string[], today: string): Promise<Composed> {
    const reads = await this.#readBags(bagIds, today);
    const revealed = await this.reads.store.read(async (db) =>
      (await loadSittings(db)).filter(
        ({ revealedAt, cups }) =>
          revealedAt !== null && cups.filter(({ bagId }) => bagId !== null && bagIds.includes(bagId)).length > 1,
      ),
    );
    const sittings = await Promise.all(
      revealed.map(async (sitting) => ({
        facts: sittingFacts(await this.#readSitting(sitting.id)),
        bagOfCup: Object.fromEntries(sitting.cups.map(({ id, bagId }) => [id, bagId])),
      })),
    );
    const facts = comparisonFacts(reads, sittings, await this.reads.verdicts.scaleMaps());
    return {
      sections: composeComparison(facts),
      figures: {
        ...NO_FIGURES,
        ridges: reads.flatMap((read, i) => {
          const bag = facts.bags[i];
          return (bag && ridgeFigure(read, bag)) ?? [];
        }),
        levels: reads.flatMap((read, i) => {
          const bag = facts.bags[i];
          return bag ? levelsFigure(read, bag) : [];
        }),
      },
    };
  }

  async #ofSitting(sittingId: string): Promise<Composed> {
    const read = await this.#readSitting(sittingId);
    if (read.sitting.revealedAt === null)
      throw new Problem('conflict', 'This table is not revealed yet; what it came to is told after that.');
    const facts = sittingFacts(read);
    return { sections: composeSitting(facts), figures: { ...NO_FIGURES, marks: marksFigure(read, facts) } };
  }

  async #ofRecipe(recipeId: string, today: string): Promise<Composed> {
    const { kept, grinders, settings, scores, bags } = await this.reads.store.read(async (db) => ({
      kept: await loadRecipe(db, recipeId),
      grinders: await loadGrinders(db),
      settings: await loadSettings(db),
      scores: await loadScoresByRecipe(db, recipeId),
      bags: (await loadAllBags(db)).filter(({ referenceRecipeId }) => referenceRecipeId === recipeId),
    }));
    const ids = bags.slice(0, MOST_BAGS).map(({ id }) => id);
    const reads = await this.#readBags(ids, today);
    const facts = cardFacts(kept.recipe, { scores, scale: settings.scoringScale, bags: reads.map(bagFacts), settings });
    return { sections: composeCard(facts), figures: { ...NO_FIGURES, card: cardOf(kept.recipe, grinders) } };
  }

  async #readBags(ids: readonly string[], today: string): Promise<BagRecordRead[]> {
    const standings = await standingsOfBags(this.reads);
    const reads: BagRecordRead[] = [];
    for (const id of ids) reads.push(await this.#readBag(id, today, standings));
    return reads;
  }

  async #readBag(bagId: string, today: string, standings: Standings): Promise<BagRecordRead> {
    const { store, verdicts, foreteller } = this.reads;
    await foreteller.settled();
    const bag = await store.read((db) => loadBag(db, bagId));
    const [{ fit }, value] = await Promise.all([verdicts.full(bag), valueOfBag(this.reads, bagId)]);
    const read = await store.read(async (db) => ({
      brews: await loadBrews(db, bag),
      vocabulary: await loadVocabulary(db),
      settings: await loadSettings(db),
      tasters: await loadTasters(db),
      foretold: await loadForetoldCups(db, bagId),
      recipes: await loadRecipes(db),
      grinders: await loadGrinders(db),
      readings: await loadReadings(db),
      sittings: await loadSittings(db),
    }));
    const recipe = read.recipes.find(({ id }) => id === bag.referenceRecipeId)?.recipe ?? null;
    const measured = read.sittings.filter(
      ({ revealedAt, yardstick, cups }) =>
        revealedAt !== null && yardstick !== null && cups.some((cup) => cup.bagId === bagId),
    );
    const yardsticks = yardsticksOf(bagId, await Promise.all(measured.map(({ id }) => this.#readSitting(id))));
    return { ...read, bag, fit, value, today, recipe, yardsticks, standings: standingsOf(bag, standings) };
  }

  async #readSitting(sittingId: string): Promise<SittingRecordRead> {
    return this.reads.store.read(async (db) => {
      const sitting = await loadSitting(db, sittingId);
      const on = (sitting.revealedAt ?? sitting.createdAt).slice(0, 10);
      const ids = new Set(sitting.cups.flatMap(({ bagId }) => bagId ?? []));
      const bags = (await loadAllBags(db)).filter(({ id }) => ids.has(id));
      return {
        sitting,
        seats: await loadSeats(db, sittingId),
        vocabulary: await loadVocabulary(db),
        settings: await loadSettings(db),
        restDayOf: new Map(bags.map((bag) => [bag.id, Math.floor(ageOn(bag, on) + 1e-9)])),
      };
    });
  }
}

/** Where a bag stands among all, and among the largest kind it is one of. */
function standingsOf(bag: Bag, { all, kinds }: Standings): StandingFacts[] {
  const placeIn = (lines: typeof all, kind: string): StandingFacts[] => {
    const own = lines.find(({ bagId }) => bagId === bag.id);
    return own && lines.length >= KIND_WORTH_NAMING
      ? [{ kind, of: lines.length, place: own.place, bestPlace: own.bestPlace, worstPlace: own.worstPlace }]
      : [];
  };
  const ofBag = kinds
    .filter(
      ({ field, standings }) =>
        (field === 'origin' || field === 'process') && standings.some(({ bagId }) => bagId === bag.id),
    )
    .sort((a, b) => b.standings.length - a.standings.length);
  return [...placeIn(all, ''), ...ofBag.slice(0, 1).flatMap(({ value, standings }) => placeIn(standings, value))];
}

/** Whether what a write-up is of is gone: then it stands as it is. */
export const isGone = (error: unknown): boolean => error instanceof Problem && error.code === 'not-found';
