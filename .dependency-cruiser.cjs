/** The floors: a folder imports only from those under it, and through their doors. */
const core = [
  'exact',
  'tables',
  'parts',
  'places',
  'carrier',
  'rates',
  'goods',
  'offers',
  'book',
  'quote',
  'channels',
  'check',
  'plan',
];
const manifests = '^src/core/channels/(manifests?|amounts|[a-z-]+/manifest)\\.ts$';
const above = (name) => core.slice(core.indexOf(name) + 1);

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      comment: 'core knows nothing of the rest',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(src/(words|contract|live|standins|server|web|cli)|demo|tests)/' },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'core has no I/O and no framework',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['core', 'npm'],
        pathNot: 'node_modules/(zod|papaparse|@types/papaparse|temporal-polyfill|saxes|schema-dts|yalps)/',
      },
    },
    ...core.map((name) => ({
      name: `core-${name}-looks-down`,
      severity: 'error',
      from: { path: `^src/core/${name}/` },
      to: { path: `^src/core/(${above(name).join('|') || 'none'})/`, pathNot: manifests },
    })),
    {
      name: 'manifests-lie-under-the-book',
      severity: 'error',
      comment: 'what a channel is, the book knows; what it says of a book, it does not',
      from: { path: manifests },
      to: {
        path: '^src/core/',
        pathNot: [
          manifests,
          '^src/core/exact/index\\.ts$',
          '^src/core/channels/[a-z-]+/(format|limits|settings)\\.ts$',
        ],
      },
    },
    {
      name: 'one-door',
      severity: 'error',
      comment: 'a folder of core is entered by its index.ts',
      from: { path: '^src/core/([^/]+)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/([^/]+)/', pathNot: ['^src/core/$1/', '^src/core/[^/]+/index\\.ts$', manifests] },
    },
    {
      name: 'one-door-from-outside',
      severity: 'error',
      from: { path: '^(src/(words|contract|live|server|web|cli)|demo)/' },
      to: { path: '^src/core/', pathNot: '^src/core/[^/]+/index\\.ts$' },
    },
    {
      name: 'words-on-core',
      severity: 'error',
      comment: 'they say what core gives them',
      from: { path: '^src/words/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(src/(contract|live|standins|server|web|cli)|demo|tests)/' },
    },
    {
      name: 'contract-on-core',
      severity: 'error',
      from: { path: '^src/contract/' },
      to: { path: '^src/(words|live|standins|server|web|cli)/' },
    },
    {
      name: 'standins-import-nothing-of-ours',
      severity: 'error',
      comment: 'two independent readings of one page',
      from: { path: '^src/standins/' },
      to: { path: '^(src/(core|words|contract|live|server|web|cli)|demo)/' },
    },
    {
      name: 'nobody-imports-standins',
      severity: 'error',
      comment: 'they are met over HTTP',
      from: { path: '^src/(core|contract|live|server|web|cli)/' },
      to: { path: '^src/standins/' },
    },
    {
      name: 'server-not-web',
      severity: 'error',
      from: { path: '^src/server/' },
      to: { path: '^(src/(web|cli)|demo)/' },
    },
    { name: 'web-not-server', severity: 'error', from: { path: '^src/web/' }, to: { path: '^src/(server|live|cli)/' } },
    {
      name: 'web-not-demo',
      severity: 'error',
      comment: 'tests may',
      from: { path: '^src/web/', pathNot: '\\.test\\.ts$' },
      to: { path: '^demo/' },
    },
    {
      name: 'cli-on-core-and-live',
      severity: 'error',
      from: { path: '^src/cli/' },
      to: { path: '^src/(contract|server|web)/' },
    },
    {
      name: 'live-on-core-and-contract',
      severity: 'error',
      from: { path: '^src/live/' },
      to: { path: '^(src/(standins|server|web|cli)|demo)/' },
    },
    {
      name: 'quote-knows-no-channels',
      severity: 'error',
      from: { path: '^src/core/quote/' },
      to: { path: '^src/core/(channels|check)/' },
    },
    {
      name: 'dialects-know-no-other',
      severity: 'error',
      from: { path: '^src/core/channels/([a-z-]+)/' },
      to: { path: '^src/core/channels/([a-z-]+)/', pathNot: '^src/core/channels/$1/' },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.js'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
