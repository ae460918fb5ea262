/** Logos, pictures and fonts that jobs refer to, loaded once and then at hand without waiting. */
import {
  loadLogo,
  logoKey,
  paletteOfLogo,
  paletteOfPixels,
  readPng,
  type LoadedLogo,
  type LogoAssets,
  type LogoSettings,
  type Picture,
} from '../logo';
import { textFields, type CodeSettings, type Job } from '../job';
import { filledText } from '../piece';
import type { FontId, Typesetter } from '../words';

export interface Library {
  /** Loads what a job refers to; resolves when all is at hand or known to be missing. */
  readonly load: (job: Job) => Promise<void>;
  /** Whether there is nothing to load for a job. */
  readonly isAtHand: (job: Job) => boolean;
  readonly logo: (settings: Pick<LogoSettings, 'source' | 'title'>) => LoadedLogo | undefined;
  readonly picture: (hash: string) => Picture | { readonly problem: string } | undefined;
  /** The bytes of a drawing or a picture, as a job file brings them along; null where they are not at hand. */
  readonly upload: LogoAssets['upload'];
  /** Sets words in the fonts that jobs loaded so far asked for; null where there are no fonts. */
  readonly words: Typesetter | null;
}

/** Kept at most; the oldest go first. */
const keptEntries = 60;

export function createLibrary(assets: LogoAssets): Library {
  const logos = new Map<string, LoadedLogo>();
  const problems = new Map<string, LoadedLogo>();
  const pictures = new Map<string, Picture | { readonly problem: string }>();
  const loadOne = async (logo: Pick<LogoSettings, 'source' | 'title'>): Promise<void> => {
    const key = logoKey(logo);
    if (logos.has(key)) return;
    const loaded = await loadLogo(logo, assets);
    // What cannot be loaded now may be there later.
    keep('problem' in loaded ? problems : logos, key, loaded);
  };
  return {
    words: assets.words,
    upload: assets.upload,
    load: async (job) => {
      for (const { logo, style } of job.codes) {
        if (logo !== null) await loadOne(logo);
        const { ground } = style.paint;
        if (ground.kind === 'picture' && !pictures.has(ground.file)) {
          const bytes = await assets.upload(ground.file);
          if (bytes !== null) keep(pictures, ground.file, readPng(bytes));
        }
      }
      for (const logo of artOf(job)) await loadOne(logo);
      await assets.words.load(wordsOf(job));
    },
    isAtHand: (job) =>
      job.codes.every(
        ({ logo, style: { paint } }) =>
          (logo === null || logos.has(logoKey(logo))) &&
          (paint.ground.kind !== 'picture' || pictures.has(paint.ground.file)),
      ) &&
      artOf(job).every((logo) => logos.has(logoKey(logo))) &&
      assets.words.isAtHand(wordsOf(job)),
    logo: (settings) => logos.get(logoKey(settings)) ?? problems.get(logoKey(settings)),
    picture: (hash) => pictures.get(hash),
  };
}

const artOf = ({ piece }: Job): Pick<LogoSettings, 'source' | 'title'>[] =>
  piece.items.flatMap((item) => (item.kind === 'art' ? [{ source: item.source, title: '' }] : []));

function wordsOf(job: Job): { font: FontId; text: string }[] {
  const fields = textFields(job);
  return job.piece.items.flatMap((item) =>
    item.kind === 'art' || item.kind === 'border'
      ? []
      : [{ font: item.font, text: filledText(item.text, fields) }],
  );
}

function keep<Value>(entries: Map<string, Value>, key: string, value: Value): void {
  entries.set(key, value);
  if (entries.size > keptEntries) entries.delete(entries.keys().next().value!);
}

/** Colours of what a code refers to, its logo first. */
export function libraryPalette(
  { logo, style }: Pick<CodeSettings, 'logo' | 'style'>,
  library: Library,
): string[] {
  const raw = logo && library.logo(logo);
  const { ground } = style.paint;
  const picture = ground.kind === 'picture' ? library.picture(ground.file) : undefined;
  return [
    ...new Set([
      ...(raw && !('problem' in raw) ? paletteOfLogo(raw) : []),
      ...(picture && !('problem' in picture) ? paletteOfPixels(picture.rgba) : []),
    ]),
  ];
}

/** For jobs without logo and pictures, and where none can be loaded. */
export const emptyLibrary: Library = {
  load: () => Promise.resolve(),
  isAtHand: () => true,
  logo: () => undefined,
  picture: () => undefined,
  upload: () => Promise.resolve(null),
  words: null,
};
