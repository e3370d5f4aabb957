export { composeBag } from './bag';
export { drinkTexts } from './drinks';
export { hasCurve } from './crest';
export { composeCard } from './card';
export { composeComparison } from './comparison';
export { composeSitting, namesOf } from './sitting';
export type * from './facts';
