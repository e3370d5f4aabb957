/**
 * Who may import whom: imports go down only and never in a circle. A place of the pages never imports another.
 * `scripts/test/layers.test.ts` plants imports that must be refused.
 */
const places = ['shelf', 'bag', 'bench', 'cup', 'table', 'palate', 'words', 'recipes', 'storeRoom', 'writeUps'];
/** What places share; none of it knows a place. */
const shared = ['api', 'forms', 'ui', 'domain', 'state'];
const top = ['server', 'web', 'demo', 'benchmarks', 'reliability', 'scripts', 'e2e'];

const under = (folders, parent = '') => `^${parent}(${folders.join('|')})/`;

/** A rule that files of one set of folders import nothing from another. */
const never = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to: { path: to } });

export default {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    never(
      'parts-of-the-core-do-not-know-the-engine',
      under(['rest', 'brew', 'cup', 'change', 'draft', 'writeUp'], 'core/'),
      under(['crest', 'text', 'shelf'], 'core/'),
    ),
    never('the-engine-does-not-speak', '^core/crest/(?!test/)', under(['text', 'shelf'], 'core/')),
    never(
      'the-model-knows-no-inference',
      '^core/crest/model/',
      under(['inference', 'report', 'history'], 'core/crest/'),
    ),
    never('inference-knows-no-report', '^core/crest/inference/', under(['report', 'history'], 'core/crest/')),
    never('numbers-know-no-coffee', '^core/numeric/', '^core/(?!numeric/)'),
    {
      name: 'through-the-index',
      severity: 'error',
      comment: 'A part of the core is imported by its index, or by that of a part within it.',
      from: { pathNot: '^core/|/test/' },
      to: { path: '^core/', pathNot: ['/index\\.ts$', '^core/numeric/', '/test/'] },
    },
    {
      name: 'through-the-index-within-core',
      severity: 'error',
      from: { path: '^core/([^/]+)/', pathNot: '/test/' },
      to: { path: '^core/', pathNot: ['^core/$1/', '/index\\.ts$', '^core/numeric/'] },
    },
    never('core-is-the-lowest', '^core/', under(['contract', 'application', ...top])),
    never('contract-knows-the-core-only', '^contract/', under(['application', ...top])),
    never('application-knows-no-machine', '^application/', under(top)),
    never('server-stands-alone', '^server/', under(top.filter((folder) => folder !== 'server'))),
    never('web-stands-alone', '^web/', under(top.filter((folder) => folder !== 'web'))),
    never('benchmarks-measure-no-pages', '^benchmarks/', under(['web', 'demo', 'e2e'])),
    never('what-places-share-knows-no-place', under(shared, 'web/'), under(places, 'web/')),
    {
      name: 'a-place-never-imports-another',
      severity: 'error',
      from: { path: `^web/(${places.join('|')})/` },
      to: { path: under(places, 'web/'), pathNot: '^web/$1/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(node_modules|dist|data|data-demo)/' },
    // Imports of types count as well: who knows a type knows the thing.
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.mjs', '.js', '.json', '.scss', '.css'] },
  },
};
