export default {
  testEnvironment: 'node',
  // Both cores of a small machine; by itself one would be left free.
  maxWorkers: 2,
  // Modules of tests that are over stay in memory, and every promise costs a little more with each file: begin anew in time.
  workerIdleMemoryLimit: '400MB',
  // A machine may be busy: what hangs is what this is about, not what is slow.
  testTimeout: 900_000,
  roots: ['<rootDir>/src'],
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: { '^(.*\\.sql)\\?raw$': '$1' },
  // The same for packages in CommonJS.
  sandboxInjectedGlobals: ['Math'],
  // The clipping library is busy enough to be worth it.
  transformIgnorePatterns: ['/node_modules/(?!clipper2-ts/)'],
  transform: {
    'node_modules/clipper2-ts/.+\\.js$': '<rootDir>/scripts/jestLocalNames.mjs',
    '^.+\\.sql$': '<rootDir>/scripts/jestRawText.cjs',
    '^.+\\.ts$': [
      '<rootDir>/scripts/jestTransform.mjs',
      {
        jsc: {
          parser: { syntax: 'typescript' },
          target: 'es2022',
          experimental: { keepImportAttributes: true },
        },
        module: { type: 'es6' },
        sourceMaps: 'inline',
      },
    ],
  },
};
