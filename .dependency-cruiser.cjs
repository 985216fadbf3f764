// Who may call whom; `npm run rooms` checks it. Arrows point down: app > ui > store, workers > core > model, circuit.
const rooms = (list) => `^(${list.join('|')})/`;

/** Rooms of core from the bottom up: a room may ask only those of the lines below its own. */
const LAYERS = [
  ['algorithms'],
  ['circuit', 'connectors', 'wav', 'filter', 'format'],
  ['hand'],
  ['model'],
  ['classes', 'read', 'change', 'identify', 'compile'],
  ['signal', 'routing'],
  ['interference', 'power'],
  ['host'],
  ['readings'],
  ['call'],
  ['gates'],
  ['assess'],
  ['levels', 'standin', 'take', 'render', 'cause', 'plan'],
  ['edit', 'mend'],
  ['diagnose'],
  ['log', 'practice', 'answer', 'run'],
];
const ALL_ROOMS = LAYERS.flat();
/** A room of core, entered from anywhere else, is entered by its index. */
const CORE_ROOMS = `(${ALL_ROOMS.join('|')})`;

const layered = LAYERS.flatMap((layer, i) =>
  layer.map((room) => ({
    name: `core-${room}-asks-below-only`,
    severity: 'error',
    from: { path: `^core/${room}/`, pathNot: '\\.test\\.ts$' },
    to: { path: `^core/(?!(${[room, ...LAYERS.slice(0, i).flat()].join('|')})/)` },
  })),
);

/** Rooms inside a room of core, likewise from the bottom up; what stands beside them uses them all. */
const INNER = {
  plan: [['stock'], ['tuning'], ['search'], ['accessories'], ['destinations'], ['answers', 'kit', 'improve']],
  take: [['meters'], ['reading'], ['live', 'findings']],
};
const inner = Object.entries(INNER).flatMap(([room, layers]) => [
  ...layers.flatMap((layer, i) =>
    layer.map((own) => ({
      name: `core-${room}-${own}-asks-below-only`,
      severity: 'error',
      from: { path: `^core/${room}/${own}/`, pathNot: '\\.test\\.ts$' },
      to: { path: `^core/${room}/(?!(${[own, ...layers.slice(0, i).flat()].join('|')})/)` },
    })),
  ),
  {
    name: `enter-${room}-rooms-by-index`,
    severity: 'error',
    from: { path: `^core/${room}/([^/]+)` },
    to: { path: `^core/${room}/[^/]+/(?!index\\.ts$)`, pathNot: `^core/${room}/$1/` },
  },
]);

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    ...layered,
    ...inner,
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-knows-core-only',
      comment: 'core runs in Node, worker and browser alike',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: ['^core/', '^node_modules/(ajv|tinyqueue|highs|d3-dsv|fft.js|ts-fsrs|fflate)/'] },
    },
    {
      name: 'core-tests-may-use-the-catalogue',
      severity: 'error',
      from: { path: '^core/.*\\.test\\.ts$' },
      to: { path: rooms(['app', 'ui', 'store', 'workers', 'cli']) },
    },
    {
      name: 'enter-core-by-index',
      severity: 'error',
      from: { path: `^core/${CORE_ROOMS}/` },
      to: { path: `^core/${CORE_ROOMS}/(?!index\\.ts$)`, pathNot: '^core/$1/' },
    },
    {
      name: 'enter-rooms-by-index',
      severity: 'error',
      from: { pathNot: '^core/' },
      to: { path: `^core/${CORE_ROOMS}/(?!index\\.ts$)` },
    },
    {
      name: 'enter-folders-by-index',
      severity: 'error',
      from: { path: '^(app|ui|store|workers|cli|demo|catalogue|server)/' },
      to: { path: '^(store|workers|demo|catalogue|server)/(?!index\\.ts$)', pathNot: ['^$1/'] },
    },
    {
      name: 'enter-screens-by-index',
      severity: 'error',
      from: { path: '^(app|ui)/([^/]*)' },
      to: { path: '^ui/[^/]+/(?!index\\.tsx?$)', pathNot: ['^ui/$2/'] },
    },
    {
      name: 'catalogue-and-demo-are-data',
      severity: 'error',
      from: { path: rooms(['catalogue', 'demo']), pathNot: '\\.test\\.ts$' },
      to: { pathNot: ['^(catalogue|demo)/', '^core/model/index\\.ts$'] },
    },
    {
      name: 'workers-and-store-are-below-the-screens',
      severity: 'error',
      from: { path: rooms(['workers', 'store']) },
      to: { path: rooms(['app', 'ui', 'cli']) },
    },
    {
      name: 'the-server-needs-core-only',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: rooms(['app', 'ui', 'store', 'workers', 'cli', 'demo']) },
    },
    { name: 'store-and-workers-apart', severity: 'error', from: { path: '^store/' }, to: { path: '^workers/' } },
    { name: 'workers-and-store-apart', severity: 'error', from: { path: '^workers/' }, to: { path: '^store/' } },
    { name: 'screens-do-not-know-routes', severity: 'error', from: { path: '^ui/' }, to: { path: '^(app|cli)/' } },
    { name: 'routes-are-thin', severity: 'error', from: { path: '^app/' }, to: { path: '^(core|store|workers|cli)/' } },
    {
      name: 'the-command-needs-core-only',
      severity: 'error',
      from: { path: '^cli/' },
      to: { path: '^(app|ui|store|workers)/' },
    },
    { name: 'resolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)generated/|\\.next/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
