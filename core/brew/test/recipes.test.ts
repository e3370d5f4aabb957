import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BREW_KINDS,
  brewSeconds,
  checksFor,
  doseSharingOut,
  dueAt,
  minutesText,
  msToNextSecond,
  plannedG,
  planLine,
  planOf,
  pouredG,
  pourError,
  scaleRecipe,
  scaleChanges,
  scaleTo,
  scaleUntil,
  secondsTo,
  stageProblems,
  STARTER_RECIPES,
  stepAt,
  stepNow,
  stepToMark,
  waitText,
  type Recipe,
  type Stage,
} from '..';
import { CONE, starter } from './samples';

const targets = (recipe: Recipe): (number | null)[] => recipe.stages.map(({ toG }) => toG);

describe('starter recipes', () => {
  it('are at least eight, each of another name, and can all be followed', () => {
    expect(new Set(STARTER_RECIPES.map(({ name }) => name)).size).toBeGreaterThanOrEqual(8);
    for (const recipe of STARTER_RECIPES) expect(stageProblems(recipe), recipe.name).toEqual([]);
  });

  it('cover every kind of brewing but the taster’s own', () => {
    expect(new Set(STARTER_RECIPES.map(({ kind }) => kind))).toEqual(
      new Set(BREW_KINDS.filter((kind) => kind !== 'own')),
    );
  });
});

describe('scaling', () => {
  it('takes a 17 g recipe to 10 g and to 34 g with its ratio, targets to 1 g', () => {
    const small = scaleRecipe(CONE, 10);
    expect([small.doseG, small.waterG, ...targets(small)]).toEqual([10, 160, 29, 71, 115, 160, null]);
    const large = scaleRecipe(CONE, 34);
    expect([large.doseG, large.waterG, ...targets(large)]).toEqual([34, 544, 100, 240, 390, 544, null]);
    expect(scaleChanges(CONE, small).map(({ what, toG }) => `${what} ${toG}`)).toEqual([
      'Dose 10',
      'Water 160',
      'Stage 1 29',
      'Stage 2 71',
      'Stage 3 115',
      'Stage 4 160',
    ]);
  });

  it('keeps ratio, order and last target for every starter and dose, and stays within 1 g of the exact targets', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...STARTER_RECIPES),
        fc.double({ min: 2, max: 120, noNaN: true }),
        (recipe, doseG) => {
          const scaled = scaleRecipe(recipe, doseG);
          expect(Math.abs(scaled.waterG - (recipe.waterG / recipe.doseG) * doseG)).toBeLessThanOrEqual(0.5);
          expect(stageProblems(scaled)).toEqual([]);
          const exact = (doseG / recipe.doseG) * (pouredG(scaled) / ((doseG / recipe.doseG) * pouredG(recipe)));
          scaled.stages.forEach((stage, i) => {
            const before = recipe.stages[i]?.toG ?? null;
            if (before === null) expect(stage.toG).toBeNull();
            else expect(Math.abs((stage.toG ?? 0) - before * exact)).toBeLessThanOrEqual(1);
            expect(Number.isInteger(stage.toG ?? 0)).toBe(true);
          });
        },
      ),
    );
  });

  it('splits water and ice alike, changes the ratio at one dose, and refuses no dose', () => {
    const iced = scaleRecipe(starter('iced'), 10);
    expect([iced.waterG, iced.iceG, ...targets(iced)]).toEqual([150, 60, 25, 58, 90]);
    const weaker = scaleTo(CONE, 17, 289);
    expect([weaker.doseG, weaker.waterG, targets(weaker)[3]]).toEqual([17, 289, 289]);
    expect(() => scaleRecipe(CONE, 0)).toThrow('above 0');
  });

  it('shares out what is left of a bag', () => {
    expect(doseSharingOut(37, 17)).toEqual({ cups: 2, doseG: 18.5 });
    expect(doseSharingOut(24, 17)).toEqual({ cups: 1, doseG: 24 });
    expect(doseSharingOut(7, 17)).toEqual({ cups: 1, doseG: 7 });
    expect(doseSharingOut(0, 17)).toBeNull();
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 1000, noNaN: true }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        (leftG, plannedG) => {
          const { cups, doseG: dose } = doseSharingOut(leftG, plannedG) ?? { cups: 0, doseG: 0 };
          expect(cups).toBeGreaterThan(0);
          expect(leftG - cups * dose).toBeGreaterThanOrEqual(-1e-6);
          expect(leftG - cups * dose).toBeLessThan(0.1 * cups + 1e-6);
        },
      ),
    );
  });
});

