/** Pictures in a ZIP file, by their names. */
import { unzipSync } from 'fflate';
import { pictureLimit } from './pictures';
import { unpackedBytes } from './spreadsheet';

export interface UnpackedPicture {
  readonly name: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
}

/** What an honest collection of pictures takes, at most. */
const most = { packedBytes: 100e6, unpackedBytes: 300e6, fileBytes: 20e6 } as const;
const isPicture = /\.(svg|png|jpe?g|webp|gif|bmp|avif)$/i;
/** What systems put beside the files of a folder. */
const isBeside = /(^|\/)(__MACOSX|\._|\.)/;

const mb = (bytes: number): string => `${(bytes / 1e6).toFixed(0)} MB`;

/** A sentence with the measured and the allowed value where they cannot be unpacked. What is no picture by its name is left out. */
export function unpackPictures(
  bytes: Uint8Array,
): { readonly pictures: readonly UnpackedPicture[]; readonly others: number } | { readonly problem: string } {
  if (bytes.length > most.packedBytes)
    return { problem: `The ZIP file has ${mb(bytes.length)}; at most ${mb(most.packedBytes)} are opened.` };
  const size = unpackedBytes(bytes);
  if (size === null) return { problem: 'This is no ZIP file, or it is damaged.' };
  if (size > most.unpackedBytes)
    return {
      problem: `The ZIP file unpacks to ${mb(size)}; at most ${mb(most.unpackedBytes)} are unpacked.`,
    };
  let [others, tooLarge] = [0, ''];
  let count = 0;
  let entries: Record<string, Uint8Array>;
  try {
    entries = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        const isWanted = isPicture.test(name) && !isBeside.test(name);
        if (!isWanted && !name.endsWith('/')) others++;
        if (isWanted && originalSize > most.fileBytes) tooLarge = `${name} has ${mb(originalSize)}`;
        return isWanted && ++count <= pictureLimit && tooLarge === '';
      },
    });
  } catch {
    return { problem: 'The ZIP file is damaged: what is in it cannot be unpacked.' };
  }
  if (tooLarge !== '') return { problem: `${tooLarge}; at most ${mb(most.fileBytes)} are opened.` };
  if (count > pictureLimit)
    return { problem: `There are ${count} pictures in the ZIP file; at most ${pictureLimit} are opened.` };
  if (count === 0) return { problem: 'There is no picture in the ZIP file.' };
  return {
    pictures: Object.entries(entries).map(([name, own]) => ({
      name: name.replace(/^.*\//, ''),
      bytes: own.slice(),
    })),
    others,
  };
}
