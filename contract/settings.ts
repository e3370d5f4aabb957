import { z } from 'zod';
import { FIRST_INTENSITY_ATTRIBUTES, FIRST_SHEET, SCORING_SCALES } from '../core/cup';
import { REST_RATES } from '../core/rest';
import { TEMPERATURE_UNITS, WEIGHT_UNITS } from '../core/text';
import { name, oneOf, quantity, text } from './fields';
import { instrumentChange, instrumentSettings, NO_INSTRUMENTS } from './bench/instrument';
import { habit, reminders, roaster } from './shelf/plan';
import { sheetOfParts } from './bag/sheetOfParts';

const intensityAttribute = z.strictObject({
  id: z.string().min(1).max(80),
  name: name('The attribute', 30),
  shown: z.boolean({ error: 'Shown must be yes or no' }),
});

/** What a week can begin with. */
export const WEEKDAYS = ['monday', 'sunday', 'saturday'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

const owned = (what: string) =>
  z
    .array(name(what, 60))
    .max(60, 'A household can list 60 of them at most')
    .refine((all) => new Set(all.map((one) => one.toLowerCase())).size === all.length, {
      error: 'Two of them have the same name',
    });

/** A water to brew with, and how hard it is. */
const brewingWater = z.strictObject({
  name: name('The water', 60),
  hardnessPpm: quantity('Hardness', 0, 2000, 'ppm').nullable(),
});

/** What a key can be chosen for. */
export const KEY_ACTIONS = ['search', 'shelf', 'addBag', 'logBrew', 'waterOn', 'sameAgain', 'keys'] as const;
export type KeyAction = (typeof KEY_ACTIONS)[number];
/** The key of each where it is not the usual one; empty for none. */
const keyChoices = z.partialRecord(
  z.enum(KEY_ACTIONS),
  z.string().regex(/^(?:[a-z0-9/?.,;'-])?$/, 'A key is one small letter, digit or sign, or none'),
);
export type KeyChoices = z.infer<typeof keyChoices>;

function isLocale(value: string): boolean {
  try {
    return Intl.getCanonicalLocales(value).length === 1;
  } catch {
    return false;
  }
}

function haveOneName(attributes: readonly { name: string }[]): boolean {
  return new Set(attributes.map((one) => one.name.toLowerCase())).size === attributes.length;
}

/** What the household owns and how it likes to be advised. */
export const settings = z.strictObject({
  /** Brewers at hand, by kind; null: any kind may be proposed. */
  brewers: z.array(name('Brewer', 40)).max(60, 'A household can list 60 brewers at most').nullable(),
  /** Proposals change at most one setting from the last brew. */
  oneChange: z.boolean({ error: 'One change at a time must be yes or no' }),
  /** Instruments at the bench. */
  instruments: instrumentSettings,
  /** The scale a new bag begins with. */
  scoringScale: oneOf('Scoring', SCORING_SCALES),
  /** What levels are given for, in the order in which they are asked. */
  intensityAttributes: z
    .array(intensityAttribute)
    .max(80, 'A sheet can hold 80 attributes at most')
    .refine(haveOneName, { error: 'Two attributes have the same name' }),
  /** The sheet of parts, in the order in which they are asked. */
  sheetOfParts,
  /** Whether the sheet walks the taster through; null while nobody has said. */
  coaching: z.boolean({ error: 'Coaching must be yes or no' }).nullable(),
  /** Whether advice reads the table of signs: sour as too little drawn out, bitter as too much. */
  readsSigns: z.boolean({ error: 'Reading the signs must be yes or no' }),
  /** Whether finished bags teach how the next ones run. */
  learnsShapes: z.boolean({ error: 'Learning the shapes must be yes or no' }),
  /** What temperatures are written in. */
  temperatureUnit: oneOf('The unit of temperatures', TEMPERATURE_UNITS),
  /** A folder of this machine that backups are copied to as well; null for none. */
  backupFolder: text('The folder', 500).trim().nullable(),
  /** What weights are written in. */
  weightUnit: oneOf('The unit of weights', WEIGHT_UNITS),
  /** How dates and numbers are written, as a language tag; null: as the browser has it. */
  locale: text('The way of writing dates', 40)
    .refine(isLocale, 'This is no language this browser could know')
    .nullable(),
  weekStartsOn: oneOf('The first day of the week', WEEKDAYS),
  /** What the household owns besides brewers and grinders. */
  kettles: owned('The kettle'),
  filters: owned('The filter'),
  waters: z
    .array(brewingWater)
    .max(30, 'A household can list 30 waters at most')
    .refine(haveOneName, { error: 'Two waters have the same name' }),
  /** How much caffeine a day is meant to be the most for each taster; null: no tally is kept. */
  caffeineGuideMg: quantity('The guide for a day', 10, 2000, 'mg').nullable(),
  /** Whether cautions stand where they apply. */
  showsCautions: z.boolean({ error: 'Showing cautions must be yes or no' }),
  keys: keyChoices,
  /** Who drinks what when: what the plan of the shelf is made for. */
  habits: z.array(habit).max(30, 'A household can list 30 habits at most'),
  /** Points a cup of the bag of the day before is worth less. */
  variety: quantity('The wish for variety', 0, 20, 'points'),
  /** Whether portions may be frozen, and how many rest days pass in the freezer in one day. */
  hasFreezer: z.boolean({ error: 'A freezer must be yes or no' }),
  freezerRate: quantity('The rate of the freezer', 0, 1),
  /** What 100 g of coffee usually costs; null: not known. */
  goingRate: quantity('The going rate', 0, 100_000).nullable(),
  /** What prices are in, as the household writes it; empty: it has not said. */
  currency: text('Currency', 8).trim(),
  roasters: z.array(roaster).max(100, 'A household can list 100 roasters at most').refine(haveOneName, {
    error: 'Two roasters have the same name',
  }),
  reminders,
});
export type Settings = z.infer<typeof settings>;

/** How a household begins. */
export const FIRST_SETTINGS: Settings = {
  brewers: null,
  oneChange: true,
  instruments: NO_INSTRUMENTS,
  scoringScale: 'mark10',
  intensityAttributes: [...FIRST_INTENSITY_ATTRIBUTES],
  sheetOfParts: [...FIRST_SHEET],
  coaching: null,
  readsSigns: true,
  learnsShapes: true,
  temperatureUnit: '°C',
  backupFolder: null,
  weightUnit: 'g',
  locale: null,
  weekStartsOn: 'monday',
  kettles: [],
  filters: [],
  waters: [],
  caffeineGuideMg: 400,
  showsCautions: true,
  keys: {},
  habits: [{ tasterId: null, cups: [1, 1, 1, 1, 1, 1, 1], style: null, isDecaf: false }],
  variety: 0.5,
  hasFreezer: false,
  freezerRate: REST_RATES.freezer,
  goingRate: null,
  currency: '',
  roasters: [],
  reminders: { steeps: true, lastGoodDays: true, orders: true, thaws: true },
};

/**
 * Only what is to be different, so that two changes at once, or from two devices, do not undo each other; and what it
 * was changed from, so that of two changes to one list both are kept.
 */
export const settingsChange = settings
  .extend({ instruments: instrumentChange, was: settings.omit({ instruments: true }).partial() })
  .partial();
export type SettingsChange = z.infer<typeof settingsChange>;
