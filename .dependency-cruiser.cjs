/** Import directions. Stages of the core in the order of the way through; each may use those before it. */
const stages = ['message', 'symbol', 'artwork', 'piece', 'plan', 'output', 'proof'];
/** Vocabulary that every stage may use. */
const shared = 'geometry/|words/|finding\\.ts$|colour\\.ts$|svgRenderer\\.ts$';

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
    only('engine-imports-core-only', 'engine/', ['engine/', 'core/']),
    only('node-imports-core-only', 'node/', ['node/', 'core/']),
    only('server-imports-core-only', 'server/', ['server/', 'node/', 'core/']),
    only('cli-imports-core-only', 'cli/', ['cli/', 'node/', 'core/']),
    only('web-imports-engine-and-core', 'web/', ['web/', 'engine/', 'core/']),
    ...stages.map((stage, index) => ({
      name: `${stage}-imports-only-what-comes-before`,
      severity: 'error',
      from: { path: `^src/core/${stage}/`, ...notTests },
      to: {
        path: '^src/',
        pathNot: [
          `^src/core/(${shared})`,
          ...stages.slice(0, index + 1).map((earlier) => `^src/core/${earlier}/`),
        ],
      },
    })),
    {
      name: 'geometry-stands-alone',
      severity: 'error',
      from: { path: '^src/core/geometry/', ...notTests },
      to: { path: '^src/', pathNot: '^src/core/geometry/' },
    },
    {
      name: 'words-need-geometry-only',
      severity: 'error',
      from: { path: '^src/core/words/', ...notTests },
      to: { path: '^src/', pathNot: '^src/core/(words|geometry)/' },
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
