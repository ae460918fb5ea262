/** Light on a row of the sensor made into a row of the picture: blurred, lit, encoded, with noise. */
import { encodedOfLinear, linearOfEncoded, linearOfHex, lumaOf, lumaOfRgb, type Rgb } from '../colour';
import { normalPair, seededRandom } from '../numbers';
import { blurAcross, type FiveRows, type Kernel } from './blur';
import type { Planes } from './exposure';
import { lightOn } from './light';
import type { Shot } from './shot';
import { fieldPxOf, type Subject } from './view';

const encodeSteps = 4095;
const encodedByLinear = Uint8Array.from({ length: encodeSteps + 1 }, (_, step) =>
  Math.round(encodedOfLinear(step / encodeSteps) * 255),
);

/** Noise of a deviation in steps to draw from, made once: drawing is many times faster than making. */
const noiseLength = 8192;
const noiseMask = noiseLength - 1;
const normals = ((): Float32Array => {
  const random = seededRandom(1958);
  const values = new Float32Array(noiseLength);
  for (let index = 0; index < values.length; index += 2) values.set(normalPair(random), index);
  return values;
})();
const noises = new Map<number, Int8Array>();
function noiseOf(steps: number): Int8Array {
  let noise = noises.get(steps);
  if (noise === undefined) {
    if (noises.size > 32) noises.clear();
    noises.set(steps, (noise = Int8Array.from(normals, (value) => Math.round(value * steps))));
  }
  return noise;
}

/** Blurs rows across each other, and encodes the one in their middle into the picture. */
export type Develop = (rows: readonly Planes[], texture: Float32Array, kernel: Kernel, row: number) => void;

/** Light falls on the piece and from it; the sensor adds its noise, the same to every channel. */
export function development(
  subject: Subject,
  { light, lens }: Shot,
  side: number,
  random: () => number,
  picture: Uint8ClampedArray,
): Develop {
  const inColour = picture.length > side * side;
  const [base, mark] = [subject.baseColour, subject.markColour].map(
    (colour) => linearOfHex(colour).map((channel, place) => channel * light.white[place]!) as unknown as Rgb,
  ) as [Rgb, Rgb];
  const lightRow = lightOn(light, side, fieldPxOf(subject), encodeSteps);
  const lit = new Float32Array(side);
  const shine = new Float32Array(side);
  const noise = noiseOf(lens.noiseSteps);
  const isTextured = subject.tile !== null;
  // As bright as the colours seem to a reader.
  const [bright, dark] = [base, mark].map(brightness) as [number, number];
  const channels: Planes = [new Float32Array(side), new Float32Array(side), new Float32Array(side)];
  return (rows, texture, kernel, row) => {
    lightRow(row, lit, shine);
    const noiseFrom = (random() * noise.length) | 0;
    if (isTextured)
      for (let column = 0; column < side; column++) lit[column] = lit[column]! * (1 + texture[column]!);
    const planeCount = rows[0]!.length;
    const lights = { lit, shine, noise, noiseFrom };
    if (planeCount === 1 && !inColour && kernel.length === 3) {
      encodeGreyOfFive(
        bright,
        dark - bright,
        rows.map(([plane]) => plane!) as unknown as FiveRows,
        kernel,
        lights,
        picture,
        row,
      );
      return;
    }
    for (let plane = 0; plane < planeCount; plane++)
      blurAcross(
        rows.map((planes) => planes[plane]!),
        kernel,
        channels[plane]!,
      );
    if (planeCount > 1) encodeChannels(channels, light.white, lights, picture, row, inColour);
    else if (inColour) encodeBetween(base, mark, channels[0]!, lights, picture, row);
    else encodeGrey(bright, dark - bright, channels[0]!, lights, picture, row);
  };
}

/** What falls on a row, what is mirrored in it, and what the sensor adds, from a place of its noise. */
interface Lights {
  readonly lit: Float32Array;
  readonly shine: Float32Array;
  readonly noise: Int8Array;
  readonly noiseFrom: number;
}

/** Linear light that is encoded to the luma of a colour. */
const brightness = (colour: Rgb): number =>
  linearOfEncoded(Math.min(lumaOfRgb(colour.map(encodedOfLinear) as unknown as Rgb), 1));

