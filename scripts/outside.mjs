/**
 * `npm run outside`: files of several jobs, written by the command line, opened by programs of Debian that had no part in writing
 * them: poppler, ghostscript, ezdxf, admesh, lib3mf, pngcheck, libwebp, Pillow, zxing-cpp and ZBar; and tables of links in nginx and Apache.
 * After them come the long tests of our own (`npm run test:long`), each part with a line `N passed, N failed`.
 */
import { mkdirSync, rmSync } from 'node:fs';
import { installDebian, installPackages } from './install.mjs';
import { exitCode, run } from './run.mjs';

process.chdir(new URL('..', import.meta.url).pathname);
await installPackages();
const packages = [
  'poppler-utils',
  'ghostscript',
  'python3-ezdxf',
  'admesh',
  'lib3mf1',
  'pngcheck',
  'webp',
  'python3-pil',
  'python3-zxing-cpp',
  'python3-pyzbar',
  'nginx-light',
  'apache2-bin',
];
// Every package of Debian brings a folder of its own there.
await installDebian(
  'the checks by other programs',
  Object.fromEntries(packages.map((name) => [`/usr/share/doc/${name}`, name])),
);
await run('node', ['scripts/build.mjs']);
const folder = 'test-results/outside';
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
await run('node', ['dist/node/outsideJobs.js', folder]);
await run('node', ['dist/node/moduleSymbols.js', folder]);
await run('node', ['dist/node/linkServers.js', folder]);
const code = await exitCode('/usr/bin/python3', ['outside/checks.py', `${folder}/cases.json`]);
process.exit(Math.max(code, await exitCode('node', ['scripts/test.mjs', '--long'])));
