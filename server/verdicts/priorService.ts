import type { Bag } from '../../contract/bag/bag';
import { pastBagOf, type FinishedBag } from '../../application/exchange';
import { levelledCup } from '../../application/judgeBag';
import { judgedScale, type LevelLiking, type ScoringScale } from '../../core/cup';
import { levelCosts, type LevelCosts } from '../../core/palate';
import {
  noisePriorFrom,
  pooledRepeats,
  roasterKey,
  type PastBag,
  type RepeatGroup,
  type TasterPrior,
} from '../../core/crest';
import { loadBagHeads, loadFinishedBags, loadFinishedHeads, loadKindsInUse, loadScaleCounts } from '../db/bag/bags';
import { likingsForEngine, repeatsForEngine } from '../../application/palate/palate';
import { baselinesByScale, ONE_SCALE, scaleMapsOf, scaleOf, type ScaleMaps } from '../../application/palate/scaleMaps';
import { loadLevelledCups } from '../db/bag/brews';
import { loadTastings } from '../db/palate/palate';
import { loadExchanges } from '../db/keeping/exchanges';
import { loadSettings } from '../db/settings';
import type { Store } from '../db/store';
import type { BagLikelihood } from '../db/bag/verdicts';
import { EngineProblem, type BagKind, type Engine } from './engineHere';
import { within } from '../waiting';

/** What a bag's prior depends on. */
type KindedBag = Partial<Pick<Bag, 'id'>> &
  Pick<Bag, 'roastLevel' | 'process' | 'finishedOn'> &
  Partial<Pick<Bag, 'roaster' | 'perceivedRoast' | 'scoringScale' | 'weights'>> & {
    reference: Pick<Bag['reference'], 'style'>;
  };

/** A bag as far as its prior goes. */
export const bagKindOf = ({
  roastLevel,
  process,
  roaster = '',
  perceivedRoast = null,
  reference,
}: Omit<KindedBag, 'id' | 'finishedOn'>): BagKind => ({
  roastLevel,
  process,
  roaster,
  perceivedRoast,
  style: reference.style,
});
const keyOf = ({ roastLevel, process, style, roaster, perceivedRoast }: BagKind): string =>
  JSON.stringify([roastLevel, process, style, roasterKey(roaster), perceivedRoast]);

/** What the past needs of whoever judges. */
interface Judge {
  /** The fits of finished bags that are judged as they are. */
  bagLikelihoodsOf(bags: readonly Bag[]): Promise<Map<string, BagLikelihood>>;
  /** Judges a finished bag in the background. */
  judge(bag: Bag): Promise<void>;
}

/** Blind repeats of bags in use: those of finished bags have spoken in their bags' fits. */
type BagRepeats = readonly (RepeatGroup & { bagId: string })[];

interface Read {
  /** Names the finished bags, their revisions and the blind repeats it was read from. */
  key: string;
  /** Null while there is no past at all: then the table stands. */
  past: { bags: PastBag[]; repeats: BagRepeats; baselines: Record<ScoringScale, number> | null } | null;
  /** Whether finished bags teach how the next ones run. */
  learnsShapes: boolean;
  /** What complaints cost by the marks of finished bags, and what amounts are worth by all marks. */
  costs: LevelCosts;
  likings: Record<string, LevelLiking>;
  scaleMaps: ScaleMaps;
  priors: Map<string, TasterPrior>;
}

/** A prior without what the household does not want to be learnt. */
const applyLearningSettings = (
  { shapes, ...prior }: TasterPrior,
  { learnsShapes, costs, likings }: Pick<Read, 'learnsShapes' | 'costs' | 'likings'>,
): TasterPrior => ({
  ...prior,
  ...(learnsShapes && shapes && { shapes }),
  ...(Object.keys(costs).length > 0 && { levelCosts: costs }),
  ...(Object.keys(likings).length > 0 && { levelLikings: likings }),
});

/**
 * The prior of a kind as one bag is judged by: its own repeats speak in its own fit, and what is expected of its baseline
 * is on the scale it is scored in.
 */
