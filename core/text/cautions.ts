import { KIND_TRAITS, type BrewKind } from '../brew';

const SCALD =
  'Boiling water and steam scald: keep the kettle away from the edge, and children and animals from the bench.';
const GLASS =
  'Cold glass can crack under hot water, and a chipped one may burst: warm it first, never onto ice or a wet cold top.';
const PRESS = 'Press slowly: forced against resistance it can spray hot coffee.';
const PLASTIC =
  'Hot water and unknown or printed plastic do not go together: brew in what its maker says is meant for it.';
const MOULD = 'Beans or grounds with mould or an off smell: do not taste them, throw them away.';
const MAKER = 'Follow the maker’s manual.';

const FOR_KIND: Readonly<Record<BrewKind, readonly string[]>> = {
  cone: [SCALD, GLASS],
  'flat-bottom': [SCALD, GLASS],
  'thick-paper carafe': [SCALD, GLASS],
  press: [SCALD, PRESS, GLASS],
  siphon: [
    SCALD,
    'The lower bulb is under pressure while it is hot, and its flame or plate burns: never block the tube or leave it alone.',
    GLASS,
  ],
  'small pot': ['The pot boils over without warning and its handle gets hot: stay with it.', SCALD],
  espresso: [
    'The machine works under pressure: never take the portafilter off while it runs, and let it vent first. Steam and the group scald.',
  ],
  'cold steep': [
    'Coffee steeped for hours is food: keep it covered in the refrigerator, strain it clean, and drink it within about three days, sooner if it smells off. Local food-safety advice goes first.',
  ],
  'cupping bowl': [
    SCALD,
    'Let it cool before slurping, about ten minutes. Do not share spoons; spit when tasting many.',
  ],
  iced: [SCALD, 'Hot coffee onto ice in thin or cold glass can crack it: use a vessel made for both.'],
  batch: ['The basket and the plate stay hot after brewing; open it only when it has stopped.'],
  own: [SCALD, GLASS],
};

/** Cautions for a kind of brewing, most important first; each a whole sentence. */
export function cautionsFor(kind: BrewKind): readonly string[] {
  return [...FOR_KIND[kind], ...(KIND_TRAITS[kind].style === 'espresso' ? [] : [PLASTIC]), MOULD, MAKER];
}
