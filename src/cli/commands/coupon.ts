/** `binarus coupon`: a test piece for a material on a machine; and, from photographs of it, what that machine really does. */
import { randomInt } from 'node:crypto';
import {
  calibrate,
  couponKinds,
  couponSchema,
  fitCoupon,
  isInDoubt,
  joinedReadings,
  layCoupon,
  readCoupon,
  usualCouponWidthMm,
  type Coupon,
  type CouponFit,
  type PatchReading,
} from '../../core/coupon';
import { problemsOf } from '../../core/document';
import { startingPair, valuesOf } from '../../core/plan';
import { startProof } from '../../core/proof';
import { voting } from '../../core/readers';
import { couponFiles, operationFormats, couponPhotoPx } from '../../core/files';
import { NotAPhoto, openPhoto } from '../../node/openPhoto';
import { typesetter } from '../../node/logoAssets';
import { outputBinary } from '../../node/outputBinaries';
import { loadProofBinaries } from '../../node/proofBinaries';
import { profileDocument } from '../../wire';
import { chosenPair } from '../choices';
import { UsageError, type Outcome, type Values } from '../command';
import { countOf, millimetres, oneOf, readJson, required } from '../input';
import { writeInto } from '../writeInto';

export async function coupon(values: Values, positionals: readonly string[]): Promise<Outcome> {
  return values.coupon === undefined ? laid(values, positionals) : read(values, positionals);
}

function numbers(values: Values, name: string): readonly number[] {
  const text = values[name];
  if (text === undefined) return [];
  const numbers = String(text).split(',').map(Number);
  if (numbers.some((value) => !Number.isFinite(value)))
    throw new UsageError(`--${name} is numbers with commas between, not “${String(text)}”.`);
  return numbers;
}

async function laid(values: Values, positionals: readonly string[]): Promise<Outcome> {
  if (positionals.length > 0)
    throw new UsageError('photographs need --coupon FILE.json, the document of their test piece.');
  const out = required(values, 'out');
  const pair = (await chosenPair(values)) ?? startingPair;
  const formats = operationFormats(pair);
  const format = oneOf(values, 'format', formats) ?? formats[0]!;
  const laid = layCoupon(
    valuesOf(pair),
    {
      kind: oneOf(values, 'kind', couponKinds) ?? 'sizes',
      widthMm: millimetres(values, 'width') ?? usualCouponWidthMm(pair),
      heightMm: millimetres(values, 'height') ?? null,
      bothPolarities: values['both-polarities'] === true || isInDoubt(pair),
      powersPercent: numbers(values, 'powers'),
      speedsMmPerS: numbers(values, 'speeds'),
    },
    countOf(values, 'seed') ?? randomInt(1, 2 ** 31),
    new Date().toISOString(),
  );
  if ('problem' in laid) throw new UsageError(laid.problem);
  const written = await couponFiles(laid.coupon, { format, words: typesetter(), binary: outputBinary });
  if ('problem' in written) throw new UsageError(written.problem);
  const document = {
    name: `test-piece_${laid.coupon.id.toLowerCase()}.binarus-coupon.json`,
    bytes: new TextEncoder().encode(`${JSON.stringify(laid.coupon, null, 2)}\n`),
  };
  await writeInto(out, [document, ...written.files]);
  const { id, widthMm, heightMm, patches } = laid.coupon;
  return {
    output: {
      id,
      widthMm,
      heightMm,
      codes: patches.length,
      files: [document, ...written.files].map(({ name }) => name),
    },
    stops: false,
  };
}

async function read(values: Values, positionals: readonly string[]): Promise<Outcome> {
  if (positionals.length === 0) throw new UsageError('give one or more photographs of the test piece.');
  const path = String(values.coupon);
  const parsed = couponSchema.safeParse(await readJson(path));
  if (!parsed.success)
    throw new UsageError(`${path} is not a test piece:\n${problemsOf(parsed.error).slice(0, 3).join('\n')}`);
  const readers = voting(await startProof(await loadProofBinaries()));
  const readings: (readonly PatchReading[])[] = [];
  const problems: string[] = [];
  for (const photo of positionals) {
    try {
      const reading = await readCoupon(await openPhoto(photo, couponPhotoPx), parsed.data, readers);
      if (reading === null) continue;
      if ('problem' in reading) problems.push(`${photo}: ${reading.problem}`);
      else readings.push(reading.patches);
    } catch (error) {
      if (!(error instanceof NotAPhoto)) throw error;
      problems.push(error.message);
    }
  }
  for (const problem of problems) process.stderr.write(`${problem}\n`);
  const patches = joinedReadings(readings);
  const fit = fitCoupon(parsed.data, patches);
  const calibration = calibrate(parsed.data, fit, fit.cells[0]?.setting ?? null, new Date().toISOString());
  return {
    output: {
      ...described(parsed.data, fit),
      problems,
      patches,
      profile:
        calibration &&
        profileDocument({
          name: `${parsed.data.pair.material.name}, measured`,
          note: `Measured on test piece ${parsed.data.id}.`,
          basedOn: parsed.data.pair.profile,
          pair: calibration.pair,
        }),
    },
    stops: calibration === null,
  };
}

const described = (
  { id }: Coupon,
  { floor, growthMm, unseen, cells, reversedReadsBetter }: CouponFit,
): object => ({
  id,
  floor,
  growthMm,
  tooSmallInThePictures: unseen,
  reversedReadsBetter,
  ...(cells.length === 0 ? {} : { cells }),
});
