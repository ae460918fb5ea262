/** `npm run bench` and `npm run compare-encoders`: installs what is missing, builds, and runs one of the programs of bench/. */
import { installPackages } from './install.mjs';
import { exitCode, run } from './run.mjs';

process.chdir(new URL('..', import.meta.url).pathname);
await installPackages();
await run('node', ['scripts/build.mjs']);
const [program = 'bench', ...rest] = process.argv.slice(2);
process.exit(await exitCode('node', [`dist/node/${program}.js`, ...rest]));