function priorOfBag(
  prior: TasterPrior,
  { bags, repeats, baselines }: NonNullable<Read['past']>,
  bag: KindedBag,
): TasterPrior {
  const others = repeats.filter(({ bagId }) => bagId !== bag.id);
  const noise = others.length === repeats.length ? prior.noise : noisePriorFrom(bags, pooledRepeats(others));
  const scale = bag.scoringScale && judgedScale(bag.scoringScale, bag.weights ?? null);
  return { ...prior, noise, baselineMean: (scale && baselines?.[scale]) ?? prior.baselineMean };
}

/**
 * What the household's finished bags and blind repeats teach of the next bag. It is read anew, in the background, when
 * one of them has changed and all of them are judged; until then what was read before stands.
 */
export class PriorService {
  #read: Read | null = null;
  #reading: { key: string; since: number; done: Promise<void> } | null = null;

  constructor(
    private readonly store: Store,
    private readonly engine: Engine,
    private readonly judge: Judge,
  ) {}

  /** Lets go of what was read: it was of another household. */
  forget(): void {
    this.#read = null;
    this.#reading = null;
  }

  /** Has the past read anew if it has changed, and waits for that a moment. */
  async freshWithin(ms: number): Promise<void> {
    const { key, repeats, learnsShapes } = await this.#now();
    if (this.#read?.key === key) return;
    if (this.#reading?.key !== key) {
      const done = this.#readAnew(key, repeats, learnsShapes).finally(() => {
        if (this.#reading?.key === key) this.#reading = null;
      });
      // Tried again with the next question.
      done.catch(() => undefined);
      this.#reading = { key, since: performance.now(), done };
    }
    // Once for all who ask: what takes longer than that would take longer for each of them.
    await within(this.#reading.since + ms - performance.now(), this.#reading.done);
  }

  /** How the scales the household scores in are read on one another. */
  async scaleMaps(): Promise<ScaleMaps> {
    // Whoever scores in one way does not wait for the past to be read.
    if ((await this.store.read(loadScaleCounts)).length === 0) return ONE_SCALE;
    await this.#readNow();
    return this.lastScaleMaps;
  }

  /** The same by the past as it was last read. */
  get lastScaleMaps(): ScaleMaps {
    return this.#read?.scaleMaps ?? ONE_SCALE;
  }

  /** How far marks are taken to miss, as a multiple of what their scale is assumed to, and what that rests on. */
  async noise(): Promise<{ factor: number; bags: number; repeats: number }> {
    const repeats = await this.#readNow();
    const bags = this.#read?.past?.bags ?? [];
    const pooled = pooledRepeats(repeats);
    const degrees = pooled.reduce((sum, one) => sum + one.degrees, 0);
    return { factor: Math.exp(noisePriorFrom(bags, pooled).mean), bags: bags.length, repeats: degrees };
  }

  /** The household's own finished bags, with what each teaches. */
  async finishedBags(): Promise<FinishedBag[]> {
    return this.#bagLikelihoods(await this.store.read(loadFinishedBags));
  }

  /** The prior of a bag by the past as it was last read; null: the table's; undefined: not known yet. */
  cachedPrior(bag: KindedBag): TasterPrior | null | undefined {
    if (bag.finishedOn !== null) return null;
    if (this.#read === null) return undefined;
    if (this.#read.past === null) return null;
    const prior = this.#read.priors.get(keyOf(bagKindOf(bag)));
    return prior && priorOfBag(prior, this.#read.past, bag);
  }

  /** The same, worked out where it is not known for this kind of bag; the table's while the past was never read. */
  async prior(bag: KindedBag): Promise<TasterPrior | null> {
    const known = this.cachedPrior(bag);
    const read = this.#read;
    if (known !== undefined || !read?.past) return known ?? null;
    const kind = bagKindOf(bag);
    const repeats = pooledRepeats(read.past.repeats);
    const [prior] = await this.engine.priors({ past: read.past.bags, repeats, kinds: [kind] });
    if (!prior) return null;
    const wished = applyLearningSettings(prior, read);
    read.priors.set(keyOf(kind), wished);
    return priorOfBag(wished, read.past, bag);
  }

  /** Reads the past anew if it has changed; answers the blind repeats there are. */
  async #readNow(): Promise<BagRepeats> {
    const { key, repeats, learnsShapes } = await this.#now();
    if (this.#read?.key !== key) await this.#readAnew(key, repeats, learnsShapes);
    return repeats;
  }

  async #now(): Promise<{ key: string; repeats: BagRepeats; learnsShapes: boolean }> {
    const { heads, groups, learnsShapes, others, scales } = await this.store.read(async (db) => ({
      heads: await loadFinishedHeads(db),
      scales: await loadScaleCounts(db),
      groups: repeatsForEngine(await loadTastings(db, 'repeats', { withWords: false })),
      learnsShapes: (await loadSettings(db)).learnsShapes,
      others: (await loadExchanges(db)).map(({ id }) => id),
    }));
    const finished = new Set(heads.map(([id]) => id));
    const repeats = groups.filter(({ bagId }) => !finished.has(bagId));
    return { key: JSON.stringify([heads, repeats, learnsShapes, others, scales]), repeats, learnsShapes };
  }

  async #readAnew(key: string, repeats: BagRepeats, learnsShapes: boolean): Promise<void> {
    // What is read of the cups is read last: right after an import judging the finished bags takes a while, and a shelf
    // is waiting for the store.
    const own = await this.#bagLikelihoods(await this.store.read(loadFinishedBags));
    const { kinds, others, levelled, tastings, bagHeads } = await this.store.read(async (db) => ({
      kinds: await loadKindsInUse(db),
      others: await loadExchanges(db),
      levelled: await loadLevelledCups(db),
      tastings: await loadTastings(db, 'all', { withWords: false }),
      bagHeads: await loadBagHeads(db),
    }));
    const costs = levelCosts(levelled.flatMap(({ bag, cup }) => levelledCup(bag, cup) ?? []));
    const likings = likingsForEngine(tastings);
    const scaleMaps = scaleMapsOf(bagHeads, tastings);
    const bags: PastBag[] = [...own, ...others.flatMap((file) => file.bags.map(pastBagOf))];
    if (bags.length === 0 && repeats.length === 0) {
      this.#read = { key, past: null, learnsShapes, costs, likings, scaleMaps, priors: new Map() };
      return;
    }
    const pooled = pooledRepeats(repeats);
    const priors = kinds.length === 0 ? [] : await this.engine.priors({ past: bags, repeats: pooled, kinds });
    this.#read = {
      key,
      past: { bags, repeats, baselines: scaleMaps === ONE_SCALE ? null : baselinesByScale(own, scaleMaps) },
      learnsShapes,
      costs,
      likings,
      scaleMaps,
      priors: new Map(
        kinds.flatMap((kind, i) =>
          priors[i] ? [[keyOf(kind), applyLearningSettings(priors[i], { learnsShapes, costs, likings })]] : [],
        ),
      ),
    };
  }

  /**
   * What each finished bag teaches, once all are judged; but for those without a cup that counts, and those that cannot
   * be judged.
   */
  async #bagLikelihoods(finished: readonly Bag[]): Promise<FinishedBag[]> {
    let fits = await this.judge.bagLikelihoodsOf(finished);
    const missing = finished.filter((bag) => !fits.has(bag.id));
    if (missing.length > 0) {
      const judged = await Promise.allSettled(missing.map((bag) => this.judge.judge(bag)));
      const noThread = judged.find((one) => one.status === 'rejected' && one.reason instanceof EngineProblem);
      if (noThread) throw new EngineProblem(noThread);
      fits = await this.judge.bagLikelihoodsOf(finished);
    }
    return finished.flatMap((bag) => {
      const fit = fits.get(bag.id);
      if (!fit || fit.usable === 0) return [];
      const { name, finishedOn, restAdviceDays } = bag;
      return [
        {
          ...bagKindOf(bag),
          name,
          restAdviceDays,
          finishedOn: finishedOn ?? '',
          cups: fit.usable,
          bagLikelihood: fit.bagLikelihood,
          scale: scaleOf(bag),
        },
      ];
    });
  }
}
