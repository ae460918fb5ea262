/**
 * How readers really behave: each condition alone, on simulated shots turned all ways, reader by reader, with OpenCV as an
 * opinion from outside. `npm run readers-table` writes docs/readers.md. Symbols are painted here, module by module, so that
 * nothing of styles, planning and machines is in it.
 */
import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { hexOfRgb } from '../src/core/colour';
import { startProof } from '../src/core/proof';
import {
  photograph,
  plainSetting,
  shotOf,
  surfaceOf,
  type Bend,
  type Shot,
  type Subject,
} from '../src/core/simulation';
import { defaultSymbolSettings, encodeSymbol, finderCentres, type QrSymbol } from '../src/core/symbol';
import { loadProofBinaries } from '../src/node/proofBinaries';
import { openCvReader } from '../src/testing/openCv';

const [shots, pxPerModule, beyond] = [24, 16, 9];
const text = 'https://ternquay.example/slip/7';
const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** How a symbol is painted; lengths in modules. */
interface Look {
  readonly version: number;
  readonly quiet: number;
  readonly surround: 'dark' | 'light';
  readonly contrast: number;
  readonly reversed: boolean;
  readonly mirrored: boolean;
  /** On each edge of what is dark. */
  readonly growth: number;
  /** Side of a module beside the finder patterns, and whether it is round. */
  readonly fill: number;
  readonly round: boolean;
  /** Radius of the outer corners of finder patterns. */
  readonly finderRadius: number;
  /** Side of a light block in the middle, as a share of the symbol's. */
  readonly block: number;
}

interface Condition {
  readonly name: string;
  readonly steps: readonly (readonly [name: string, look: Partial<Look>, shot: Change])[];
}
interface Change {
  readonly pixels?: number;
  readonly noise?: number;
  readonly tilt?: number;
  /** Width over diameter of what it goes around, and from how far aside it is seen. */
  readonly around?: number;
  readonly aside?: number;
  readonly leastLight?: number;
  readonly shadow?: number;
  /** Share of the symbol's area. */
  readonly glare?: number;
}

const plainLook: Look = {
  version: 3,
  quiet: 4,
  surround: 'light',
  contrast: 0.8,
  reversed: false,
  mirrored: false,
  growth: 0,
  fill: 1,
  round: false,
  finderRadius: 0,
  block: 0,
};

const steps = <Value>(
  values: readonly Value[],
  name: (value: Value) => string,
  of: (value: Value) => readonly [Partial<Look>, Change],
): Condition['steps'] => values.map((value) => [name(value), ...of(value)] as const);
const per = (value: number): string => `${Math.round(100 * value)} %`;

const conditions: readonly Condition[] = [
  { name: 'pixels a module', steps: steps([1.5, 1.8, 2, 2.5, 3, 4], String, (pixels) => [{}, { pixels }]) },
  {
    name: 'dark surround, quiet zone in modules (version 7)',
    steps: steps([0, 0.5, 1, 2, 4], String, (quiet) => [{ version: 7, quiet, surround: 'dark' }, {}]),
  },
  { name: 'light surround, no quiet zone', steps: [['', { version: 7, quiet: 0 }, {}]] },
  {
    name: 'symbol contrast',
    steps: steps([0.6, 0.4, 0.3, 0.2, 0.15, 0.1], per, (contrast) => [{ contrast }, {}]),
  },
  { name: 'contrast 40 % in dim light', steps: [['noise 10', { contrast: 0.4 }, { noise: 10 }]] },
  { name: 'light on dark', steps: [['', { reversed: true, surround: 'dark' }, {}]] },
  { name: 'left for right', steps: [['', { mirrored: true }, {}]] },
  {
    name: 'dark grown or shrunk on each edge (version 7)',
    steps: steps([-0.3, -0.2, -0.1, 0.1, 0.2, 0.3], per, (growth) => [{ version: 7, growth }, {}]),
  },
  { name: 'square modules, side', steps: steps([0.8, 0.65, 0.5], per, (fill) => [{ fill }, {}]) },
  { name: 'dots, diameter', steps: steps([1, 0.8, 0.6, 0.5], per, (fill) => [{ fill, round: true }, {}]) },
  {
    name: 'radius of finder corners, modules',
    steps: steps([0.5, 1, 1.5, 2, 2.5, 3.5], String, (finderRadius) => [{ finderRadius }, {}]),
  },
  { name: 'light block in the middle', steps: steps([0.2, 0.25, 0.3], per, (block) => [{ block }, {}]) },
  { name: 'leaning, degrees', steps: steps([30, 40, 50, 60], String, (tilt) => [{}, { tilt, pixels: 6 }]) },
  {
    name: 'around a cylinder, width over diameter',
    steps: steps([0.4, 0.5, 0.6, 0.7], String, (around) => [{}, { around }]),
  },
  {
    name: 'the same, seen from 20 degrees aside',
    steps: steps([0.1, 0.2, 0.3, 0.4], String, (around) => [{}, { around, aside: 20 }]),
  },
  {
    name: 'spot of glare, share of the area',
    steps: steps([0.02, 0.05, 0.1], per, (glare) => [{}, { glare }]),
  },
  { name: 'light falls off to', steps: steps([0.5, 0.3, 0.15], per, (leastLight) => [{}, { leastLight }]) },
  { name: 'edge of a shadow, light in it', steps: steps([0.5, 0.3], per, (shadow) => [{}, { shadow }]) },
];

