import { describe, expect, it } from 'vitest';
import type { LiveBrew } from '../../../contract/bench/live';
import { NO_INSTRUMENTS } from '../../../contract/bench/instrument';
import { STARTER_RECIPES, type Recipe } from '../../../core/brew';
import { FIRST_SHEET } from '../../../core/cup';
import { brewFromBench, brewResolver, newBrew, type BrewForm } from '../brewForm';

const id = (n: number): string => `0f0e7c2e-1111-4111-8111-00000000000${n}`;
const resolve = async (form: BrewForm) =>
  brewResolver(form, undefined, { fields: {}, shouldUseNativeValidation: false });
const reference = {
  style: 'filter',
  brewer: 'cone',
  doseG: 20,
  waterG: 330,
  waterC: 96,
  grindStep: 0,
  filter: null,
  waterRecipe: null,
} as const;
const scoring = { scoringScale: 'mark10', sheetOfParts: FIRST_SHEET } as const;
const recipe = (kind: Recipe['kind']): Recipe =>
  STARTER_RECIPES.find((one) => one.kind === kind) ?? (Promise.reject(new Error(kind)) as never);

const live = (differently: Partial<LiveBrew> = {}): LiveBrew => ({
  id: id(5),
  bagId: id(1),
  bagName: 'Test Hill',
  recipe: recipe('iced'),
  recipeVersionId: id(6),
  ticked: [],
  marks: [],
  startedAt: Date.parse('2026-02-20T08:00:00Z'),
  endedS: 151.6,
  vigour: 'lively',
  bed: null,
  fault: 'spill',
  faultNote: 'over the rim',
  instruments: NO_INSTRUMENTS,
  seed: 1,
  revision: 1,
  createdAt: '',
  ...differently,
});

describe('the sheet of a brew', () => {
  it('from the bench holds its recipe, time, signs and fault, and goes back as such', async () => {
    const { values } = await resolve(brewFromBench(live(), scoring, '', -1.5));
    expect(values).toMatchObject({
      brewer: 'cone',
      style: 'cold',
      doseG: 20,
      waterG: 300,
      grindStep: -1.5,
      drainS: 152,
      fault: 'spill',
      faultNote: 'over the rim',
      liveId: id(5),
    });
    expect(values).toMatchObject({
      making: { recipeVersionId: id(6), iceG: 120, vigour: 'lively', bed: null, tastes: [], tdsPercent: null },
    });
    expect((await resolve(brewFromBench(live({ endedS: 50_400 }), scoring, '', 0))).values).toMatchObject({
      drainS: 50_400,
    });
  });

  it('of a brew nothing of whose making was written says so with nothing, and takes water as a ratio', async () => {
    expect((await resolve({ ...newBrew(reference, scoring, ''), waterG: '1:15' })).values).toMatchObject({
      making: null,
      liveId: null,
      waterG: 300,
    });
  });

  it('lays a wrong measurement at its field', async () => {
    const form = newBrew(reference, scoring, '');
    expect((await resolve({ ...form, making: { ...form.making, ph: '15', tdsPercent: 'much' } })).errors).toMatchObject(
      {
        making: {
          ph: { message: 'pH must be between 0 and 14' },
          tdsPercent: { message: expect.stringContaining('Dissolved solids') },
        },
      },
    );
  });
});
