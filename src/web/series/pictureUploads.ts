/** Pictures, drawings and ZIP files of them on their way into a series. */
import { shallowRef } from 'vue';
import type { SeriesDocument } from '../../core/series';
import type { Engine } from '../../engine';
import type { uploadFile } from '../shared/uploads';

export type Picture = SeriesDocument['pictures'][number];

export interface UploadTools {
  readonly unpack: Engine['maker']['unpackPictures'];
  readonly upload: typeof uploadFile;
  /** Keeps one; false where there is no series any more. Throws where it cannot be kept. */
  readonly keep: (picture: Picture) => boolean;
}

export class PictureUploads {
  /** How many of how many pictures are brought; null where none are on their way. */
  readonly progress = shallowRef<{ readonly done: number; readonly of: number } | null>(null);

  constructor(private readonly tools: UploadTools) {}

  /** Each is kept as soon as it is here: what was brought is there after a reload. Throws one sentence about those that failed. */
  async bring(files: readonly File[]): Promise<void> {
    const pictures = await this.unpacked(files);
    const failed: string[] = [];
    try {
      for (const [done, file] of pictures.entries()) {
        this.progress.value = { done, of: pictures.length };
        try {
          const { hash, mediaType, fileName } = await this.tools.upload(file);
          const kind = mediaType === 'image/png' ? ('picture' as const) : ('drawing' as const);
          if (!this.tools.keep({ name: fileName, hash, kind })) return;
        } catch (error) {
          failed.push(`${file.name}: ${error instanceof Error ? error.message : String(error)}`);
        }
      }
    } finally {
      this.progress.value = null;
    }
    if (failed.length > 0)
      throw new Error(
        `${failed.length} of ${pictures.length} cannot be used. ${failed.slice(0, 3).join(' ')}`,
      );
  }

  /** Those of ZIP files by themselves. */
  private async unpacked(files: readonly File[]): Promise<readonly File[]> {
    const single: File[] = [];
    for (const file of files)
      if (/\.zip$/i.test(file.name)) {
        const zip = await this.tools.unpack(new Uint8Array(await file.arrayBuffer()));
        if ('problem' in zip) throw new Error(`${file.name}: ${zip.problem}`);
        single.push(...zip.pictures.map(({ name, bytes }) => new File([bytes], name)));
      } else single.push(file);
    return single;
  }
}
