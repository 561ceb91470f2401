// Which code may know which. A blocked import means: move the shared idea down, to where both may look.
const CORE_LAYERS = [
  ['kernel'],
  ['quantity', 'record'],
  ['people', 'engines', 'instruments'],
  ['route'],
  ['library'],
  ['evidence'],
  ['bench'],
  ['findings', 'rework', 'strip', 'build'],
  ['inspection'],
  ['release'],
  ['job'],
];
const coreLayerRules = CORE_LAYERS.flatMap((layer, index) =>
  layer.map((folder) => {
    const forbidden = [...layer.filter((each) => each !== folder), ...CORE_LAYERS.slice(index + 1).flat()];
    return {
      name: `core-${folder}-looks-down-only`,
      severity: 'error',
      comment: 'core looks down only, and what stands on one step does not meet: move the shared idea down',
      from: { path: `^core/src/${folder}/` },
      to: { path: `^core/src/(${forbidden.join('|')})/` },
    };
  }),
).filter(({ to }) => to.path !== '^core/src/()/');

const SERVER_TOPICS = [
  'people',
  'engines',
  'instruments',
  'library',
  'jobs',
  'floor',
  'release',
  'record',
  'demo',
  'catalogue',
  'backup',
];
const WEB_TOPICS = [
  'people',
  'floor',
  'engines',
  'instruments',
  'library',
  'job',
  'bench',
  'strip',
  'inspection',
  'parts',
];

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'core imports only itself and the packages named here',
      from: { path: '^core/src' },
      to: { pathNot: ['^core/src', '^node_modules/@noble/hashes/', '^node_modules/canonicalize/'] },
    },
    ...coreLayerRules,
    {
      name: 'contract-only-core-and-zod',
      severity: 'error',
      from: { path: '^contract/src' },
      to: { pathNot: ['^contract/src', '^core/src', 'node_modules/zod/'] },
    },
    { name: 'web-not-server', severity: 'error', from: { path: '^web/' }, to: { path: '^server/' } },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/' }, to: { path: '^web/' } },
    {
      name: 'server-topic-by-its-index',
      severity: 'error',
      comment: 'a server topic enters another only by its index.ts',
      from: { path: `^server/src/(${SERVER_TOPICS.join('|')})/` },
      to: {
        path: `^server/src/(${SERVER_TOPICS.join('|')})/`,
        pathNot: ['^server/src/$1/', '^server/src/[^/]+/index\\.ts$', '^server/src/record/seal-key\\.ts$'],
      },
    },
    {
      name: 'tables-only-in-stores',
      severity: 'error',
      comment: 'only a store (and the schema that drizzle-kit reads) sees the tables',
      from: { path: '^server/src', pathNot: ['\\.store\\.ts$', '^server/src/db/schema\\.ts$'] },
      to: { path: 'tables\\.ts$' },
    },
    ...WEB_TOPICS.map((topic) => ({
      name: `web-${topic}-meets-no-other-topic`,
      severity: 'error',
      comment: 'web topics share through core, contract, app/ui, app/state or a route',
      from: { path: `^web/src/app/${topic}/`, pathNot: '^web/src/app/job/job\\.routes\\.ts$' },
      to: { path: `^web/src/app/(${WEB_TOPICS.filter((each) => each !== topic).join('|')})/` },
    })),
    {
      name: 'ui-knows-no-topic',
      severity: 'error',
      from: { path: '^web/src/app/(ui|state)/' },
      to: { path: `^web/src/app/(${WEB_TOPICS.join('|')})/` },
    },
    {
      name: 'e2e-from-outside',
      severity: 'error',
      from: { path: '^e2e/src' },
      to: { path: '^(server|web)/' },
    },
    {
      name: 'shipped-code-has-no-tests',
      severity: 'error',
      from: { pathNot: '\\.(test|spec)\\.ts$' },
      to: { path: '\\.(test|spec)\\.ts$' },
    },
    { name: 'no-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: '\\.(test|spec)\\.ts$',
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      mainFields: ['module', 'main', 'types'],
    },
  },
};
