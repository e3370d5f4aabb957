import { once } from 'es-toolkit';
import MiniSearch from 'minisearch';
import { DESCRIPTORS } from './descriptors';
import type { Descriptor } from './descriptor';
import { TRAITS, type Trait } from './traits';
import { traitsSaid } from './traitWords';
import { spelling } from './vocabulary';

/** What a taster can say of a word that will not come. */
export interface Likeness {
  /** Traits tapped. */
  tapped: readonly Trait[];
  /** Anything in words. */
  said: string;
}

export interface Found {
  descriptor: Descriptor;
  /** Share of belief among all notes, 0–1. */
  share: number;
  /** The traits that speak for it. */
  because: readonly Trait[];
}

/** Chance that a taster taps a trait the note has, and one that it has not. *Assumption*. */
const TAPPED_IF_SO = 0.7;
const TAPPED_IF_NOT = 0.06;
/** The same for a trait read out of what was said: people say less than they would tap. *Assumption*. */
const SAID_IF_SO = 0.35;
const SAID_IF_NOT = 0.04;
/** Weight of words shared with what a note is like, in log odds for the best match. *Assumption*. */
const WORDS_WEIGHT = 4;

/** Words that tell no note from another. */
const LITTLE_WORDS = new Set(
  'the and but with like from for its into that than almost nearly bit little some has very you them water one teaspoon cooled minutes slice ripe taste tastes smell smells smelled'.split(
    ' ',
  ),
);

interface Described {
  id: string;
  like: string;
  names: string;
  reference: string;
  near: string;
}

/** The stem of a word, roughly; null for one that tells nothing. */
function stem(term: string): string | null {
  const spelt = spelling(term);
  if (spelt.length < 3 || LITTLE_WORDS.has(spelt)) return null;
  return spelt.replace(/(?:ies|y)$/, 'i').replace(/(?:ing|ed|es|s|e)$/, '');
}

/** What every note is like, ready to be searched; made when it is first asked for. */
const lexicon = once((): MiniSearch<Described> => {
  const names = new Map(DESCRIPTORS.map((descriptor) => [descriptor.id, descriptor.name]));
  const search = new MiniSearch<Described>({
    fields: ['like', 'names', 'reference', 'near'],
    processTerm: stem,
    searchOptions: { boost: { like: 2, names: 2 } },
  });
  search.addAll(
    DESCRIPTORS.map(({ id, name, like, also, reference, near, family }) => ({
      id,
      like,
      names: [name, ...also, family].join(' '),
      reference,
      near: near.map((one) => names.get(one)).join(' '),
    })),
  );
  return search;
});

/** Log likelihood of which traits were chosen out of all, for one note. */
function evidence(has: ReadonlySet<Trait>, chosen: ReadonlySet<Trait>, ifSo: number, ifNot: number): number {
  let sum = 0;
  for (const trait of TRAITS) {
    const p = has.has(trait) ? ifSo : ifNot;
    sum += Math.log(chosen.has(trait) ? p : 1 - p);
  }
  return sum;
}

const traitsOf = new Map(DESCRIPTORS.map((descriptor) => [descriptor.id, new Set(descriptor.traits)]));

/**
 * The notes that fit best what was tapped and said, likeliest first: each trait is evidence for or against a note,
 * independent of the others (naive Bayes, all notes alike beforehand), and shared words add to it. Empty when nothing
 * was said.
 */
export function findDescriptors({ tapped, said }: Likeness, most = 8): Found[] {
  const taps = new Set(tapped);
  const heard = new Set(traitsSaid(said).filter((trait) => !taps.has(trait)));
  const matches = said.trim() === '' ? [] : lexicon().search(said);
  if (taps.size === 0 && heard.size === 0 && matches.length === 0) return [];
  const best = Math.max(1e-9, ...matches.map(({ score }) => score));
  const shared = new Map(matches.map(({ id, score }) => [id as string, score / best]));
  const scored = DESCRIPTORS.map((descriptor) => {
    const has = traitsOf.get(descriptor.id) ?? new Set<Trait>();
    const byTap = taps.size > 0 ? evidence(has, taps, TAPPED_IF_SO, TAPPED_IF_NOT) : 0;
    const bySaying = heard.size > 0 ? evidence(has, heard, SAID_IF_SO, SAID_IF_NOT) : 0;
    return { descriptor, log: byTap + bySaying + WORDS_WEIGHT * (shared.get(descriptor.id) ?? 0) };
  }).sort((a, b) => b.log - a.log);
  const top = scored[0]?.log ?? 0;
  const total = scored.reduce((sum, { log }) => sum + Math.exp(log - top), 0);
  return scored.slice(0, most).map(({ descriptor, log }) => ({
    descriptor,
    share: Math.exp(log - top) / total,
    because: descriptor.traits.filter((trait) => taps.has(trait) || heard.has(trait)),
  }));
}