/** A row of one ink, between the brightness of base and mark, or a little beyond. */
function encodeGrey(
  base: number,
  more: number,
  share: Float32Array,
  { lit, shine, noise, noiseFrom }: Lights,
  grey: Uint8ClampedArray,
  row: number,
): void {
  for (let column = 0, at = row * share.length; column < share.length; column++, at++)
    grey[at] =
      encodedOf((base + more * share[column]!) * lit[column]! + shine[column]!) +
      noise[(noiseFrom + column) & noiseMask]!;
}

/** The same of a row that is blurred across the two above and below it, at once: most pictures are made of nothing else. */
function encodeGreyOfFive(
  base: number,
  more: number,
  [above2, above1, here, below1, below2]: FiveRows,
  [middle, near, far]: Kernel,
  { lit, shine, noise, noiseFrom }: Lights,
  grey: Uint8ClampedArray,
  row: number,
): void {
  for (let column = 0, at = row * here.length; column < here.length; column++, at++) {
    const share =
      here[column]! * middle! +
      (above1[column]! + below1[column]!) * near! +
      (above2[column]! + below2[column]!) * far!;
    const step = ((base + more * share) * lit[column]! + shine[column]! + 0.5) | 0;
    grey[at] =
      encodedByLinear[step < 0 ? 0 : step > encodeSteps ? encodeSteps : step]! +
      noise[(noiseFrom + column) & noiseMask]!;
  }
}

/** A row of one ink: each channel lies between the colours of base and mark, or a little beyond. */
function encodeBetween(
  [redBase, greenBase, blueBase]: Rgb,
  [redMark, greenMark, blueMark]: Rgb,
  share: Float32Array,
  { lit, shine, noise, noiseFrom }: Lights,
  rgba: Uint8ClampedArray,
  row: number,
): void {
  const [red, green, blue] = [redMark - redBase, greenMark - greenBase, blueMark - blueBase];
  for (let column = 0, at = row * share.length * 4; column < share.length; column++, at += 4) {
    const towards = share[column]!;
    const light = lit[column]!;
    const mirrored = shine[column]!;
    const more = noise[(noiseFrom + column) & noiseMask]!;
    rgba[at] = encodedOf((redBase + red * towards) * light + mirrored) + more;
    rgba[at + 1] = encodedOf((greenBase + green * towards) * light + mirrored) + more;
    rgba[at + 2] = encodedOf((blueBase + blue * towards) * light + mirrored) + more;
    rgba[at + 3] = 255;
  }
}

/** A row of three inks. */
function encodeChannels(
  channels: Planes,
  [redWhite, greenWhite, blueWhite]: readonly [number, number, number],
  { lit, shine, noise, noiseFrom }: Lights,
  picture: Uint8ClampedArray,
  row: number,
  inColour: boolean,
): void {
  const [red, green, blue] = channels as [Float32Array, Float32Array, Float32Array];
  for (let column = 0, pixel = row * lit.length; column < lit.length; column++, pixel++) {
    const light = lit[column]!;
    const mirrored = shine[column]!;
    const more = noise[(noiseFrom + column) & noiseMask]!;
    const redSeen = encodedOf(red[column]! * redWhite * light + mirrored) + more;
    const greenSeen = encodedOf(green[column]! * greenWhite * light + mirrored) + more;
    const blueSeen = encodedOf(blue[column]! * blueWhite * light + mirrored) + more;
    if (inColour) {
      picture[pixel * 4] = redSeen;
      picture[pixel * 4 + 1] = greenSeen;
      picture[pixel * 4 + 2] = blueSeen;
      picture[pixel * 4 + 3] = 255;
    } else picture[pixel] = lumaOf(redSeen, greenSeen, blueSeen);
  }
}

/** The encoded value of light in steps. What is lighter or darker than the colours between can show is cut. */
function encodedOf(steps: number): number {
  const step = (steps + 0.5) | 0;
  return encodedByLinear[step < 0 ? 0 : step > encodeSteps ? encodeSteps : step]!;
}
