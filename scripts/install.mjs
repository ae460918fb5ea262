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
export async function installBrowser() {
  if (existsSync('/usr/bin/chromium')) return;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    console.error('The end-to-end tests need /usr/bin/chromium; install it and run again.');
    process.exit(1);
  }
  await run('apt-get', ['update', '-q']);
  await run('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'chromium'], {
    DEBIAN_FRONTEND: 'noninteractive',
  });
}
