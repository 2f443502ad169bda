/** Which folder may import what; ARCHITECTURE in docs/architecture.md says why. */
const only = (from, allowed) => ({
  name: `${from}-imports`,
  severity: 'error',
  comment: `${from} may import of ours: ${[from, ...allowed].join(', ')}`,
  from: { path: `^${from}/`, pathNot: '\\.test\\.tsx?$' },
  to: {
    path: '^(core|files|worker|server|ui|app|runner|explore|feed|demo|bench|e2e|scripts|threads)/',
    pathNot: `^(${[from, ...allowed].join('|')})/`,
  },
});

module.exports = {
  forbidden: [
    only('core', []),
    only('worker', ['core']),
    only('files', ['core']),
    only('threads', ['core']),
    only('server', ['core', 'demo', 'files', 'threads']),
    only('runner', ['core', 'files', 'threads']),
    only('explore', ['core']),
    only('demo', ['core']),
    only('feed', ['core', 'demo']),
    only('app', ['ui', 'server', 'core']),
    only('ui', ['core', 'worker', 'server']),
    {
      name: 'ui-state-is-below',
      severity: 'error',
      comment: 'What the places of the interface share knows none of them.',
      from: { path: '^ui/state/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^ui/', pathNot: '^ui/(state|kit)/' },
    },
    {
      name: 'ui-kit-is-lowest',
      severity: 'error',
      from: { path: '^ui/kit/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^ui/', pathNot: '^ui/kit/' },
    },
    {
      name: 'ui-shell-is-on-top',
      severity: 'error',
      comment: 'The shell puts the places together; none of them knows it.',
      from: { path: '^ui/', pathNot: '^ui/(shell/|.*\\.test\\.tsx?$)' },
      to: { path: '^ui/shell/' },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'The core knows no interface, no database and no network.',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { path: 'node_modules/(react|react-dom|next|drizzle-orm|pg|zustand|twgl\\.js|comlink)/' },
    },
    {
      name: 'ui-asks-actions',
      severity: 'error',
      comment: 'The interface takes types from the server, and changes things through its actions only.',
      from: { path: '^ui/' },
      to: { path: '^server/', pathNot: '^server/actions', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'one-way-to-the-database',
      severity: 'error',
      comment:
        'Statements go through Drizzle and the connection of the work that is under way; COPY stands in one file.',
      from: { path: '^(server|app)/', pathNot: '^server/(db/index|tables/record-sets)\\.ts$|\\.test\\.ts$' },
      to: { path: 'node_modules/(@types/)?(pg|pg-copy-streams)/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      from: { orphan: true, path: '^(core|worker|server|ui)/', pathNot: '\\.(test|worker)\\.tsx?$' },
      to: {},
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(\\.next|\\.data)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default'] },
  },
};
