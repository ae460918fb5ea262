/** `npm run demo` and `npm start`: installs what is missing, builds, and starts the server in this process. */
import { rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { installPackages } from './install.mjs';
import { run } from './run.mjs';

process.chdir(new URL('..', import.meta.url).pathname);
await installPackages();
await run('node', ['scripts/build.mjs']);
if (process.argv[2] === 'demo') {
  // The demo keeps to its own folder and never opens the user's data; `npm run demo -- --fresh` starts it anew.
  process.env.BINARUS_DATA = resolve('.demo-data');
  process.env.BINARUS_DEMO = '1';
  if (process.argv.includes('--fresh')) rmSync('.demo-data', { recursive: true, force: true });
}
// What is left is for the server: `npm start -- --restore YEAR-MONTH-DAY`.
process.argv = [
  ...process.argv.slice(0, 2),
  ...process.argv.slice(3).filter((option) => option !== '--fresh'),
];
await import('../dist/node/server.js');
