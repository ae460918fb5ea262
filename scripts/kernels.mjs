/**
 * `npm run kernels`: compiles kernels/sensor.ts (AssemblyScript) and keeps it as text, so that page, worker, server and command
 * line have it at once. With `--check` it says whether what is kept is what the source gives.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import asc from 'assemblyscript/asc';

process.chdir(new URL('..', import.meta.url).pathname);
const kept = 'src/core/simulation/sensorBinary.ts';
const options = ['--runtime', 'stub', '-O3', '--enable', 'simd', '--initialMemory', '1'];
let binary = null;
const { error, stderr } = await asc.main(['kernels/sensor.ts', '--outFile', 'sensor.wasm', ...options], {
  writeFile: (name, contents) => {
    if (name.endsWith('.wasm')) binary = contents;
  },
});
if (error || binary === null) {
  console.error(stderr.toString());
  process.exit(1);
}

const lines = Buffer.from(binary)
  .toString('base64')
  .match(/.{1,100}/g)
  .map((line) => `  '${line}',`);
const text = `/** Made by \`npm run kernels\` from kernels/sensor.ts. */
export const sensorBase64 = [
${lines.join('\n')}
].join('');
`;
if (!process.argv.includes('--check')) writeFileSync(kept, text);
else if (readFileSync(kept, 'utf8') !== text) {
  console.error(`${kept} is not what kernels/sensor.ts gives: npm run kernels`);
  process.exit(1);
}
