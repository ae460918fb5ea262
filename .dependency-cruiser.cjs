/** Import directions, and the faces of rooms. */
const { existsSync, readdirSync } = require('node:fs');

/** Rooms of the core, each of which may use those before it. */
const rooms = [
  'schema',
  'document',
  'numbers',
  'bytes',
  'tables',
  'tasks',
  'order',
  'finding',
  'geometry',
  'colour',
  'camera',
  'words',
  'symbol',
  'links',
  'message',
  'logo',
  'artwork',
  'piece',
  'plan',
  'check',
  'sheet',
  'output',
  'readback',
  'simulation',
  'readers',
  'photo',
  'grades',
  'proof',
  'coupon',
  'job',
  'series',
  'run',
  'files',
  'proving',
  'imposition',
  'solving',
  'production',
];

/** Rooms of the server, each of which may use those before it; the files beside them put all together. */
const serverRooms = [
  'db',
  'upkeep',
  'limited',
  'documents',
  'http',
  'links',
  'jobs',
  'runs',
  'looks',
  'checks',
  'archive',
  'phone',
  'work',
  'interface',
  'start',
];

/** Folders with a face (`index.ts`): whoever stands outside comes in by it. */
const faced = [];
const collect = (folder) => {
  if (existsSync(`${folder}/index.ts`)) faced.push(folder);
  for (const entry of readdirSync(folder, { withFileTypes: true }))
    if (entry.isDirectory()) collect(`${folder}/${entry.name}`);
};
collect('src');

const notTests = { pathNot: '\\.test\\.ts$' };
const only = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: `^src/${from}`, ...notTests },
  to: { path: '^src/', pathNot: to.map((path) => `^src/${path}`) },
});

module.exports = {
  forbidden: [
    only('core-imports-core-only', 'core/', ['core/']),
    only('wire-imports-core-only', 'wire/', ['wire/', 'core/']),
    only('content-imports-core-only', 'content/', ['content/', 'core/']),
    only('engine-imports-core-only', 'engine/', ['engine/', 'core/']),
    only('node-imports-core-only', 'node/', ['node/', 'core/']),
    only('server-imports', 'server/', ['server/', 'node/', 'wire/', 'content/', 'core/']),
    only('cli-imports', 'cli/', ['cli/', 'node/', 'wire/', 'content/', 'core/']),
    only('web-imports', 'web/', ['web/', 'engine/', 'wire/', 'content/', 'core/']),
    ...rooms.map((room, index) => ({
      name: `${room}-imports-only-what-comes-before`,
      severity: 'error',
      from: { path: `^src/core/${room}/`, ...notTests },
      to: {
        path: '^src/',
        pathNot: rooms.slice(0, index + 1).map((earlier) => `^src/core/${earlier}/`),
      },
    })),
    ...serverRooms.map((room, index) => ({
      name: `server-${room}-imports-only-what-comes-before`,
      severity: 'error',
      from: { path: `^src/server/${room}/`, ...notTests },
      to: {
        path: '^src/server/',
        pathNot: serverRooms.slice(0, index + 1).map((earlier) => `^src/server/${earlier}/`),
      },
    })),
    {
      name: 'no-file-stands-outside-of-a-room',
      severity: 'error',
      from: {},
      to: { path: '^src/core/', pathNot: `^src/core/(${rooms.join('|')})/` },
    },
    ...faced.map((folder) => ({
      name: `${folder.replace('src/', '')}-is-entered-by-its-face`,
      severity: 'error',
      // Benchmarks and tests run on their own thread what the page runs in a worker.
      from: { pathNot: folder === 'src/engine' ? '^(src/engine|bench)/|\\.test\\.ts$' : `^${folder}/` },
      to: { path: `^${folder}/`, pathNot: [`^${folder}/index\\.ts$`, '\\.worker\\.ts$'] },
    })),
    {
      name: 'drawers-do-not-know-each-other',
      severity: 'error',
      from: { path: '^src/web/bench/(message|style|piece|proof|output)/' },
      to: { path: '^src/web/bench/(message|style|piece|proof|output)/', pathNot: '^src/web/bench/$1/' },
    },
    {
      name: 'core-is-free-of-platforms',
      severity: 'error',
      from: { path: '^src/core/', ...notTests },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-is-free-of-interface',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { path: 'node_modules/(vue|pinia|element-plus|express|better-sqlite3|comlink)' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'no-unknown-packages',
      severity: 'error',
      from: { path: '^src/' },
      to: { couldNotResolve: true, pathNot: 'element-plus/.*/style/css|\\?(url|raw)$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
