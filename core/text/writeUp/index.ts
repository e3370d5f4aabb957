export { composeBag } from './bag';
export { hasCurve } from './crest';
export { composeCard } from './card';
export { composeComparison } from './comparison';
export { SECTION_HEADINGS, WRITE_UP_KIND_WORDS } from './headings';
export { composeSitting, namesOf } from './sitting';
export type * from './facts';
