export default {
  testEnvironment: 'node',
  // Both cores of a small machine; by itself one would be left free.
  maxWorkers: 2,
  // A machine may be busy: what hangs is what this is about.
  testTimeout: 60_000,
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
