import type { SectionId, WriteUpKind } from '../../writeUp';

/** What each section is headed by; the head itself and what is read first by nothing. */
export const SECTION_HEADINGS: Readonly<Record<SectionId, string>> = {
  head: '',
  short: '',
  table: 'How it was laid',
  cups: 'One by one',
  pairs: 'One against another',
  crest: 'When',
  recipe: 'How it was brewed',
  stages: 'The recipe',
  why: 'Why it is so',
  days: 'Day by day',
  levels: 'Attributes',
  notes: 'Tasting notes',
  drinks: 'Other ways it was drunk',
  label: 'The label against the cup',
  worth: 'What it is worth',
  readers: 'Who it is for, and who not',
  caution: 'Take care',
  method: 'How this was judged',
};

export const WRITE_UP_KIND_WORDS: Readonly<Record<WriteUpKind, string>> = {
  bag: 'a bag',
  sitting: 'a table',
  comparison: 'a comparison',
  card: 'a recipe card',
};
