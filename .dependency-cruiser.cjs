const floor = (name, below) => ({
  name: `${name}-imports-downward`,
  comment: `${name}/ may import from ${below.join(', ') || 'nothing'} and from packages`,
  severity: 'error',
  from: { path: `^${name}/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^(app|ui|session|engine|words|core|server|cli|demo|repertoire|e2e|bench)/', pathNot: `^(${[name, ...below].join('|')})/` },
});

/** The rooms of each floor from the ground up: what stands in one may import from those before it, never from those behind it. */
const ROOMS = {
  core: [
    'failure.ts',
    'phrase.ts',
    'units.ts',
    'unsound.ts',
    'files',
    'sound',
    'show',
    'music',
    'speech',
    'stage',
    'treat',
    'level',
    'mix',
    'papers',
    'shelf',
    'fit',
    'check',
  ],
  words: ['en', 'de', 'catalogue.ts', 'intl.ts', 'say.ts', 'numbers.ts', 'index.ts'],
  engine: ['workers', 'cabinets', 'media', 'analyse', 'listen', 'clear', 'measure', 'play', 'record', 'stage', 'write', 'showFile'],
  session: [
    ...[
      'awake.ts',
      'download.ts',
      'faces.ts',
      'ids.ts',
      'lock.ts',
      'queries.ts',
      'workers.ts',
      'shows',
      'settings.ts',
      'open',
      'library.ts',
    ],
    ...['missing.ts', 'sound', 'stage', 'fit', 'pictures', 'voice', 'balance', 'bed', 'finish', 'showFile', 'offline.ts'],
  ],
  ui: [
    ...[
      'AppFrame.tsx',
      'panels',
      'theme',
      'words',
      'charts',
      'controls',
      'treat',
      'sheet',
      'fit',
      'pictures',
      'shows',
      'stage',
      'voice',
      'balance',
      'bed',
    ],
    ...['faces', 'finish', 'details', 'show'],
  ],
};

const pathOf = (floor, room) => `^${floor}/${room.replace('.', '\\.')}${room.includes('.') ? '$' : '/'}`;

const stairs = Object.entries(ROOMS).flatMap(([name, rooms]) =>
  rooms.slice(0, -1).map((room, index) => ({
    name: `${name}-${room}-imports-downward`,
    comment: `the rooms of ${name}/ stand in an order (ROOMS in .dependency-cruiser.cjs)`,
    severity: 'error',
    from: { path: pathOf(name, room), pathNot: '\\.test\\.tsx?$' },
    to: { path: rooms.slice(index + 1).map((above) => pathOf(name, above)) },
  })),
);

/** A room that has no place in the order yet. */
const placed = Object.entries(ROOMS).map(([name, rooms]) => ({
  name: `${name}-rooms-have-a-place`,
  severity: 'error',
  from: {},
  to: { path: `^${name}/`, pathNot: rooms.map((room) => pathOf(name, room)) },
}));

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    { name: 'no-orphan-imports', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^expo-router/head$' } },
    ...stairs,
    ...placed,
    floor('core', []),
    floor('words', ['core']),
    floor('engine', ['core']),
    floor('session', ['engine', 'words', 'core']),
    floor('ui', ['session', 'engine', 'words', 'core']),
    floor('app', ['ui', 'words']),
    floor('repertoire', ['core']),
    floor('server', ['repertoire', 'words', 'core']),
    floor('cli', ['words', 'core']),
    floor('demo', ['repertoire', 'core']),
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
