const floor = (name, below) => ({
  name: `${name}-imports-downward`,
  comment: `${name}/ may import from ${below.join(', ') || 'nothing'} and from packages`,
  severity: 'error',
  from: { path: `^${name}/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^(app|ui|session|engine|core|server|cli|demo|e2e|bench)/', pathNot: `^(${[name, ...below].join('|')})/` },
});

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    { name: 'no-orphan-imports', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^expo-router/head$' } },
    floor('core', []),
    floor('engine', ['core']),
    floor('session', ['engine', 'core']),
    floor('ui', ['session', 'engine', 'core']),
    floor('app', ['ui']),
    floor('server', ['core']),
    floor('cli', ['core']),
    floor('demo', ['core']),
    {
      name: 'core-is-pure',
      comment: 'core/ computes: no interface, no browser, no Node',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { path: ['^node:', 'node_modules/(react|expo|mediabunny|express|zustand|@tanstack)'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
    },
  },
};