const symbols = new Map<number, QrSymbol>();
function symbolOf(version: number): QrSymbol {
  const known =
    symbols.get(version) ??
    encodeSymbol(text, { ...defaultSymbolSettings, raiseLevel: false, version }).symbol!;
  symbols.set(version, known);
  return known;
}

/** Whether a place is dark, from the symbol's upper left corner in modules. */
function isDark({ size, modules }: QrSymbol, look: Look, x: number, y: number): boolean {
  const [column, row] = [Math.floor(x), Math.floor(y)];
  if (column < 0 || row < 0 || column >= size || row >= size) return false;
  const middle =
    Math.abs(x - size / 2) < (look.block * size) / 2 && Math.abs(y - size / 2) < (look.block * size) / 2;
  if (middle) return false;
  const finder = finderCentres(size).find(
    ([centreRow, centreColumn]) => Math.abs(row - centreRow) <= 3 && Math.abs(column - centreColumn) <= 3,
  );
  if (finder !== undefined) {
    const [right, down] = [Math.abs(x - finder[1] - 0.5), Math.abs(y - finder[0] - 0.5)];
    const within = (half: number, radius: number): boolean => {
      const [dx, dy] = [Math.max(0, right - (half - radius)), Math.max(0, down - (half - radius))];
      return right <= half && down <= half && Math.hypot(dx, dy) <= Math.max(radius, 1e-9);
    };
    const radius = look.finderRadius;
    return (
      within(3.5, radius) && (!within(2.5, Math.max(0, radius - 1)) || within(1.5, Math.max(0, radius - 2)))
    );
  }
  if (modules[row * size + column] !== 1) return false;
  const [dx, dy] = [x - column - 0.5, y - row - 0.5];
  return look.round
    ? Math.hypot(dx, dy) <= look.fill / 2
    : Math.max(Math.abs(dx), Math.abs(dy)) <= look.fill / 2;
}

function subjectOf(look: Look, { pixels = 4.5, around }: Change): Subject {
  const symbol = symbolOf(look.version);
  const { size } = symbol;
  const side = Math.round((size + 2 * beyond) * pxPerModule);
  const plane = new Uint8Array(side * side);
  const dark = (x: number, y: number): boolean => {
    const column = look.mirrored ? size - x : x;
    if (look.growth === 0) return isDark(symbol, look, column, y);
    const reach = Math.abs(look.growth);
    const around9 = [-reach, 0, reach].flatMap((dx) =>
      [-reach, 0, reach].map((dy) => isDark(symbol, look, column + dx, y + dy)),
    );
    return look.growth > 0 ? around9.some(Boolean) : around9.every(Boolean);
  };
  for (let row = 0; row < side; row++)
    for (let column = 0; column < side; column++) {
      const [x, y] = [(column + 0.5) / pxPerModule - beyond, (row + 0.5) / pxPerModule - beyond];
      const isField = x > -look.quiet && y > -look.quiet && x < size + look.quiet && y < size + look.quiet;
      const isInk = isField ? dark(x, y) !== look.reversed : look.surround === 'dark';
      plane[row * side + column] = isInk ? 255 : 0;
    }
  const moduleMm = 1;
  const light = 0.9;
  const grey = (value: number): string => {
    // Symbol contrast is of linear light (IEC 61966-2-1).
    const encoded = value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055;
    return hexOfRgb([encoded, encoded, encoded]);
  };
  const window = { x: 0, y: 0, width: side / pxPerModule, height: side / pxPerModule };
  const centre = size / 2 + beyond;
  const radiusMm = around === undefined ? 0 : size / around / 2;
  const bend: Bend | null = around === undefined ? null : { radiusMm, around: 'width', slope: 0 };
  return {
    raster: surfaceOf(
      {
        width: side,
        height: side,
        pxPerMm: pxPerModule,
        window,
        inks: [plane],
        onPiece: new Uint8Array(side * side).fill(1),
      },
      pxPerModule / pixels,
    ),
    baseColour: grey(light),
    markColour: grey(Math.max(0, light - look.contrast)),
    tile: null,
    centreMm: [centre, centre],
    fieldMm: size + 8,
    moduleMm,
    seenFromBehind: false,
    pixelsPerModule: pixels,
    focalPx: 1478,
    shortSidePx: 1080,
    bend,
  };
}

