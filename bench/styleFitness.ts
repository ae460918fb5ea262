/** Measures every preset with every reader and writes the figures that the program shows: `npm run style-fitness`. */
import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { loadProofBinaries } from '../src/node/proofBinaries';
import { presets } from '../src/core/artwork';
import { startProof } from '../src/core/proof';
import { measureStyleFitness } from '../src/core/solving';

const readers = await startProof(await loadProofBinaries());
const measured: Record<string, unknown> = {};
for (const { id, name, style } of presets) {
  const fitness = (await measureStyleFitness(style, readers))!;
  measured[id] = { style, fitness };
  const counts = fitness.readers.map((reader) => `${reader.name} ${reader.read.join('/')}`).join('  ');
  console.log(`${name.padEnd(10)} ${fitness.verdict.padEnd(15)} ${counts}`);
}
writeFileSync(
  'src/content/presetFitness.json',
  await format(JSON.stringify(measured), { parser: 'json', printWidth: 110 }),
);
