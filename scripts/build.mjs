/** Builds the page, the server and the command line into dist/. */
import { run } from './run.mjs';

await run('node', ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn']);
await run('node', [
  'node_modules/vite/bin/vite.js',
  'build',
  '--logLevel',
  'warn',
  '-c',
  'vite.node.config.ts',
]);
await run('node', ['scripts/notices.mjs']);
