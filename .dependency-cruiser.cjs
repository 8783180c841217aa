/** The rooms of core in their order: each imports only rooms before it. See docs/architecture.md. */
const rooms = [
  'units',
  'schema',
  'fields',
  'words',
  'numbers',
  'steps',
  'daysSaid',
  'geometry',
  'arena',
  'gaits',
  'forms',
  'figures',
  'movements',
  'lesson',
  'notation',
  'ride',
  'placing',
  'drawing',
  'review',
  'stats',
  'book',
  'observations',
  'progress',
  'ringside',
  'debrief',
  'sheet',
  'exercises',
  'planner',
  'programme',
  'calendar',
  'report',
  'formats',
];
const at = (names) => `^core/src/(${names.join('|')})(/|\\.ts$)`;

const inOrder = rooms.slice(0, -1).map((room, i) => ({
  name: `core-order-${room}`,
  severity: 'error',
  from: { path: at([room]), pathNot: '\\.test\\.ts$' },
  to: { path: at(rooms.slice(i + 1)) },
}));

module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      severity: 'error',
      from: { pathNot: 'node_modules' },
      to: { circular: true },
    },
    {
      name: 'core-alone',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^(server|web|cli|e2e)/' },
    },
    {
      name: 'core-no-node',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'web-not-server',
      severity: 'error',
      from: { path: '^web/src' },
      to: { path: '^(server|cli)/' },
    },
    {
      name: 'server-not-web',
      severity: 'error',
      from: { path: '^server/src' },
      to: { path: '^(web|cli)/' },
    },
    {
      name: 'ui-knows-no-domain',
      severity: 'error',
      from: { path: '^web/src/ui' },
      to: { path: '^(core|web/src/(features|api|app))' },
    },
    ...inOrder,
    {
      name: 'core-known-rooms',
      comment: 'A new room takes its place in the order above.',
      severity: 'error',
      from: { path: '^core/src', pathNot: `${at([...rooms, 'testing'])}|\\.test\\.ts$` },
      to: {},
    },
    {
      name: 'routes-use-repositories',
      severity: 'error',
      from: { path: '^server/src/routes', pathNot: 'test' },
      to: { path: '^server/src/db' },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.base.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|\\.cache)/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
    },
  },
};
