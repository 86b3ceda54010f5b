// Which folder may know which: arrows point one way. See docs/architecture.md.
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from },
  to: { path: '^(src|demo|tests)/', pathNot: [from, ...allowed] },
});

module.exports = {
  forbidden: [
    // No two files may need each other, not even for a type: whoever reads one can stop somewhere.
    { name: 'no-circles', severity: 'error', from: { path: '^(src|demo)/' }, to: { circular: true } },
    only('core-knows-no-one', '^src/core/', []),
    {
      name: 'core-takes-no-platform',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-takes-few-packages',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { path: 'node_modules', pathNot: 'node_modules/(zod|temporal-polyfill|jsvat)' },
    },
    // Events as they landed: nothing that is edited when pricing is may be among what they are made of.
    // The names of ids are no shape: they are gone before anything runs.
    {
      name: 'landed-events-are-frozen',
      severity: 'error',
      from: { path: '^src/core/journal/events/' },
      to: { path: '^src/', pathNot: '^src/core/(journal/events/|ids/|features/[^/]+/events\\.ts$)' },
    },
    {
      name: 'events-of-features-are-frozen',
      severity: 'error',
      from: { path: '^src/core/features/[^/]+/events\\.ts$' },
      to: { path: '^src/', pathNot: '^src/core/(journal/events|ids)/' },
    },
    // One room an audience: what two of them need has a room of its own.
    ...['public', 'member', 'owner'].map((room) => ({
      name: `${room}-stays-in-its-room`,
      severity: 'error',
      from: { path: `^src/counter/${room}/` },
      to: { path: '^src/counter/(public|member|owner)/', pathNot: `^src/counter/${room}/` },
    })),
    {
      name: 'shared-and-http-know-no-room',
      severity: 'error',
      from: { path: '^src/counter/(shared|http|files|ports|documents)/' },
      to: { path: '^src/counter/(public|member|owner)/' },
    },
    // A studio's screens ask; only its data knows the tables.
    {
      name: 'screens-read-through-queries',
      severity: 'error',
      from: { path: '^src/studio/', pathNot: '^src/studio/(data|store|workers)/' },
      to: { path: '^src/studio/data/db\\.ts$' },
    },
    {
      name: 'only-shop-and-its-readers-know-the-shop',
      severity: 'error',
      from: {
        path: '^src/core/(money|calendar|catalogue|terms|pages|paths|people|passes|checkout|documents|release|journal|words|refusal|agreements)/',
      },
      to: { path: '^src/core/(shop|engine|features|simulate|mirror|drawing|messages|emails)/' },
    },
    // What reads history knows nothing that decides.
    {
      name: 'folds-know-folds',
      severity: 'error',
      from: { path: '^src/core/features/[^/]+/fold/' },
      to: { path: '^src/core/(features|simulate|shop)/', pathNot: '^src/core/features/[^/]+/fold/' },
    },
    // From outside, all of it is met through the shop.
    {
      name: 'features-are-met-through-the-shop',
      severity: 'error',
      from: { path: '^(src|demo)/', pathNot: '^src/core/(shop|engine|features|simulate)/' },
      to: { path: '^src/core/(features|simulate|engine)/' },
    },
    only('standins-know-no-one', '^src/standins/', []),
    only('emails-know-core', '^src/emails/', ['^src/core/']),
    only('ui-knows-core', '^src/ui/', ['^src/core/']),
    only('wire-knows-core', '^src/wire/', ['^src/core/']),
    only('pages-know-ui-wire-and-core', '^src/pages/', ['^src/ui/', '^src/wire/', '^src/core/']),
    only('member-knows-ui-wire-and-core', '^src/member/', ['^src/ui/', '^src/wire/', '^src/core/']),
    only('studio-knows-pages-ui-and-core', '^src/studio/', [
      '^src/pages/',
      '^src/emails/',
      '^src/ui/',
      '^src/wire/',
      '^src/core/',
    ]),
    only('counter-knows-pages-and-core', '^src/counter/', [
      '^src/pages/',
      '^src/emails/',
      '^src/wire/',
      '^src/core/',
      '^src/standins/index',
    ]),
    {
      name: 'only-outside-knows-the-standins',
      severity: 'error',
      from: { path: '^src/counter/', pathNot: '^src/counter/outside\\.ts$' },
      to: { path: '^src/standins/' },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: 'specify',
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.json'],
    },
  },
};
