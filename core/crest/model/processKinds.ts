import { PROCESSES, type Process } from './constants';

/** What a label may call its process, and the kind the prior takes it for. The first that fits counts. */
const KINDS_BY_WORDS: readonly (readonly [RegExp, Process])[] = [
  [/decaf|entkoffein|descaf/, 'decaffeinated'],
  [/ferment|anaerob|carbonic|macerat|lactic|nitrogen|thermal|yeast|inoculat|koji|extended/, 'extended-fermentation'],
  [/honey|pulped|semi.?washed|semi.?lavado/, 'honey'],
  [/natural|naturel|trocken|unwashed|\bdry\b/, 'natural'],
  [/washed|\bwet\b|gewaschen|nass|lave|lavado|lavato|hulled/, 'washed'],
];

/** Offered where a process is typed; anything else is accepted as well. */
export const PROCESS_SUGGESTIONS = [
  'washed',
  'honey',
  'natural',
  'wet-hulled',
  'double fermentation',
  'anaerobic natural',
  'anaerobic washed',
  'carbonic maceration',
  'lactic fermentation',
  'nitrogen-flushed',
  'thermal shock',
  'yeast-inoculated',
  'co-fermented',
  'decaffeinated with water',
  'decaffeinated with ethyl acetate',
] as const;

/**
 * The kind of process the prior takes a typed one for ("double fermentation": extended fermentation); null for a word
 * it does not know. Case and accents are ignored.
 */
export function processKindOf(typed: string): Process | null {
  const said = typed.normalize('NFD').replaceAll(/\p{M}/gu, '').trim().toLowerCase();
  return PROCESSES.find((one) => one === said) ?? KINDS_BY_WORDS.find(([words]) => words.test(said))?.[1] ?? null;
}
