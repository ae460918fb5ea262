import { describe, expect, it } from '@jest/globals';
import { PictureUploads, type Picture, type UploadTools } from './pictureUploads';

const file = (name: string, content = name): File => new File([content], name);

/** An upload that refuses what is called bad. */
function newUploads(change: Partial<UploadTools> = {}) {
  const kept: Picture[] = [];
  const progress: unknown[] = [];
  const uploads: PictureUploads = new PictureUploads({
    unpack: async () => ({ problem: 'no ZIP file' }),
    upload: async ({ name }) => {
      progress.push(uploads.progress.value);
      if (name.startsWith('bad')) throw new Error('The picture is broken.');
      const mediaType = name.endsWith('.svg') ? ('image/svg+xml' as const) : ('image/png' as const);
      return { hash: name.padEnd(64, '0'), mediaType, fileName: name };
    },
    keep: (picture) => kept.push(picture) > 0,
    ...change,
  } as UploadTools);
  return { uploads, kept, progress };
}

describe('pictures on their way', () => {
  it('are kept one by one, with how many of how many are brought', async () => {
    const { uploads, kept, progress } = newUploads();
    await uploads.bring([file('tern.png'), file('gull.svg')]);
    expect(kept.map(({ name, kind }) => [name, kind])).toEqual([
      ['tern.png', 'picture'],
      ['gull.svg', 'drawing'],
    ]);
    expect(progress).toEqual([
      { done: 0, of: 2 },
      { done: 1, of: 2 },
    ]);
    expect(uploads.progress.value).toBeNull();
  });

  it('that fail are named, up to three, and the others are kept', async () => {
    const { uploads, kept } = newUploads();
    const files = ['bad1.png', 'tern.png', 'bad2.png', 'bad3.png', 'bad4.png'].map((name) => file(name));
    await expect(uploads.bring(files)).rejects.toThrow(
      '4 of 5 cannot be used. bad1.png: The picture is broken. bad2.png: The picture is broken. bad3.png: The picture is broken.',
    );
    expect(kept.map(({ name }) => name)).toEqual(['tern.png']);
    expect(uploads.progress.value).toBeNull();
  });

  it('of a ZIP file count one by one; a file that is none says why, and nothing is brought', async () => {
    const bytes = new TextEncoder().encode('picture');
    const { uploads, kept } = newUploads({
      unpack: async () => ({
        pictures: [
          { name: 'tern.png', bytes },
          { name: 'gull.png', bytes },
        ],
      }),
    } as never);
    await uploads.bring([file('birds.zip'), file('heron.png')]);
    expect(kept.map(({ name }) => name)).toEqual(['tern.png', 'gull.png', 'heron.png']);
    const broken = newUploads();
    await expect(broken.uploads.bring([file('heron.png'), file('birds.ZIP')])).rejects.toThrow(
      'birds.ZIP: no ZIP file',
    );
    expect(broken.kept).toEqual([]);
  });

  it('end where the series is gone', async () => {
    const { uploads, progress } = newUploads({ keep: () => false });
    await uploads.bring([file('tern.png'), file('gull.png')]);
    expect(progress).toHaveLength(1);
  });
});
