/** What a column of somebody's notebook can be. */

/** How the cells of a field are read. */
export type FieldKind =
  | 'text'
  | 'date'
  | 'time'
  | 'day'
  | 'weight'
  | 'temperature'
  | 'duration'
  | 'ratio'
  | 'number'
  | 'mark'
  | 'attribute'
  | 'words';

interface Field {
  kind: FieldKind;
  /** What it is called to the person. */
  name: string;
  /** Headings it goes by, in plain spelling; the first words of a heading count as well. */
  headings: readonly string[];
  /** Numbers that are likely in it, in the units of the record. */
  likely?: readonly [from: number, to: number];
  /** Whether several columns may be it, one after another. */
  isMany?: true;
}

export const NOTEBOOK_FIELDS = {
  bag: {
    kind: 'text',
    name: 'bag',
    headings: [
      'bag',
      'coffee',
      'bean',
      'beans',
      'name',
      'kaffee',
      'bohne',
      'bohnen',
      'sorte',
      'cafe',
      'caffe',
      'koffie',
    ],
  },
  roaster: {
    kind: 'text',
    name: 'roaster',
    headings: ['roaster', 'roastery', 'rosterei', 'roster', 'torrefacteur', 'tostador', 'brander'],
  },
  origin: {
    kind: 'text',
    name: 'origin',
    headings: ['origin', 'country', 'region', 'herkunft', 'land', 'origine', 'pays', 'origen', 'pais'],
  },
  variety: {
    kind: 'text',
    name: 'variety',
    headings: ['variety', 'varietal', 'varieties', 'varietat', 'variete', 'variedad'],
  },
  process: { kind: 'text', name: 'process', headings: ['process', 'processing', 'aufbereitung', 'procede', 'proceso'] },
  roastLevel: {
    kind: 'text',
    name: 'roast',
    headings: ['roast', 'roast level', 'roast degree', 'rostgrad', 'rostung', 'torrefaction', 'tueste'],
  },
  roastedOn: {
    kind: 'date',
    name: 'roast date',
    headings: [
      'roast date',
      'roasted',
      'roasted on',
      'date roasted',
      'rostdatum',
      'gerostet',
      'date de torrefaction',
      'fecha de tueste',
    ],
  },
  weightG: {
    kind: 'weight',
    name: 'bag weight',
    headings: ['bag weight', 'bag size', 'bag g', 'weight of the bag', 'packung', 'packungsgrosse'],
    likely: [40, 2000],
  },
  price: { kind: 'number', name: 'price', headings: ['price', 'cost', 'preis', 'prix', 'precio'], likely: [1, 200] },
  printedNotes: {
    kind: 'text',
    name: 'printed notes',
    headings: ['printed notes', 'label notes', 'roaster notes', 'roasters notes', 'notes on the bag', 'etikett'],
  },
  brewedOn: {
    kind: 'date',
    name: 'day of the brew',
    headings: [
      'date',
      'day',
      'brewed',
      'brewed on',
      'brew date',
      'when',
      'tasted',
      'datum',
      'tag',
      'gebruht',
      'jour',
      'fecha',
      'data',
    ],
  },
  brewedAt: {
    kind: 'time',
    name: 'time of day',
    headings: ['time of day', 'time', 'clock', 'uhrzeit', 'zeit', 'heure', 'hora'],
  },
  restDay: {
    kind: 'day',
    name: 'days since roast',
    headings: [
      'days since roast',
      'rest day',
      'rest days',
      'rest',
      'age',
      'days off roast',
      'day off roast',
      'days post roast',
      'alter',
      'tage',
      'tage seit rostung',
    ],
    likely: [0, 120],
  },
  taster: {
    kind: 'text',
    name: 'taster',
    headings: ['taster', 'who', 'by', 'person', 'wer', 'verkoster', 'qui', 'quien'],
  },
  style: { kind: 'text', name: 'drink', headings: ['drink', 'style', 'type', 'getrank', 'art', 'boisson', 'bebida'] },
  brewer: {
    kind: 'text',
    name: 'brewer',
    headings: [
      'brewer',
      'method',
      'brew method',
      'device',
      'dripper',
      'methode',
      'zubereitung',
      'bruher',
      'metodo',
      'equipment',
    ],
  },
  doseG: {
    kind: 'weight',
    name: 'dose',
    headings: [
      'dose',
      'coffee',
      'coffee g',
      'coffee oz',
      'coffee in',
      'dosis',
      'menge',
      'kaffee g',
      'kaffeemenge',
      'grounds',
      'in',
    ],
    likely: [4, 120],
  },
  waterG: {
    kind: 'weight',
    name: 'water or yield',
    headings: [
      'water',
      'water g',
      'water ml',
      'yield',
      'out',
      'wasser',
      'wassermenge',
      'wasser g',
      'eau',
      'agua',
      'acqua',
    ],
    likely: [15, 2500],
  },
  ratio: {
    kind: 'ratio',
    name: 'ratio',
    headings: ['ratio', 'verhaltnis', 'brew ratio', 'proportion'],
    likely: [1, 25],
  },
  waterC: {
    kind: 'temperature',
    name: 'temperature',
    headings: [
      'temperature',
      'temp',
      'water temp',
      'water temperature',
      'temperatur',
      'wassertemperatur',
      'temperatura',
    ],
    likely: [4, 100],
  },
  grinder: { kind: 'text', name: 'grinder', headings: ['grinder', 'mill', 'muhle', 'moulin', 'molino'] },
  grinderSetting: {
    kind: 'number',
    name: 'grinder setting',
    headings: [
      'grind',
      'grind setting',
      'grinder setting',
      'setting',
      'clicks',
      'mahlgrad',
      'klicks',
      'mouture',
      'molienda',
    ],
    likely: [0, 200],
  },
  filter: { kind: 'text', name: 'filter', headings: ['filter', 'paper', 'papier', 'filtre', 'filtro'] },
  waterRecipe: {
    kind: 'text',
    name: 'brewing water',
    headings: ['brewing water', 'water type', 'which water', 'wassersorte'],
  },
  drainS: {
    kind: 'duration',
    name: 'brew time',
    headings: [
      'brew time',
      'total time',
      'drain',
      'drain time',
      'drawdown',
      'time',
      'duration',
      'seconds',
      'shot time',
      'bruhzeit',
      'zeit',
      'dauer',
      'durchlaufzeit',
      'temps',
      'tiempo',
    ],
    likely: [8, 172_800],
  },
  tdsPercent: {
    kind: 'number',
    name: 'dissolved solids (%)',
    headings: ['tds', 'dissolved solids', 'strength'],
    likely: [0.5, 15],
  },
  mark: {
    kind: 'mark',
    name: 'mark',
    headings: [
      'mark',
      'score',
      'overall',
      'rating',
      'total',
      'stars',
      'points',
      'note',
      'bewertung',
      'punkte',
      'gesamt',
      'sterne',
      'nota',
      'voto',
    ],
    likely: [0, 100],
  },
  aroma: {
    kind: 'attribute',
    name: 'aroma',
    headings: ['aroma', 'smell', 'nose', 'duft', 'geruch', 'arome'],
    likely: [0, 10],
  },
  acidity: {
    kind: 'attribute',
    name: 'acidity',
    headings: ['acidity', 'acid', 'saure', 'acidite', 'acidez', 'acidita'],
    likely: [0, 10],
  },
  body: {
    kind: 'attribute',
    name: 'body',
    headings: ['body', 'mouthfeel', 'texture', 'korper', 'corps', 'cuerpo', 'corpo'],
    likely: [0, 10],
  },
  sweetness: {
    kind: 'attribute',
    name: 'sweetness',
    headings: ['sweetness', 'sweet', 'susse', 'sussigkeit', 'douceur', 'dulzor', 'dolcezza'],
    likely: [0, 10],
  },
  cleanness: {
    kind: 'attribute',
    name: 'cleanness',
    headings: ['cleanness', 'clean', 'clarity', 'clean cup', 'klarheit', 'sauberkeit'],
    likely: [0, 10],
  },
  words: {
    kind: 'words',
    name: 'words for the cup',
    headings: [
      'notes',
      'tasting notes',
      'flavours',
      'flavors',
      'descriptors',
      'taste',
      'tastes',
      'aromen',
      'geschmack',
      'noten',
      'sabor',
      'gusto',
    ],
    isMany: true,
  },
  remarks: {
    kind: 'text',
    name: 'remarks',
    headings: [
      'remarks',
      'remark',
      'comment',
      'comments',
      'thoughts',
      'text',
      'notes',
      'notiz',
      'notizen',
      'bemerkung',
      'bemerkungen',
      'kommentar',
      'remarques',
      'comentarios',
    ],
    isMany: true,
  },
  fault: {
    kind: 'text',
    name: 'what went wrong',
    headings: ['fault', 'problem', 'what went wrong', 'mishap', 'fehler', 'defaut'],
  },
} as const satisfies Readonly<Record<string, Field>>;

export type NotebookField = keyof typeof NOTEBOOK_FIELDS;
export const FIELD_NAMES = Object.keys(NOTEBOOK_FIELDS) as [NotebookField, ...NotebookField[]];

export const fieldOf = (field: NotebookField): Field => NOTEBOOK_FIELDS[field];
