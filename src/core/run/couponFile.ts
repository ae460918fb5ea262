/** Files of a test piece: written by the same writers as those of jobs. */
import { couponWords, drawCoupon, type Coupon } from '../coupon';
import { CannotWrite, fileNames, formatOf, outputFormats, type FormatId, type OutputBinary } from '../output';
import { machineKinds, pairOf, type PairValues } from '../plan';
import type { OutputFile } from './makeFiles';
import type { Library } from './library';

/** A whole test piece is in one picture, so that more pixels of its sides are kept than of one code. */
export const couponPhotoPx = 4200;

/** Formats in which a machine takes a test piece, the usual ones of its kind first. */
export function couponFormats({ machine }: Pick<PairValues, 'machine'>): readonly FormatId[] {
  const fitting = outputFormats.filter(
    (format) => !('shows' in format) && (!('needs' in format) || machine.dotMm !== null),
  );
  const suits = ({ suits: kinds }: (typeof fitting)[number]): boolean =>
    (kinds as readonly string[]).includes(machine.kind);
  return [...fitting.filter(suits), ...fitting.filter((format) => !suits(format))].map(({ id }) => id);
}

export interface CouponFileRequest {
  readonly format: FormatId;
  readonly words: Library['words'];
  readonly binary: (name: OutputBinary) => Promise<ArrayBuffer>;
}

/** A sentence where the format or the machine cannot hold it. */
export async function couponFiles(
  coupon: Coupon,
  { format: id, words, binary }: CouponFileRequest,
): Promise<{ readonly files: readonly OutputFile[] } | { readonly problem: string }> {
  await words?.load(couponWords(coupon));
  const pair = pairOf(coupon.pair);
  const format = formatOf(id);
  const write = await format.load();
  try {
    const written = await write(drawCoupon(coupon, words).sheet, {
      notes: {
        title: `test piece ${coupon.id}`,
        description: `${coupon.widthMm} x ${coupon.heightMm} mm on ${pair.material.name} by ${pair.machine.name}; made as the machine is always set`,
      },
      pair,
      baseColour: pair.groundColour,
      markColour: pair.markColour,
      grid: null,
      finished: () => {
        throw new Error('No test piece is written as a finished picture.');
      },
      wrapped: null,
      binary,
    });
    const names = fileNames(
      'test-piece_{title}_{size}_{material}_{machine}',
      {
        collection: '',
        title: coupon.id,
        revision: '',
        size: `${coupon.widthMm}x${coupon.heightMm}mm`,
        width: `${coupon.widthMm}mm`,
        height: `${coupon.heightMm}mm`,
        material: pair.material.name,
        machine: pair.machine.short,
        operation: machineKinds[pair.machine.kind].operation,
        row: '',
      },
      written.map(({ part }) => ({ parts: [format.variant, part ?? ''], extension: format.extension })),
    );
    return {
      files: written.map(({ bytes }, index) => ({
        name: names[index]!,
        mediaType: format.mediaType,
        bytes,
      })),
    };
  } catch (error) {
    if (error instanceof CannotWrite) return { problem: error.message };
    throw error;
  }
}
