import { worthOfCups } from './improve';
import { planShelf } from './plan';
import { followRule, RULES, type Rule } from './rules';
import type { Plan, PlanShelf } from './types';

/** A plan with what it is held against. */
export interface PlanOutcome {
  plan: Plan;
  /** Mean expected score of its cups, points. */
  meanScore: number;
  /** Points a cup that it gains over each rule. */
  against: Record<Rule, number>;
  /** Points a cup that freezing gains; null where no freezer is used. */
  freezerGain: number | null;
  /** What each pin costs all cups together, points. */
  pinPrices: number[];
}

/** So many pins are priced, each by a plan without it. *Numerical*. */
const MOST_PRICED = 12;

/** Points a cup that planned cups gain over each rule, and their own mean. */
export function gainsOverRules(shelf: PlanShelf, cups: Plan['cups']): Pick<PlanOutcome, 'meanScore' | 'against'> {
  const meanScore = cups.reduce((sum, { expected }) => sum + expected, 0) / Math.max(1, cups.length);
  const gain = (rule: Rule): number => (cups.length === 0 ? 0 : meanScore - followRule(shelf, rule).meanScore);
  return { meanScore, against: Object.fromEntries(RULES.map((rule) => [rule, gain(rule)])) as Record<Rule, number> };
}

/** Plans a shelf, and reckons what the plan gains over simple rules, what freezing gains, and what each pin costs. */
export function planOutcome(shelf: PlanShelf): PlanOutcome {
  const plan = planShelf(shelf);
  const { pins } = shelf;
  const worthWithout = (less: Partial<PlanShelf>): number => worthOfCups(planShelf({ ...shelf, ...less }).cups, shelf);
  const perCup = (points: number): number => Math.max(0, points / Math.max(1, plan.cups.length));
  return {
    plan,
    ...gainsOverRules(shelf, plan.cups),
    freezerGain: shelf.freezer && perCup(plan.worth - worthWithout({ freezer: null })),
    pinPrices: pins.map((_, i) =>
      i < MOST_PRICED ? Math.max(0, worthWithout({ pins: pins.filter((__, k) => k !== i) }) - plan.worth) : 0,
    ),
  };
}
