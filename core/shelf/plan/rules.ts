import { suits } from './assign';
import type { PlanBag, PlanShelf } from './types';
import { scoreAt } from './scoreAt';

/** What people do without a plan. */
export const RULES = ['oldestFirst', 'newestFirst', 'oneAtATime'] as const;
export type Rule = (typeof RULES)[number];

/** What following a rule comes to: mean expected score of its cups, points, and cups of beans left in the end. */
export interface RuleOutcome {
  meanScore: number;
  cupsLeft: number;
}

/**
 * Follows a rule through the days of a plan, on the same expectations. Frozen beans are taken out as they are asked
 * for.
 */
export function followRule({ bags, wanted }: Pick<PlanShelf, 'bags' | 'wanted'>, rule: Rule): RuleOutcome {
  const left = bags.map(({ lots }) => lots.reduce((sum, { cups }) => sum + cups, 0));
  const scores: number[] = [];
  let open: number | null = null;
  for (const { day, cups, needs } of wanted) {
    for (let cup = 0; cup < cups; cup++) {
      const ranked = bags
        .flatMap((bag, b) =>
          (left[b] ?? 0) > 0 && suits(bag, needs) && (bag.lots[0]?.fromDay ?? 0) <= day && ageOn(bag, day) >= 0
            ? [{ b, rank: rankOf(rule, bag, b === open, day) }]
            : [],
        )
        .sort((a, b) => a.rank - b.rank || a.b - b.b);
      const next = ranked[0];
      const bag = next && bags[next.b];
      if (!next || !bag) continue;
      left[next.b] = (left[next.b] ?? 0) - 1;
      open = next.b;
      scores.push(scoreAt(bag.mean, ageOn(bag, day)));
    }
  }
  return {
    meanScore: scores.length === 0 ? 0 : scores.reduce((sum, score) => sum + score, 0) / scores.length,
    cupsLeft: left.reduce((sum, cups) => sum + cups, 0),
  };
}

function ageOn({ lots }: PlanBag, day: number): number {
  const [lot] = lots;
  return lot ? lot.age + (lot.isFrozen ? 0 : day) : -1;
}

function rankOf(rule: Rule, bag: PlanBag, isOpen: boolean, day: number): number {
  if (rule === 'oldestFirst') return -ageOn(bag, day);
  if (rule === 'newestFirst') return ageOn(bag, day);
  // The one that is open until it is empty, then the one nearest to the day it is expected to be best.
  const best = bag.mean.indexOf(Math.max(...bag.mean));
  return isOpen ? -1 : Math.abs(ageOn(bag, day) - best);
}
