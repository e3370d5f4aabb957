import { describe, expect, it } from 'vitest';
import { STARTER_RECIPES } from '../../core/brew';
import { instrumentSettings, NO_INSTRUMENTS, readings } from '../bench/instrument';
import { livePatch, liveStart } from '../bench/live';
import { makingInput } from '../bag/making';
import { grinderInput, recipeInput } from '../bench/recipe';

const problems = (
  schema: { safeParse: (value: unknown) => { error?: { issues: { path: PropertyKey[]; message: string }[] } } },
  value: unknown,
): string[] => schema.safeParse(value).error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) ?? [];

describe('what crosses the wire at the bench', () => {
  it('takes every starter recipe as it is', () => {
    for (const recipe of STARTER_RECIPES) expect(recipeInput.parse(recipe)).toEqual(recipe);
  });

  it('names the field and the limits of what it refuses', () => {
    const [cone] = STARTER_RECIPES;
    expect(problems(recipeInput, { ...cone, waterC: 130 })).toEqual([
      'waterC: Water temperature must be between 0 and 100 °C',
    ]);
    expect(problems(recipeInput, { ...cone, name: ' ' })).toEqual(['name: Name is needed']);
    expect(
      problems(recipeInput, {
        ...cone,
        stages: Array.from({ length: 31 }, (_, i) => ({ act: 'swirl', atS: i })),
      })[0],
    ).toContain('30 stages at most');
    expect(problems(makingInput, { ph: -1, bed: 'sloped', tastes: ['sharp', 'blue'] })).toEqual([
      'ph: pH must be between 0 and 14',
      expect.stringMatching(/^bed: Bed must be one of: flat, hollow/),
      expect.stringMatching(/^tastes\.1: Taste must be one of: sharp/),
    ]);
    expect(problems(livePatch, { marks: [{ step: 1.5, atS: 0 }], vigour: 'loud' })).toEqual([
      expect.stringContaining('marks.0.step'),
      expect.stringMatching(/^vigour: Bloom must be one of/),
    ]);
    expect(problems(liveStart, { inS: -5 })).toEqual(['inS: The delay must be between 0 and 3600 s']);
    expect(problems(grinderInput, { name: 'Mill', burrChanges: [{ on: 'yesterday' }] })[0]).toContain(
      'The day of the burr change must be a date',
    );
    expect(problems(instrumentSettings, { ...NO_INSTRUMENTS, speed: 3 })).toEqual([
      'speed: Speed must be one of: 1, 5, 20',
    ]);
    expect(problems(instrumentSettings, { ...NO_INSTRUMENTS, connected: { scale: 'sulks' } })[0]).toContain(
      'Behaviour must be one of',
    );
  });

  it('leaves out what was not said, and carries a marked reading with its flaw', () => {
    expect(makingInput.parse({})).toMatchObject({ vigour: null, bed: null, tastes: [], tdsPercent: null });
    expect(livePatch.parse({ endedS: null })).toEqual({ endedS: null });
    expect(
      readings.parse({ kind: 'scale', brew: null, readings: [{ atS: 1, value: null, flaw: 'absurd' }] }).readings[0]
        ?.flaw,
    ).toBe('absurd');
  });
});
