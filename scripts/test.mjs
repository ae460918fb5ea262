/**
 * `npm test`: lint, type check, unit tests, end-to-end tests; ends with `N passed, N failed`. What takes long and seldom breaks stands in
 * files called `*.long.*` and in tests tagged `@long`: `npm run test:long` runs those, and `npm run outside` after its own.
 */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { installBrowser, installPackages } from './install.mjs';
import { exitCode } from './run.mjs';

process.chdir(new URL('..', import.meta.url).pathname);
await installPackages();
await installBrowser();
rmSync('test-results', { recursive: true, force: true });
mkdirSync('test-results', { recursive: true });

const isLong = process.argv.includes('--long');
let passed = 0;
let failed = 0;

/** A step that counts as one check. */
async function check(name, program, args) {
  const started = Date.now();
  const code = await exitCode(program, args);
  console.log(`${code === 0 ? 'ok' : 'FAILED'}: ${name} (${((Date.now() - started) / 1000).toFixed(0)} s)`);
  if (code === 0) passed++;
  else failed++;
  return code === 0;
}

/** A step whose own counts are read from its report; a missing report is a failure. */
async function count(name, program, args, environment, read) {
  const code = await exitCode(program, args, environment);
  let counts = { passed: 0, failed: 1 };
  try {
    counts = read();
  } catch (error) {
    console.error(`${name}: no report (${error.message})`);
  }
  passed += counts.passed;
  failed += code !== 0 && counts.failed === 0 ? 1 : counts.failed;
}

const report = (path) => JSON.parse(readFileSync(path, 'utf8'));

const build = () => check('build', 'node', ['scripts/build.mjs']);
// Each of these keeps one core busy.
const isBuilt = isLong
  ? await build()
  : (
      await Promise.all([
        check('layout and rooms', 'npm', ['run', '--silent', 'layout'])
          .then(() => check('type check', 'npm', ['run', '--silent', 'typecheck']))
          .then(build),
        check('lint', 'npx', ['eslint', '.']),
      ])
    )[0];
// One of both cores each: either would leave a part of them idle by itself.
await Promise.all([
  count(
    'unit tests',
    'npm',
    [
      ...['run', '--silent', 'unit', '--', '--maxWorkers=1', '--json', '--outputFile=test-results/unit.json'],
      isLong ? '--testMatch=**/*.long.test.ts' : '--testPathIgnorePatterns=\\.long\\.test\\.ts$',
    ],
    {},
    () => {
      const { numPassedTests, numFailedTests, numFailedTestSuites } = report('test-results/unit.json');
      return { passed: numPassedTests, failed: Math.max(numFailedTests, numFailedTestSuites) };
    },
  ),
  isBuilt
    ? count(
        'end-to-end tests',
        'npm',
        ['run', '--silent', 'e2e', '--', isLong ? '--grep' : '--grep-invert', '\\.long\\.spec|@long'],
        { PLAYWRIGHT_JSON_OUTPUT_NAME: 'test-results/e2e.json' },
        () => {
          const { expected, unexpected, flaky } = report('test-results/e2e.json').stats;
          return { passed: expected + flaky, failed: unexpected };
        },
      )
    : undefined,
]);

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
