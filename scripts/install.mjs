/** Installs what is missing, and nothing when all is there. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { run } from './run.mjs';

const stamp = 'node_modules/.binarus-installed';

/** Runs `npm ci` when node_modules is missing or of another lock file. */
export async function installPackages() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages; the database driver is compiled here, which takes about two minutes.');
  await run('npm', ['ci']);
  writeFileSync(stamp, lock);
}

/** The browser of the end-to-end tests: Debian's, installed when we may. */
export const installBrowser = () =>
  installDebian('the end-to-end tests', { '/usr/bin/chromium': 'chromium' });

/** Debian's packages by a file that each brings; those that are missing are installed when we may. */
export async function installDebian(what, packages) {
  const missing = Object.entries(packages)
    .filter(([path]) => !existsSync(path))
    .map(([, name]) => name);
  if (missing.length === 0) return;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    console.error(`Needed for ${what}: ${missing.join(', ')}; install and run again.`);
    process.exit(1);
  }
  await run('apt-get', ['update', '-q']);
  await run('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...missing], {
    DEBIAN_FRONTEND: 'noninteractive',
  });
}
