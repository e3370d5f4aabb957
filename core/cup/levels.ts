/**
 * Levels say how much of something there is, from 1 to 5, with halves and with "low" and "high" a third to either side.
 * They say nothing of how good that is: a five in sweetness can be too much.
 */
export const LEVELS = [
  '1',
  '1+',
  '1.5',
  '2-',
  '2',
  '2+',
  '2.5',
  '3-',
  '3',
  '3+',
  '3.5',
  '4-',
  '4',
  '4+',
  '4.5',
  '5-',
  '5',
] as const;
export type Level = (typeof LEVELS)[number];

/** What a level is worth, 1–5: a "high" or "low" is a third of a step away from its whole. */
export function levelValue(level: Level): number {
  const whole = Number(level.slice(0, 1));
  if (level.endsWith('+')) return whole + 1 / 3;
  if (level.endsWith('-')) return whole - 1 / 3;
  return Number(level);
}

/** The level nearest to a value; undoes `levelValue`. */
export function nearestLevel(value: number): Level {
  return LEVELS.reduce((best, level) =>
    Math.abs(levelValue(level) - value) < Math.abs(levelValue(best) - value) ? level : best,
  );
}

/** A level in words: "high 3", "3½", "low 4". */
export function levelText(level: Level): string {
  const whole = level.slice(0, 1);
  if (level.endsWith('+')) return `high ${whole}`;
  if (level.endsWith('-')) return `low ${whole}`;
  return level.endsWith('.5') ? `${whole}½` : whole;
}

/** A level as it may be typed: "4", "4.5", "4,5", "4½", "4+", "high 4", "low 4", "l4"; null when it is none. */
export function parseLevel(typed: string): Level | null {
  const spelt = typed.trim().toLowerCase().replace(',', '.').replace('½', '.5').replace('−', '-');
  const match = /^(?:(high|h|low|l)\s*)?([1-5])(\.5|\s*[+-])?$/.exec(spelt);
  if (!match) return null;
  const [, word, whole = '', after = ''] = match;
  if (word && after !== '') return null;
  const third = word ? (word.startsWith('h') ? '+' : '-') : after.trim();
  return LEVELS.find((level) => level === whole + third) ?? null;
}

/** The level one step up or down from what is typed, as far as there is one; 3 where that is no level yet. */
export function stepLevel(typed: string, by: 1 | -1): Level {
  const level = parseLevel(typed);
  return level === null ? '3' : (LEVELS[LEVELS.indexOf(level) + by] ?? level);
}

/** Attributes that are merits by nature: the more the better, and nobody is asked whether it was too much. */
export const MERITS: readonly string[] = ['clarity', 'cleanness', 'balance'];

/** How a taster likes the amount of something. */
export const ADEQUACIES = ['too little', 'just right', 'too much'] as const;
export type Adequacy = (typeof ADEQUACIES)[number];

/** What levels are given for to begin with; a household adds, hides and orders its own. */
export const INTENSITY_ATTRIBUTES = [
  'brightness',
  'weight',
  'sweetness',
  'clarity',
  'length',
  'flowers',
  'fruit',
  'roast',
] as const;

/** What a household may add with one tap. */
export const MORE_INTENSITY_ATTRIBUTES = [
  'aroma',
  'acidity',
  'body',
  'aftertaste',
  'bitterness',
  'saltiness',
  'orchard fruit',
  'red fruit',
  'preserves',
  'tea',
  'honey',
  'malt',
  'cedar',
  'earth',
  'wine',
] as const;

/** One attribute of the household's sheet of levels, in the order in which it is asked. */
export interface IntensityAttribute {
  id: string;
  name: string;
  shown: boolean;
}

export const FIRST_INTENSITY_ATTRIBUTES: readonly IntensityAttribute[] = INTENSITY_ATTRIBUTES.map((name) => ({
  id: name.replace(' ', '-'),
  name,
  shown: true,
}));

/** How much of one attribute a cup had, and how that was liked; either may be left open. */
export interface GivenIntensity {
  attribute: string;
  intensity: Level | null;
  adequacy: Adequacy | null;
}
