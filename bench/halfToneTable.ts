/**
 * Measures how many pixels a module readers need where parts of modules follow a picture, by contrast, and writes the table that the limit
 * reads: `npm run half-tone-table`. Areas with edges, and greys from left to right, all over the symbol.
 */
import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { plainStyle } from '../src/core/artwork';
import { hexOfRgb } from '../src/core/colour';
import { partsPerModule, type PartTones } from '../src/core/logo';
import { isDecided, proveUntil, startProof, type ProofReport } from '../src/core/proof';
import { voting } from '../src/core/readers';
import { styleSetup } from '../src/core/solving';
import { loadProofBinaries } from '../src/node/proofBinaries';

const pixels = [3, 3.5, 4, 4.5, 5, 5.5, 6, 7, 8];
const contrasts = [0.3, 0.4, 0.55, 0.8];
const versions = [3, 7];

/** Pictures by place in shares of the symbol. */
const pictures = {
  areas: { tone: (x: number, y: number) => (Math.hypot(x - 0.5, y - 0.5) < 0.35 ? 0 : 1), hasTones: false },
  tones: { tone: (x: number) => x, hasTones: true },
} as const;
type Picture = keyof typeof pictures;

const tonesOf =
  (picture: Picture) =>
  (size: number): PartTones => {
    const { tone, hasTones } = pictures[picture];
    const across = size * partsPerModule;
    return {
      across,
      tone: Float32Array.from({ length: across ** 2 }, (_, part) =>
        tone((part % across) / across, Math.floor(part / across) / across),
      ),
      colour: new Uint8ClampedArray(across ** 2 * 4),
      contrast: 1,
      hasTones,
    };
  };

const readers = voting(await startProof(await loadProofBinaries()));
const rank = { good: 2, caution: 1, stop: 0 };
const grey = (luma: number): string => hexOfRgb([luma, luma, luma]);

async function verdictAt(
  picture: Picture,
  pixelsPerModule: number,
  contrast: number,
): Promise<ProofReport['verdict']> {
  const shots = { pixelsPerModule, baseColour: grey(0.95), markColour: grey(0.95 - contrast), seed: 47 };
  let worst: ProofReport['verdict'] = 'good';
  for (const version of versions) {
    const setup = styleSetup(plainStyle, version, shots, tonesOf(picture));
    const { verdict } = (await proveUntil(setup, readers, { isEnough: isDecided }))!;
    if (rank[verdict] < rank[worst]) worst = verdict;
    if (worst === 'stop') return worst;
  }
  return worst;
}

/** Least pixels by contrast at which all readers are prompt; null where none of those measured is enough. */
async function leastPixels(picture: Picture): Promise<(number | null)[]> {
  const smallest: (number | null)[] = [];
  for (const contrast of contrasts) {
    const verdicts: ProofReport['verdict'][] = [];
    for (const pixel of pixels) {
      verdicts.push(await verdictAt(picture, pixel, contrast));
      if (verdicts.at(-1) === 'good') break;
    }
    console.log(
      `${picture} ${contrast}  ${verdicts.map((verdict, place) => `${pixels[place]!} px ${verdict}`).join(', ')}`,
    );
    smallest.push(verdicts.at(-1) === 'good' ? pixels[verdicts.length - 1]! : null);
  }
  return smallest;
}

const table = { contrasts, areas: await leastPixels('areas'), tones: await leastPixels('tones') };
writeFileSync(
  'src/core/check/halfToneTable.json',
  await format(JSON.stringify(table), { parser: 'json', printWidth: 110 }),
);