describe('stages', () => {
  const withStages = (change: (stages: Recipe['stages']) => void): ReturnType<typeof stageProblems> => {
    const stages = CONE.stages.map((stage) => ({ ...stage }));
    change(stages);
    return stageProblems({ ...CONE, stages });
  };
  const set = (index: number, to: Partial<Recipe['stages'][number]>) => (stages: Recipe['stages']) =>
    void Object.assign(stages[index] ?? {}, to);

  it('out of order are refused with the stage named', () => {
    expect(withStages(set(2, { atS: 30 }))).toEqual([
      {
        index: 2,
        field: 'atS',
        message: 'Stage 3 (pour to 195 g) begins at 0:30, before stage 2 (pour to 120 g, at 0:40)',
      },
    ]);
    expect(withStages(set(2, { atS: 50 }))[0]?.message).toBe(
      'Stage 3 (pour to 195 g) begins at 0:50, while stage 2 (pour to 120 g) lasts until 0:54',
    );
  });

  it('must rise, pour what they say, and end at the water', () => {
    expect(withStages(set(2, { toG: 100 }))[0]?.message).toBe(
      'Stage 3 (pour to 100 g) is not above the 120 g reached before',
    );
    expect(withStages(set(1, { toG: null }))[0]).toMatchObject({ index: 1, field: 'toG' });
    expect(withStages(set(4, { toG: 240 }))[0]?.message).toContain('pours nothing');
    expect(withStages(set(3, { toG: 230 }))[0]?.message).toBe(
      'Stage 4 (pour to 230 g) ends at 230 g, but 272 g are to be poured',
    );
    expect(stageProblems({ ...starter('iced'), iceG: 100 })[0]?.message).toContain('300 g less 100 g of ice');
  });
});

describe('the plan', () => {
  it('follows the stages, then the drain', () => {
    const plan = planOf(CONE);
    expect(plan.steps.map(({ text }) => text)).toEqual([
      'bloom to 50 g',
      'pour to 120 g',
      'pour to 195 g',
      'pour to 272 g',
      'swirl',
      'let it drain',
    ]);
    expect(plan.endS).toBe(180);
    expect([-5, 0, 39.9, 40, 131, 500].map((s) => stepAt(plan, s))).toEqual([0, 0, 0, 1, 4, 5]);
    expect([0, 6, 30, 47, 300].map((s) => plannedG(plan, s))).toEqual([0, 25, 50, 85, 272]);
    expect(planLine(plan).at(-1)).toEqual([180, 272]);
  });

  it('knows shots, steeps and bowls', () => {
    expect(planOf(starter('espresso')).steps).toMatchObject([{ act: 'pull', toG: 40, doneS: 29 }]);
    const steep = planOf(starter('cold steep'));
    expect(steep.steps.at(-1)).toMatchObject({ act: 'steep', untilS: 14 * 3600 });
    expect(dueAt(steep, 0, 1)).toBe(14 * 3_600_000);
    expect(scaleUntil(steep)).toBeLessThan(1800);
    expect(scaleUntil(planOf(CONE))).toBeGreaterThan(180 + 600);
    expect(planOf(starter('cupping bowl')).steps.map(({ act }) => act)).toEqual([
      'pour',
      'break',
      'skim',
      'taste',
      'drain',
    ]);
  });

  it('never asks for less than before', () => {
    for (const recipe of STARTER_RECIPES) {
      const plan = planOf(recipe);
      for (let s = 1; s <= Math.min(plan.endS, 900); s++)
        expect(plannedG(plan, s)).toBeGreaterThanOrEqual(plannedG(plan, s - 1));
    }
  });
});

