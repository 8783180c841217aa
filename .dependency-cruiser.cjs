/** A stage imports only stages to its left; see docs/architecture.md. */
const stages = [
  'units',
  'geometry',
  'arena',
  'gaits',
  'forms',
  'figures',
  'movements',
  'lesson',
  'notation',
  'ride',
  'review',
  'drawing',
  'ringside',
  'observations',
  'stats',
  'progress',
  'sheet',
  'exercises',
  'planner',
  'programme',
  'calendar',
  'report',
  'formats',
];
const later = (from) =>
  stages.slice(stages.indexOf(from) + 1).map((s) => `^core/src/${s}(/|\\.ts)`);

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
    {
      name: 'geometry-first',
      severity: 'error',
      from: { path: '^core/src/geometry', pathNot: 'test' },
      to: { path: later('geometry') },
    },
    {
      name: 'lesson-before-ride',
      severity: 'error',
      from: { path: '^core/src/(lesson|notation)', pathNot: 'test' },
      to: { path: later('notation') },
    },
    {
      name: 'ride-before-review',
      severity: 'error',
      from: { path: '^core/src/ride', pathNot: 'test' },
      to: { path: later('ride') },
    },
    {
      name: 'observations-know-no-ride',
      severity: 'error',
      from: { path: '^core/src/(observations|stats|progress)', pathNot: 'test' },
      to: { path: '^core/src/(ride|review|drawing|ringside)' },
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
