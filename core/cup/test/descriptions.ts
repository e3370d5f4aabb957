import type { Trait } from '../words/traits';

/** A word that would not come: how it was described, what was tapped, and the note that was meant. */
export interface Description {
  said: string;
  tapped: readonly Trait[];
  meant: string;
}

/**
 * Forty descriptions, written before the vocabulary was, and not changed since. They say what a taster at the cup might
 * say; none names its note.
 */
export const DESCRIPTIONS: readonly Description[] = [
  {
    said: 'crisp and green, a bite into something tart before breakfast',
    tapped: ['fruit', 'green', 'sour', 'fresh'],
    meant: 'green apple',
  },
  {
    said: 'hard yellow autumn fruit, has to be cooked, perfumed, between apple and pear',
    tapped: ['fruit', 'yellow', 'cooked', 'sweet'],
    meant: 'quince',
  },
  {
    said: 'orange stone fruit but dried, chewy and a little tart',
    tapped: ['fruit', 'orange', 'dried', 'sweet'],
    meant: 'dried apricot',
  },
  {
    said: 'smooth skinned summer stone fruit, juicy, sweet with an edge',
    tapped: ['fruit', 'orange', 'juicy', 'sweet', 'fresh'],
    meant: 'nectarine',
  },
  { said: 'small dark plum with a sour drying skin', tapped: ['fruit', 'purple', 'sour', 'drying'], meant: 'damson' },
  {
    said: 'sticky dried fruit full of tiny seeds, jammy',
    tapped: ['fruit', 'brown', 'dried', 'sticky', 'sweet'],
    meant: 'dried fig',
  },
  {
    said: 'very sweet, brown, sticky, nearly caramel, a dried fruit from the palm',
    tapped: ['fruit', 'brown', 'dried', 'sticky', 'sweet'],
    meant: 'date',
  },
  {
    said: 'small wrinkled dried grapes, like in a fruit cake',
    tapped: ['fruit', 'dried', 'brown', 'sweet'],
    meant: 'raisin',
  },
  {
    said: 'dark purple berry cordial, tart and a bit leafy',
    tapped: ['fruit', 'purple', 'sour', 'juicy'],
    meant: 'blackcurrant',
  },
  {
    said: 'red soft berry, perfumed, sweet and sour, jam on toast',
    tapped: ['fruit', 'red', 'sweet', 'sour'],
    meant: 'raspberry',
  },
  {
    said: 'tiny red berries on a stalk, so sour they make you squint',
    tapped: ['fruit', 'red', 'sour', 'sharp'],
    meant: 'redcurrant',
  },
  {
    said: 'white tropical fruit that smells of roses and grapes',
    tapped: ['fruit', 'white', 'juicy', 'sweet', 'flower'],
    meant: 'lychee',
  },
  {
    said: 'ripe orange tropical flesh, thick and sweet, a whiff of resin',
    tapped: ['fruit', 'orange', 'sweet', 'juicy', 'heavy'],
    meant: 'mango',
  },
  {
    said: 'yellow tropical, sharp and perfumed pulp with crunchy seeds',
    tapped: ['fruit', 'yellow', 'sour', 'sharp', 'juicy'],
    meant: 'passion fruit',
  },
  {
    said: 'pale green watery sweet flesh from the breakfast buffet',
    tapped: ['fruit', 'green', 'sweet', 'juicy', 'light'],
    meant: 'melon',
  },
  {
    said: 'green citrus, the zest of it in a cold drink',
    tapped: ['fruit', 'green', 'sour', 'sharp', 'fresh'],
    meant: 'lime',
  },
  {
    said: 'big citrus, pink inside, sour and then bitter from the pith',
    tapped: ['fruit', 'sour', 'bitter', 'juicy'],
    meant: 'grapefruit',
  },
  { said: 'the perfumed citrus in scented black tea', tapped: ['fruit', 'flower', 'sour', 'light'], meant: 'bergamot' },
  {
    said: 'bittersweet orange jam with the peel in it',
    tapped: ['fruit', 'orange', 'cooked', 'bitter', 'sweet', 'sticky'],
    meant: 'marmalade',
  },
  {
    said: 'little white flowers at night, heady, a scented tea',
    tapped: ['flower', 'white', 'light', 'sweet'],
    meant: 'jasmine',
  },
  {
    said: 'red petals, old fashioned soap, sweet jelly with powdered sugar',
    tapped: ['flower', 'red', 'sweet'],
    meant: 'rose',
  },
  {
    said: 'white blossom from the hedge made into a summer cordial',
    tapped: ['flower', 'white', 'sweet', 'fresh'],
    meant: 'elderflower',
  },
  {
    said: 'red tea without tea, woody, sweet, a bit of vanilla',
    tapped: ['drink', 'red', 'sweet', 'wood', 'light'],
    meant: 'rooibos',
  },
  {
    said: 'a cup of strong tea, brisk, drying on the tongue',
    tapped: ['drink', 'brown', 'drying', 'bitter'],
    meant: 'black tea',
  },
  {
    said: 'cold at the back of the throat, green leaves, toothpaste',
    tapped: ['herb', 'green', 'cooling', 'fresh'],
    meant: 'mint',
  },
  { said: 'sweet warm liquorice seeds chewed after dinner', tapped: ['spice', 'sweet', 'green'], meant: 'fennel seed' },
  {
    said: 'brown little nails, numbing, mulled wine and the dentist',
    tapped: ['spice', 'brown', 'warming', 'dried'],
    meant: 'clove',
  },
  { said: 'sweet brown bark on a bun', tapped: ['spice', 'brown', 'sweet', 'warming'], meant: 'cinnamon' },
  {
    said: 'green pods in a curry or in a bun, eucalyptus and lemon',
    tapped: ['spice', 'green', 'cooling'],
    meant: 'cardamom',
  },
  {
    said: 'brown wrinkled nut with a bitter papery skin',
    tapped: ['nut', 'brown', 'bitter', 'drying'],
    meant: 'walnut',
  },
  {
    said: 'sweet almond paste from a cake, a touch of cherry stone',
    tapped: ['nut', 'white', 'sweet', 'candied'],
    meant: 'marzipan',
  },
  { said: 'warm milk drink before bed, brewing, sweet grain', tapped: ['grain', 'brown', 'sweet'], meant: 'malt' },
  {
    said: 'slice of bread, browned, a little burnt at the edge',
    tapped: ['grain', 'brown', 'roasted'],
    meant: 'toast',
  },
  {
    said: 'black thick sugar syrup, bitter and a bit of iron',
    tapped: ['sugar', 'black', 'bitter', 'sticky', 'heavy'],
    meant: 'molasses',
  },
  {
    said: 'golden and thick, flowers in it, from the hive',
    tapped: ['sugar', 'yellow', 'sticky', 'sweet'],
    meant: 'honey',
  },
  {
    said: 'dusty, brown, unsweetened powder, bitter and dry',
    tapped: ['chocolate', 'brown', 'bitter', 'powdery', 'drying'],
    meant: 'cocoa powder',
  },
  { said: 'sharpened pencil, dry wood, a humidor', tapped: ['wood', 'brown', 'drying'], meant: 'cedar' },
  {
    said: 'alcohol and dark berries, barrel, drying, boozy',
    tapped: ['drink', 'red', 'fermented', 'drying'],
    meant: 'red wine',
  },
  {
    said: 'sweet fizzy brown soft drink with spices and lime',
    tapped: ['drink', 'brown', 'sweet', 'fizzy'],
    meant: 'cola',
  },
  {
    said: 'brown sour paste from a pod, sticky, sweet and sour sauce',
    tapped: ['fruit', 'brown', 'sour', 'sticky'],
    meant: 'tamarind',
  },
];