function shotFor(change: Change, size: number, number: number): Shot {
  const plain = shotOf({ ...plainSetting(250), mostTilt: 0 }, 3, number);
  const { tilt = 0, noise = 5, leastLight = 1, shadow, glare, aside, pixels = 4.5 } = change;
  const wide = size * pixels;
  const way = number * 2.399963;
  return {
    ...plain,
    tilt: radians(tilt + (aside ?? 0)),
    // The camera stands aside along the way that goes around.
    leansTowards: aside === undefined ? plain.leansTowards : -plain.turn,
    lens: { ...plain.lens, blurPx: 0.6, motionPx: 0, noiseSteps: noise, lossShare: 0 },
    light: {
      ...plain.light,
      leastLight,
      veil: 0,
      white: [1, 1, 1],
      shadow:
        shadow === undefined
          ? null
          : { light: shadow, from: way, aside: 0.6 * (((number * Math.SQRT2) % 1) - 0.5) },
      // Where the peak of a normal curve is above white over so much of the area.
      glare:
        glare === undefined
          ? null
          : {
              peak: 4,
              right: (((number * Math.sqrt(3)) % 1) - 0.5) * wide,
              down: (((number * Math.sqrt(5)) % 1) - 0.5) * wide,
              spread: (wide * Math.sqrt(glare / Math.PI)) / Math.sqrt(2 * Math.log(4)),
            },
    },
  };
}

const readers = [...(await startProof(await loadProofBinaries())), await openCvReader()];
const rows: string[] = [];
let [frames, wrong] = [0, 0];
for (const { name, steps: steps } of conditions) {
  const shares: string[][] = readers.map(() => []);
  for (const [, look, change] of steps) {
    const full = { ...plainLook, ...look };
    const subject = subjectOf(full, change);
    const counts = readers.map(() => 0);
    for (let number = 1; number <= shots; number++) {
      const frame = photograph(subject, shotFor(change, symbolOf(full.version).size, number));
      for (const [place, reader] of readers.entries()) {
        const read = await reader.read(frame);
        frames++;
        if (read === text) counts[place]!++;
        else if (read !== null && read !== '') wrong++;
      }
    }
    counts.forEach((count, place) => shares[place]!.push(String(Math.round((100 * count) / shots))));
  }
  const values = steps.map(([step]) => step).filter((step) => step !== '');
  const row = `| ${name}${values.length === 0 ? '' : `: ${values.join(' / ')}`} | ${shares.map((share) => share.join('/')).join(' | ')} |`;
  console.log(row);
  rows.push(row);
}
const page = [
  '# How readers behave',
  '',
  `Made by \`npm run readers-table\`: per cent of ${shots} simulated shots that are read, turned all ways, 4.5 pixels a module, blur of 0.6 pixels, noise of 5 of 255, contrast of 80 %, version 3 and level M where nothing else is said. OpenCV has no vote anywhere; it is an opinion from outside.`,
  '',
  `| condition | ${readers.map((reader) => reader.name).join(' | ')} |`,
  `| --- | ${readers.map(() => '---').join(' | ')} |`,
  ...rows,
  '',
  `Of ${frames.toLocaleString('en')} readings ${wrong === 0 ? 'none' : wrong} gave another text than the message.`,
  '',
];
writeFileSync('docs/readers.md', await format(page.join('\n'), { parser: 'markdown', printWidth: 110 }));
process.exit(0);