describe('the clock of a brew', () => {
  it('is worked out from the start', () => {
    expect(brewSeconds(1000, 6000, 1)).toBe(5);
    expect(brewSeconds(1000, 6000, 20)).toBe(100);
    expect(brewSeconds(6000, 1000, 1)).toBe(-5);
    expect([0, 5, 65, 3599.6, 43_205, -5].map(minutesText)).toEqual([
      '0:00',
      '0:05',
      '1:05',
      '1:00:00',
      '12:00:05',
      '−0:05',
    ]);
  });

  it('shows every second of a twelve-hour countdown once, however late a timer fires within the second', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 950, noNaN: true }), { minLength: 7, maxLength: 40 }), (lateMs) => {
        const endS = 12 * 3600;
        const startedAt = 1_000;
        let now = startedAt + 123.4;
        let shown = secondsTo(endS, brewSeconds(startedAt, now, 1));
        for (let tick = 0; shown > 0; tick++) {
          const wait = msToNextSecond(brewSeconds(startedAt, now, 1), 1, 90);
          expect(wait).toBeGreaterThan(0);
          // A real timer fires late, never early; the next wait is aimed at the second itself, so lateness does not add
          // up.
          now += wait + (lateMs[tick % lateMs.length] ?? 0);
          const next = secondsTo(endS, brewSeconds(startedAt, now, 1));
          if (next !== shown - 1) throw new Error(`From ${shown} to ${next}`);
          shown = next;
        }
      }),
      { numRuns: 10 },
    );
  });
});

describe('one tap a stage', () => {
  const plan = planOf(CONE);

  it('marks the stage that is on, or the next shortly before it; never twice, never the last wait', () => {
    expect(stepToMark(plan, [], 3)).toBe(0);
    expect(stepToMark(plan, [0], 20)).toBeNull();
    expect(stepToMark(plan, [0], 36)).toBe(1);
    expect(stepToMark(plan, [], 60)).toBe(1);
    expect(stepToMark(plan, [4], 150)).toBeNull();
    expect(stepToMark(planOf(starter('espresso')), [], 5)).toBeNull();
  });

  it('says what a pour misses, small misses apart', () => {
    expect([100, 109, 111.9, 116].map((g) => pourError(110, g))).toEqual([-10, 0, 0, 6]);
  });
});

describe('a stage that waits for more than the clock', () => {
  const waiting = (differently: Partial<Stage>): Recipe => ({
    ...CONE,
    stages: CONE.stages.map((stage, i) => (i === 2 ? { ...stage, ...differently } : stage)),
  });
  const forLevel = waiting({ waitsFor: 'level', waitsUntil: 'a finger lower' });

  it('says what it waits for', () => {
    expect(planOf(forLevel).steps.map(({ until }) => until)).toEqual([
      '',
      '',
      'the level is a finger lower',
      '',
      '',
      '',
    ]);
    expect(waitText({ waitsFor: 'weight', waitsUntil: '', waitsForG: 90 })).toBe('the scale shows 90 g');
    const noted = planOf(waiting({ pourHeight: 'from 5 cm', flow: '', kettle: 'slow kettle' }));
    expect(noted.steps[2]?.pourNote).toBe('from 5 cm, slow kettle');
  });

  it('can be marked as soon as the one before is, and is then where one is', () => {
    const plan = planOf(forLevel);
    expect(stepToMark(plan, [0, 1], 55)).toBe(2);
    expect(stepToMark(planOf(CONE), [0, 1], 55)).toBeNull();
    expect(stepToMark(plan, [0], 41)).toBe(1);
    expect([stepNow(plan, [0, 1], 60), stepNow(plan, [0, 1, 2], 60), stepNow(plan, [], 80)]).toEqual([1, 2, 2]);
  });

  it('is asked for which level or weight', () => {
    expect(stageProblems(waiting({ waitsFor: 'level' }))).toMatchObject([{ index: 2, field: 'waitsUntil' }]);
    expect(stageProblems(waiting({ waitsFor: 'weight' }))).toMatchObject([{ index: 2, field: 'waitsForG' }]);
    expect(stageProblems(forLevel)).toEqual([]);
  });

  it('has the weight it waits for scaled with the dose', () => {
    const scaled = scaleRecipe(waiting({ waitsFor: 'weight', waitsForG: 90 }), 34);
    expect(scaled.stages[2]).toMatchObject({ toG: 390, waitsForG: 180 });
  });
});

describe('pre-flight', () => {
  it('ask of each kind what applies to it', () => {
    expect(checksFor('cone')).toContain('rinse-thrown-away');
    expect(checksFor('press')).not.toContain('paper-rinsed');
    expect(checksFor('iced')).not.toContain('vessel-warm');
  });
});
