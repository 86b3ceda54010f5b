// Which folder may know which: arrows point one way. See docs/architecture.md.
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from },
  to: { path: '^(src|demo|tests)/', pathNot: [from, ...allowed] },
});

module.exports = {
  forbidden: [
    {
      name: 'no-circles-between-folders',
      severity: 'error',
      from: { path: '^src/core/([^/]+)/' },
      to: { circular: true, path: '^src/core/', pathNot: '^src/core/$1/', preCompilationOnly: false },
    },
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
    {
      name: 'evolve-computes-nothing',
      severity: 'error',
      from: { path: '^src/core/shop/(evolve|evolveAgreements|state)\\.ts$' },
      to: { path: '^src/core/(money|calendar|terms|checkout|release)/', preCompilationOnly: false },
    },
    {
      name: 'only-shop-and-its-readers-know-the-shop',
      severity: 'error',
      from: { path: '^src/core/(money|calendar|catalogue|terms|pages|paths|people|passes|checkout|release|journal)/' },
      to: { path: '^src/core/(shop|mirror|drawing|messages)/' },
    },
    only('standins-know-no-one', '^src/standins/', []),
    only('ui-knows-core', '^src/ui/', ['^src/core/']),
    only('pages-know-ui-and-core', '^src/pages/', ['^src/ui/', '^src/core/']),
    only('member-knows-ui-and-core', '^src/member/', ['^src/ui/', '^src/core/']),
    only('studio-knows-pages-ui-and-core', '^src/studio/', ['^src/pages/', '^src/ui/', '^src/core/']),
    only('counter-knows-pages-and-core', '^src/counter/', ['^src/pages/', '^src/core/', '^src/standins/index']),
    {
      name: 'only-the-counters-assembly-knows-the-standins',
      severity: 'error',
      from: { path: '^src/counter/', pathNot: '^src/counter/createCounter\\.ts$' },
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
