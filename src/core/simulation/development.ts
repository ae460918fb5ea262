/** Light on a row of the sensor made into a row of the picture: blurred, lit, encoded, with noise. */
import { encodedOfLinear, linearOfEncoded, linearOfHex, lumaOf, lumaOfRgb, type Rgb } from '../colour';
import { normalPair, seededRandom } from '../numbers';
import { lightOn } from './light';
import type { Sensor } from './sensor';
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

/** Encodes a row: of each ink its blurred light, at places of the sensor's memory; `factors` is what a texture does to light, 0 for none. */
export type Develop = (row: number, inks: readonly number[], factors: number) => void;

/** Where a row is encoded to: a byte a pixel in the sensor's memory, or four a pixel in a picture. */
export type Picture =
  | { readonly kind: 'grey'; readonly place: number }
  | { readonly kind: 'colour'; readonly rgba: Uint8ClampedArray };

/** Light falls on the piece and from it; the sensor adds its noise, the same to every channel. */
export function development(
  sensor: Sensor,
  subject: Subject,
  { light, lens }: Shot,
  side: number,
  random: () => number,
  picture: Picture,
): Develop {
  const { arithmetic } = sensor;
  const [base, mark] = [subject.baseColour, subject.markColour].map(
    (colour) => linearOfHex(colour).map((channel, place) => channel * light.white[place]!) as unknown as Rgb,
  ) as [Rgb, Rgb];
  const lights = lightOn(sensor, light, side, fieldPxOf(subject), encodeSteps);
  const noise = noiseOf(lens.noiseSteps);
  // As bright as the colours seem to a reader.
  const [bright, dark] = [base, mark].map(brightness) as [number, number];
  const [table, noisePlace] = [sensor.keep(encodedByLinear), sensor.keep(noise)];
  return (row, inks, factors) => {
    lights.fill(row);
    if (factors !== 0) arithmetic.multiply(lights.lit, factors, side);
    const noiseFrom = (random() * noise.length) | 0;
    if (inks.length === 1 && picture.kind === 'grey') {
      arithmetic.encode(
        inks[0]!,
        lights.lit,
        lights.shine,
        side,
        bright,
        dark - bright,
        table,
        encodeSteps,
        noisePlace,
        noiseFrom,
        noiseMask,
        picture.place + row * side,
      );
      return;
    }
    const channels = inks.map((place) => sensor.row(place, side));
    const buffers = {
      lit: sensor.row(lights.lit, side),
      shine: sensor.row(lights.shine, side),
      noise,
      noiseFrom,
    };
    if (picture.kind === 'grey')
      encodeGrey(channels, light.white, buffers, sensor.bytes(picture.place + row * side, side));
    else {
      const rgba = picture.rgba.subarray(row * side * 4, (row + 1) * side * 4);
      if (channels.length === 1) encodeBetween(base, mark, channels[0]!, buffers, rgba);
      else encodeChannels(channels, light.white, buffers, rgba);
    }
  };
}

/** What falls on a row, what is mirrored in it, and what the sensor adds, from a place of its noise. */
interface RowLights {
  readonly lit: Float32Array;
  readonly shine: Float32Array;
  readonly noise: Int8Array;
  readonly noiseFrom: number;
}
type Channels = readonly Float32Array[];

/** Linear light that is encoded to the luma of a colour. */
const brightness = (colour: Rgb): number =>
  linearOfEncoded(Math.min(lumaOfRgb(colour.map(encodedOfLinear) as unknown as Rgb), 1));

/** A row of one ink: each channel lies between the colours of base and mark, or a little beyond. */
function encodeBetween(
  [redBase, greenBase, blueBase]: Rgb,
  [redMark, greenMark, blueMark]: Rgb,
  share: Float32Array,
  { lit, shine, noise, noiseFrom }: RowLights,
  rgba: Uint8ClampedArray,
): void {
  const [red, green, blue] = [redMark - redBase, greenMark - greenBase, blueMark - blueBase];
  for (let column = 0, index = 0; column < share.length; column++, index += 4) {
    const towards = share[column]!;
    const light = lit[column]!;
    const mirrored = shine[column]!;
    const deviation = noise[(noiseFrom + column) & noiseMask]!;
    rgba[index] = encodedOf((redBase + red * towards) * light + mirrored) + deviation;
    rgba[index + 1] = encodedOf((greenBase + green * towards) * light + mirrored) + deviation;
    rgba[index + 2] = encodedOf((blueBase + blue * towards) * light + mirrored) + deviation;
    rgba[index + 3] = 255;
  }
}

/** What the sensor sees of three inks, a column after the other. */
function eachChannel(
  [red, green, blue]: Channels,
  [redWhite, greenWhite, blueWhite]: readonly [number, number, number],
  { lit, shine, noise, noiseFrom }: RowLights,
  act: (column: number, red: number, green: number, blue: number) => void,
): void {
  for (let column = 0; column < lit.length; column++) {
    const light = lit[column]!;
    const mirrored = shine[column]!;
    const deviation = noise[(noiseFrom + column) & noiseMask]!;
    act(
      column,
      encodedOf(red![column]! * redWhite * light + mirrored) + deviation,
      encodedOf(green![column]! * greenWhite * light + mirrored) + deviation,
      encodedOf(blue![column]! * blueWhite * light + mirrored) + deviation,
    );
  }
}

function encodeGrey(
  channels: Channels,
  white: readonly [number, number, number],
  lights: RowLights,
  grey: Uint8Array,
): void {
  eachChannel(channels, white, lights, (column, red, green, blue) => {
    grey[column] = Math.min(Math.max(Math.round(lumaOf(red, green, blue)), 0), 255);
  });
}

function encodeChannels(
  channels: Channels,
  white: readonly [number, number, number],
  lights: RowLights,
  rgba: Uint8ClampedArray,
): void {
  eachChannel(channels, white, lights, (column, ...seen) => {
    rgba.set(seen, 4 * column);
    rgba[4 * column + 3] = 255;
  });
}

/** The encoded value of light in steps. What is lighter or darker than the colours between can show is cut. */
function encodedOf(steps: number): number {
  const step = (steps + 0.5) | 0;
  return encodedByLinear[step < 0 ? 0 : step > encodeSteps ? encodeSteps : step]!;
}
