import { countBy } from 'es-toolkit';
import { lessEq, solve, type Constraint } from 'yalps';
import { WAITING } from './constants';
import type { CupsWanted, Needs, Pin, PlanBag, Way } from './types';
import { worthOn } from './ways';

/** So many cups of one group drunk one way. */
export interface Share {
  way: number;
  group: number;
  cups: number;
}

/** Whether a bag can give a cup what it must be. */
export function suits({ style, isDecaf }: Pick<PlanBag, 'style' | 'isDecaf'>, needs: Needs): boolean {
  return (needs.style === null || needs.style === style) && (!needs.isDecaf || isDecaf);
}

/** What a cup is worth beyond its score, points: none that is wanted is left out for the sake of a better mean. */
const A_CUP = 1000;
/** What a pin is worth beyond that: it gives way to beans that are not there, and to nothing else. */
const A_PIN = 10_000;

/** The key of a bag on a day. */
export const onDay = ({ day, bag }: Pin): string => `${day} ${bag}`;

/**
 * Who drinks what when, so that the sum of what the cups are worth is highest: a transportation problem, whose linear
 * programme has whole numbers for an answer (Dantzig, *Linear Programming and Extensions*, 1963, ch. 14).
 *
 * Variables: cups of group g drunk way w, and of them the pinned ones and the one of today that is worth its learning.
 * Each lot gives at most its cups, each group takes at most its own.
 *
 * @param learning what one cup of each bag today is worth beyond its score, points
 */
export function assign(
  bags: readonly PlanBag[],
  ways: readonly Way[],
  wanted: readonly CupsWanted[],
  pins: readonly Pin[],
  learning: readonly number[],
): Share[] {
  const pinned = countBy(pins, onDay);
  const constraints = new Map<string, Constraint>();
  bags.forEach(({ lots }, b) => {
    lots.forEach(({ cups }, l) => constraints.set(`lot ${b} ${l}`, lessEq(cups)));
    constraints.set(`learning ${b}`, lessEq(1));
  });
  wanted.forEach(({ cups }, g) => constraints.set(`group ${g}`, lessEq(cups)));
  for (const [key, count] of Object.entries(pinned)) constraints.set(`pin ${key}`, lessEq(count));

  const variables: (readonly [Omit<Share, 'cups'>, (readonly [string, number])[]])[] = [];
  ways.forEach((way, w) => {
    const bag = bags[way.bag];
    if (!bag) return;
    wanted.forEach(({ day, needs }, g) => {
      if (day < way.from || day > way.to || !suits(bag, needs)) return;
      const worth = A_CUP - WAITING * day + worthOn(way, bag.mean, day);
      const add = (more: number, limit: string | null): void => {
        const uses = [
          ['worth', worth + more],
          [`lot ${way.bag} ${way.lot}`, 1],
          [`group ${g}`, 1],
        ] as const;
        variables.push([{ way: w, group: g }, limit === null ? [...uses] : [...uses, [limit, 1]]]);
      };
      add(0, null);
      const learns = learning[way.bag] ?? 0;
      if (day === 0 && learns > 0) add(learns, `learning ${way.bag}`);
      const key = onDay({ day, bag: way.bag });
      if (pinned[key]) add(A_PIN, `pin ${key}`);
    });
  });
  const solution = solve({ direction: 'maximize', objective: 'worth', constraints, variables });
  const cups = new Map<string, Share>();
  for (const [{ way, group }, count] of solution.variables) {
    const known = cups.get(`${way} ${group}`);
    cups.set(`${way} ${group}`, { way, group, cups: (known?.cups ?? 0) + Math.round(count) });
  }
  return [...cups.values()];
}
