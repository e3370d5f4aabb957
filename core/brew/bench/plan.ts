import { KIND_TRAITS, stageText, type Act, type Recipe, type Stage } from '../recipe';
import { isPour } from './stages';

/** One step of a brew as it is followed at the bench. */
export interface PlanStep {
  act: Act | 'pull' | 'steep' | 'drain';
  /** In few words: "pour to 180 g". */
  text: string;
  how: string;
  /** What is noted of a pour: "from 5 cm, 4 g/s, slow kettle"; empty for nothing. */
  pourNote: string;
  /** What it waits for where that is not the time: "the level is a finger’s width lower"; empty for the time. */
  until: string;
  /** When it begins; only about then where it waits for something else. */
  fromS: number;
  /** When what is done in it should be done; the step itself lasts until the next begins. */
  doneS: number;
  /** When the next step begins. */
  untilS: number;
  /** What the scale shows before and after it, by the plan. */
  fromG: number;
  toG: number;
  pours: boolean;
}

export interface Plan {
  steps: PlanStep[];
  /** When the brew should be over: the middle of its band, the end of the shot or the steep. */
  endS: number;
}

const NOTHING_SAID = { how: '', pourNote: '', until: '' };

/** What a stage waits for, as it is said after "once"; empty for the time. */
export function waitText({
  waitsFor,
  waitsUntil,
  waitsForG,
}: Pick<Stage, 'waitsFor' | 'waitsUntil' | 'waitsForG'>): string {
  if (waitsFor === 'level') return `the level is ${waitsUntil}`;
  return waitsFor === 'weight' ? `the scale shows ${waitsForG ?? 0} g` : '';
}

/** Seconds allowed for a drain whose band the recipe does not state. *Assumption*. */
const DRAIN_S = 60;

/** A brew longer than this is a steep: it is left alone and comes back as due. Seconds. */
export const LONG_S = 3600;

/**
 * A scale left on is not listened to for longer than this after a brew should be over, or its last pour before a steep;
 * seconds.
 */
const STAYS_ON_S = 1200;

/**
 * Until when a brew's scale has anything to say, seconds: a long steep stands in the refrigerator, not on the scale.
 */
export function scaleUntil(plan: Plan): number {
  if (plan.endS < LONG_S) return plan.endS + STAYS_ON_S;
  return Math.max(0, ...plan.steps.filter((step) => step.act !== 'steep').map((step) => step.doneS)) + STAYS_ON_S;
}

/** What is to be done when, and what the scale should show. */
export function planOf(recipe: Recipe): Plan {
  if (recipe.kind === 'espresso') {
    const shotS = recipe.shotS ?? 28;
    return {
      steps: [
        {
          act: 'pull',
          text: `${recipe.waterG} g in the cup`,
          ...NOTHING_SAID,
          fromS: 0,
          doneS: shotS,
          untilS: shotS,
          fromG: 0,
          toG: recipe.waterG,
          pours: true,
        },
      ],
      endS: shotS,
    };
  }
  const stages = recipe.stages;
  const lastDone = stages.reduce((latest, stage) => Math.max(latest, stage.atS + stage.forS), 0);
  const steeps = recipe.steepHours !== null;
  const endS = steeps
    ? (recipe.steepHours ?? 0) * 3600
    : recipe.drain
      ? (recipe.drain.fromS + recipe.drain.toS) / 2
      : lastDone + (KIND_TRAITS[recipe.kind].contact === 'percolation' ? DRAIN_S : 0);
  let reached = 0;
  const steps: PlanStep[] = stages.map((stage, i) => {
    const fromG = reached;
    reached = stage.toG ?? reached;
    return {
      act: stage.act,
      text: stageText(stage),
      how: stage.how,
      pourNote: [stage.pourHeight, stage.flow, stage.kettle].filter((note) => note !== '').join(', '),
      until: waitText(stage),
      fromS: stage.atS,
      doneS: stage.atS + stage.forS,
      untilS: stages[i + 1]?.atS ?? lastDone,
      fromG,
      toG: reached,
      pours: isPour(stage),
    };
  });
  if (endS > lastDone) {
    const act = steeps ? 'steep' : 'drain';
    const text = steeps
      ? 'steep'
      : KIND_TRAITS[recipe.kind].contact === 'percolation'
        ? 'let it drain'
        : 'let it stand';
    steps.push({
      act,
      text,
      ...NOTHING_SAID,
      fromS: lastDone,
      doneS: endS,
      untilS: endS,
      fromG: reached,
      toG: reached,
      pours: false,
    });
  }
  return { steps, endS: Math.max(endS, lastDone) };
}

/** The step that is on at a moment; the first one before the start, the last one when all is over. */
export function stepAt(plan: Plan, nowS: number): number {
  return Math.max(
    0,
    plan.steps.findLastIndex((step) => step.fromS <= nowS),
  );
}

/**
 * The step a taster is at: the one that is on by the clock, or the latest marked where that is further on, as where a
 * stage that waits for a level came early. A step that waits for a level or a weight is not on before the clock says
 * about so; it is never late.
 */
export function stepNow(plan: Plan, marked: readonly number[], nowS: number): number {
  return Math.max(stepAt(plan, nowS), ...marked);
}

/** What the scale should show at a moment, grams: even pours between the targets. */
export function plannedG(plan: Plan, nowS: number): number {
  const step = plan.steps[stepAt(plan, nowS)];
  if (!step || nowS <= step.fromS) return step?.fromG ?? 0;
  if (nowS >= step.doneS || step.doneS === step.fromS) return step.toG;
  return step.fromG + ((step.toG - step.fromG) * (nowS - step.fromS)) / (step.doneS - step.fromS);
}

/** The plan as corners of a line, for drawing: `[s, g]`. */
export function planLine(plan: Plan): [number, number][] {
  const corners = plan.steps.flatMap((step): [number, number][] => [
    [step.fromS, step.fromG],
    [step.doneS, step.toG],
  ]);
  return [...corners, [plan.endS, corners.at(-1)?.[1] ?? 0]];
}

/** The instant at which a brew should be over, ms. */
export function dueAt(plan: Plan, startedAt: number, speed: number): number {
  return startedAt + (plan.endS / speed) * 1000;
}

/**
 * The step one tap would mark as done at a moment: the one that is on, or the next when that is less than `earlyS` away
 * and the present one is marked; one that waits for a level or a weight as soon as the one before is. Null when there
 * is nothing to mark. The last wait of a brew is ended, not marked.
 */
export function stepToMark(plan: Plan, marked: readonly number[], nowS: number, earlyS = 5): number | null {
  const open = (i: number): boolean => {
    const step = plan.steps[i];
    return step !== undefined && !['drain', 'steep', 'pull', 'wait'].includes(step.act) && !marked.includes(i);
  };
  const now = stepNow(plan, marked, nowS);
  if (open(now)) return now;
  const next = plan.steps[now + 1];
  return next && open(now + 1) && (next.until !== '' || next.fromS - nowS <= earlyS) ? now + 1 : null;
}

/**
 * How far the scale is from where a pouring step ends, grams: below 0 there is water to come. Small misses are none.
 */
export function pourError(toG: number, weightG: number, toleranceG = 2): number {
  const by = weightG - toG;
  return Math.abs(by) <= toleranceG ? 0 : by;
}
