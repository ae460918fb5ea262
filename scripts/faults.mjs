/**
 * `npm run faults`: the faults suite, longer than `npm test` has time for. Disks that fill up, fail or are locked, kills over every kind of
 * write, hostile files, and requests made up at random. With `--short` about ten minutes, without it about 45; with `--busy` four other
 * processes keep the machine at full load meanwhile. Works without root. Ends with a line of its own.
 */
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { installPackages } from './install.mjs';
import { exitCode } from './run.mjs';

process.chdir(new URL('..', import.meta.url).pathname);
await installPackages();
mkdirSync('test-results', { recursive: true });
if ((await exitCode('node', ['scripts/build.mjs'])) !== 0) process.exit(1);

const isShort = process.argv.includes('--short');
const environment = isShort ? {} : { BINARUS_FAULTS: 'all' };
const others = process.argv.includes('--busy')
  ? Array.from({ length: 4 }, () => spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }))
  : [];

/** Counts of a report; one that is missing is a failure. */
function counts(path, read) {
  try {
    return read(JSON.parse(readFileSync(path, 'utf8')));
  } catch (error) {
    console.error(`no report: ${error.message}`);
    return { passed: 0, failed: 1 };
  }
}

const unit = [
  'src/server/faults',
  'src/server/limited',
  'src/server/interface',
  'src/core/run/hostile',
  'src/core/logo',
  'src/core/series/unzip',
];
await exitCode(
  'npm',
  [
    'run',
    '--silent',
    'unit',
    '--',
    ...unit,
    '--maxWorkers=2',
    '--json',
    '--outputFile=test-results/faults-unit.json',
  ],
  environment,
);
const units = counts('test-results/faults-unit.json', (report) => ({
  passed: report.numPassedTests,
  failed: Math.max(report.numFailedTests, report.numFailedTestSuites),
}));
await exitCode('npx', ['playwright', 'test', 'e2e/faults.long', 'e2e/kills.long', 'e2e/keeping.long'], {
  ...environment,
  PLAYWRIGHT_JSON_OUTPUT_NAME: 'test-results/faults-e2e.json',
});
const processes = counts('test-results/faults-e2e.json', ({ stats }) => ({
  passed: stats.expected + stats.flaky,
  failed: stats.unexpected,
}));
for (const other of others) other.kill('SIGKILL');

const failed = units.failed + processes.failed;
console.log(`faults: ${units.passed + processes.passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
