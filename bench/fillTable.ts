/**
 * Measures how little of its module a unit that stands alone may cover, by pixels a module and contrast, and writes the table
 * that the limit reads: `npm run fill-table`. Squares and dots, on a small and a larger version; the worst counts.
 */
import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { plainStyle, squareModules, unitArea, type Style } from '../src/core/artwork';
import { hexOfRgb } from '../src/core/colour';
import { isDecided, proveUntil, startProof, type ProofReport } from '../src/core/proof';
import { voting } from '../src/core/readers';
import { styleSetup } from '../src/core/solving';
import { loadProofBinaries } from '../src/node/proofBinaries';

const pixels = [2.5, 3, 3.5, 4, 5, 6];
const contrasts = [0.3, 0.4, 0.55, 0.8];
const versions = [3, 7];
/** Corners of squares and of dots. */
const cornerSizes = [0, 0.5];
/** Sides of a square of the unit's area, in hundredths of a module. */
const fills = Array.from({ length: 13 }, (_, index) => 40 + 5 * index);

const readers = voting(await startProof(await loadProofBinaries()));
const rank = { good: 2, caution: 1, stop: 0 };

/** A style of units that stand alone, each of the area of a square of the given side. */
function apart(side: number, cornerSize: number): Style {
  const modules = { ...squareModules, join: 'none' as const, cornerSize };
  return { ...plainStyle, modules: { ...modules, fill: Math.min(1, side / Math.sqrt(unitArea(modules))) } };
}

/** The worst verdict of all versions and shapes at a fill. */
async function verdictAt(
  side: number,
  pixelsPerModule: number,
  contrast: number,
): Promise<ProofReport['verdict']> {
  const grey = (luma: number): string => hexOfRgb([luma, luma, luma]);
  const colours = { baseColour: grey(0.95), markColour: grey(0.95 - contrast) };
  let worst: ProofReport['verdict'] = 'good';
  for (const version of versions)
    for (const cornerSize of cornerSizes) {
      const setup = styleSetup(apart(side, cornerSize), version, { ...colours, pixelsPerModule, seed: 41 });
      const { verdict } = (await proveUntil(setup, readers, { isEnough: isDecided }))!;
      if (rank[verdict] < rank[worst]) worst = verdict;
      if (worst === 'stop') return worst;
    }
  return worst;
}

/** Least fill by contrast and pixels; null where not even whole modules that stand apart are read promptly by all. */
const leastFill: (number | null)[][] = [];
for (const contrast of contrasts) {
  const row: (number | null)[] = [];
  for (const pixelsPerModule of pixels) {
    // From full downwards: what is below the first that stops is not asked.
    let [least, isPrompt, verdict]: [number | null, boolean, ProofReport['verdict']] = [null, true, 'good'];
    const seen: string[] = [];
    for (const side of [...fills].reverse()) {
      if (verdict !== 'stop') verdict = await verdictAt(side / 100, pixelsPerModule, contrast);
      isPrompt &&= verdict === 'good';
      if (isPrompt) least = side / 100;
      seen.unshift(verdict[0]!);
    }
    row.push(least);
    console.log(`${contrast}  ${pixelsPerModule} px  ${seen.join('')}`);
  }
  leastFill.push(row);
}
writeFileSync(
  'src/core/check/fillTable.json',
  await format(JSON.stringify({ pixels, contrasts, leastFill }), { parser: 'json', printWidth: 110 }),
);
