/** Pictures in a ZIP file, by their names. */
import { pictureLimit } from './pictures';
import { unzipBounded, type Unzipped } from './unzipBounded';

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
  const unzipped = unzipBounded(bytes, {
    ...most,
    files: pictureLimit,
    wants: (name) => isPicture.test(name) && !isBeside.test(name),
  });
  if ('refused' in unzipped) return { problem: refusalOf(unzipped) };
  const { files, others } = unzipped;
  if (files.size === 0) return { problem: 'There is no picture in the ZIP file.' };
  return {
    pictures: [...files].map(([name, own]) => ({ name: name.replace(/^.*\//, ''), bytes: own })),
    others,
  };
}

function refusalOf(unzipped: Extract<Unzipped, { refused: string }>): string {
  switch (unzipped.refused) {
    case 'damaged':
      return 'This is no ZIP file, or it is damaged: what is in it cannot be unpacked.';
    case 'files':
      return `There are more than ${pictureLimit} pictures in the ZIP file, the most that are opened.`;
    case 'fileBytes':
      return `${unzipped.name} unpacks to more than ${mb(most.fileBytes)}, the most that is opened.`;
    case 'unpackedBytes':
      return `The ZIP file unpacks to more than ${mb(most.unpackedBytes)}, the most that is unpacked.`;
  }
}
