/** Names fields once had, in forms as they were typed and in what was kept of cups, and the ones they have now. */
export const EARLIER_NAMES: Readonly<Record<string, string>> = {
  school: 'scoringScale',
  levels: 'intensities',
  level: 'intensity',
  liking: 'adequacy',
  notes: 'remarks',
  words: 'descriptors',
  referenceCardId: 'referenceRecipeId',
  laidOver: 'basis',
};

/** Words of a list, by the field they stand in: each as it once was, and as it is now. */
type Words = Readonly<Record<string, Readonly<Record<string, string>>>>;
export const EARLIER_WORDS: Words = {
  progress: { 'going backwards': 'a step down' },
  tastes: {
    sour: 'sharp',
    salty: 'briny',
    thin: 'weak',
    heavy: 'strong',
    dry: 'astringent',
    chalky: 'powdery',
    medicinal: 'phenolic',
  },
};

/** Nothing that is written by the application lies deeper; what does is left as it is. */
const DEEPEST = 60;

/** A value with the words in some of its fields renamed, however deep; in a form kept as text within it as well. */
export function renamedWords(value: unknown, words: Words, field = '', depth = 0): unknown {
  if (depth > DEEPEST) return value;
  const inside = (one: unknown, key: string): unknown => renamedWords(one, words, key, depth + 1);
  if (Array.isArray(value)) return value.map((one) => inside(one, field));
  if (typeof value === 'string') {
    const isForm = field === 'basis' || field === 'typed';
    return isForm ? renamedInText(value, words, '', depth + 1) : wordNow(words[field] ?? {}, value);
  }
  if (!isRecord(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, inside(one, key)]));
}

/** The same of JSON kept as text; what is none is left as it is. */
export function renamedInText(json: string, words: Words, field = '', depth = 0): string {
  try {
    return JSON.stringify(renamedWords(JSON.parse(json), words, field, depth));
  } catch {
    return json;
  }
}

const wordNow = (words: Readonly<Record<string, string>>, word: string): string =>
  Object.hasOwn(words, word) ? (words[word] ?? word) : word;

/** What a sheet with ten fixed parts asked for, each out of 10 in steps of a quarter; of the last two 10 meant none. */
const TEN_PARTS = {
  aroma: 'aroma',
  acidity: 'acidity',
  body: 'body',
  sweetness: 'sweetness',
  cleanness: 'cleanness',
  finish: 'finish',
  character: 'character',
  balance: 'balance',
  bitterness: 'bitterness (10 is none)',
  defects: 'defects (10 is none)',
} as const;
export type TenParts = Readonly<Partial<Record<keyof typeof TEN_PARTS, unknown>>>;

/** The ten fixed parts as a sheet a household could have composed, with the marks given by `marks`. */
export function tenParts(marks: TenParts) {
  return Object.entries(TEN_PARTS).map(([id, name]) => ({
    id,
    name,
    most: 10,
    step: 0.25,
    takenOff: false,
    mark: marks[id as keyof typeof TEN_PARTS] ?? null,
  }));
}

/** A value with the keys of all its objects renamed, however deep; a form kept as text within a form as well. */
export function renamedKeys(value: unknown, names: Readonly<Record<string, string>>): unknown {
  if (Array.isArray(value)) return value.map((one) => renamedKeys(one, names));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => {
      const name = Object.hasOwn(names, key) ? (names[key] ?? key) : key;
      const isForm = (key === 'laidOver' || key === 'basis') && typeof one === 'string' && one !== '';
      return [name, isForm ? JSON.stringify(renamedKeys(JSON.parse(one), names)) : renamedKeys(one, names)];
    }),
  );
}

/** A form as it is written now, of one that may have been typed into an earlier version. Loses nothing. */
export function presentForm(typed: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const form = renamedWords(renamedKeys(typed, EARLIER_NAMES), EARLIER_WORDS) as Record<string, unknown>;
  const { cup } = form;
  if (form.scoringScale === 'sum100') form.scoringScale = 'parts';
  if (!isRecord(cup)) return form;
  const isSum = cup.scoringScale === 'sum100';
  if (!isSum && !('balance' in cup)) return form;
  const { finish: _f, character: _c, balance: _b, bitterness: _i, defects: _d, ...rest } = cup;
  const parts = isSum ? tenParts(cup as TenParts).map((part) => ({ ...part, mark: part.mark ?? '' })) : [];
  return { ...form, cup: { ...rest, scoringScale: isSum ? 'parts' : cup.scoringScale, parts } };
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
