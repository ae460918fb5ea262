/** Logos and ground pictures that jobs refer to, loaded once and then at hand without waiting. */
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
} from './artwork';
import type { Job } from './job';

export interface LogoLibrary {
  /** Loads what a job refers to; resolves when all is at hand or known to be missing. */
  readonly load: (job: Pick<Job, 'logo' | 'style'>) => Promise<void>;
  readonly logo: (settings: LogoSettings) => LoadedLogo | undefined;
  readonly picture: (hash: string) => Picture | { readonly problem: string } | undefined;
}

/** Kept at most; the oldest go first. */
const keptEntries = 60;

export function createLogoLibrary(assets: LogoAssets): LogoLibrary {
  const logos = new Map<string, LoadedLogo>();
  const problems = new Map<string, LoadedLogo>();
  const pictures = new Map<string, Picture | { readonly problem: string }>();
  return {
    load: async ({ logo, style }) => {
      if (logo !== null && !logos.has(logoKey(logo))) {
        const loaded = await loadLogo(logo, assets);
        // What cannot be loaded now may be there later.
        if (!('problem' in loaded)) keep(logos, logoKey(logo), loaded);
        else keep(problems, logoKey(logo), loaded);
      }
      const { ground } = style.paint;
      if (ground.kind === 'picture' && !pictures.has(ground.file)) {
        const bytes = await assets.upload(ground.file);
        if (bytes !== null) keep(pictures, ground.file, readPng(bytes));
      }
    },
    logo: (settings) => logos.get(logoKey(settings)) ?? problems.get(logoKey(settings)),
    picture: (hash) => pictures.get(hash),
  };
}

function keep<Value>(entries: Map<string, Value>, key: string, value: Value): void {
  entries.set(key, value);
  if (entries.size > keptEntries) entries.delete(entries.keys().next().value!);
}

/** Colours of what a job refers to, its logo first. */
export function libraryPalette({ logo, style }: Pick<Job, 'logo' | 'style'>, library: LogoLibrary): string[] {
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
export const emptyLibrary: LogoLibrary = {
  load: () => Promise.resolve(),
  logo: () => undefined,
  picture: () => undefined,
};
