/** A logo's source read once into shapes or pixels; everything after is quick and needs no waiting. */
import { TooComplex, uniteRegion, type Region } from '../geometry';
import { startRenderer } from './svgRenderer';
import { areaOfLine, type Typesetter } from '../words';
import { finestShare, type RawLogo } from './art';
import { shapesOfDrawing } from './drawing';
import icons from './icons.json' with { type: 'json' };
import { readPng } from './png';
import { sanitiseDrawing } from './sanitise';
import type { LogoSettings } from './settings';

/** How whoever runs the core gets at files; each from our own folders. */
export interface LogoAssets {
  readonly words: Typesetter;
  /** The wasm module of the renderer. */
  readonly renderer: () => Promise<ArrayBuffer>;
  /** An uploaded file by its hash; null when it is not there. */
  readonly upload: (hash: string) => Promise<Uint8Array | null>;
}

export type LoadedLogo = RawLogo | { readonly problem: string };

export const iconNames = Object.keys(icons) as readonly (keyof typeof icons)[];

/** Elements of each line icon: SVG element name and attributes, on 24 by 24 units. */
export const iconElements = icons as unknown as Readonly<
  Record<string, readonly [string, Readonly<Record<string, string>>][]>
>;

/** What a logo is read from: two logos with the same key load alike. */
export const logoKey = ({ source, title }: Pick<LogoSettings, 'source' | 'title'>): string =>
  JSON.stringify([source, title]);

/** Reads source and title. Never throws for what users can bring; the problem is a sentence. */
export async function loadLogo(
  { source, title }: Pick<LogoSettings, 'source' | 'title'>,
  assets: LogoAssets,
): Promise<LoadedLogo> {
  const loaded = await loadSource(source, assets);
  if ('problem' in loaded || title.trim() === '') return loaded;
  const words = await outlineWords(title, assets.words);
  if ('problem' in words) return { ...loaded, notes: [...loaded.notes, words.problem] };
  return { ...loaded, title: words.area, notes: [...loaded.notes, ...missingNotes(words.missing)] };
}

async function loadSource(source: LogoSettings['source'], assets: LogoAssets): Promise<LoadedLogo> {
  switch (source.kind) {
    case 'text':
      return shapesOf(await outlineWords(source.text, assets.words));
    case 'emoji':
      return shapesOf(await outlineEmoji(source.emoji, assets.words));
    case 'icon':
      return loadIcon(source.icon, assets);
    case 'drawing':
    case 'picture': {
      const bytes = await assets.upload(source.file);
      if (bytes === null) return { problem: `The file “${source.fileName}” is not among the saved files.` };
      return source.kind === 'picture'
        ? loadPicture(bytes)
        : loadDrawing(new TextDecoder().decode(bytes), assets);
    }
  }
}

const missingNotes = (missing: readonly string[]): string[] =>
  missing.length === 0 ? [] : [`The shipped font lacks ${missing.map((sign) => `“${sign}”`).join(', ')}.`];

type Outlined = { readonly area: Region; readonly missing: readonly string[] } | { readonly problem: string };

/** One line of words in the plain font. Signs that the fonts lack are left out and named. */
async function outlineWords(text: string, words: Typesetter): Promise<Outlined> {
  const line = text.trim();
  await words.load([{ font: 'plain', text: line }]);
  const set = words.setLine('plain', line);
  const area = set === null ? [] : areaOfLine(set);
  if (set === null || area.length === 0) return { problem: 'The shipped font has none of these signs.' };
  return { area, missing: set.missing };
}

async function outlineEmoji(emoji: string, words: Typesetter): Promise<Outlined> {
  await words.loadEmoji();
  const area = words.emoji(emoji);
  if (area === null) return { problem: `The shipped emoji font has no “${emoji}”.` };
  return { area, missing: [] };
}

function shapesOf(outlined: Outlined): LoadedLogo {
  if ('problem' in outlined) return outlined;
  return {
    kind: 'shapes',
    shapes: [{ colour: '#000000', area: outlined.area }],
    notes: missingNotes(outlined.missing),
    title: [],
  };
}

function loadPicture(bytes: Uint8Array): LoadedLogo {
  const read = readPng(bytes);
  return 'problem' in read ? read : { kind: 'pixels', ...read, notes: [], title: [] };
}

async function loadDrawing(text: string, assets: LogoAssets): Promise<LoadedLogo> {
  const sane = sanitiseDrawing(text);
  if ('problem' in sane) return sane;
  await startRenderer(assets.renderer);
  try {
    const { shapes, notes } = shapesOfDrawing(sane.svg);
    if (shapes.length === 0) return { problem: ['There are no shapes in this drawing.', ...notes].join(' ') };
    const removed =
      sane.removed.length === 0 ? [] : [`Removed from the drawing: ${sane.removed.join(', ')}.`];
    return { kind: 'shapes', shapes, notes: [...removed, ...notes], title: [] };
  } catch (error) {
    if (error instanceof TooComplex) return { problem: error.message };
    return { problem: 'This SVG drawing cannot be opened. Save it as plain SVG.' };
  }
}

/** Line icons are 24 units wide with lines of 2, round at ends and corners. */
async function loadIcon(name: string, assets: LogoAssets): Promise<LoadedLogo> {
  const nodes = iconElements[name];
  if (nodes === undefined) return { problem: `There is no icon called “${name}”.` };
  const parts = nodes.map(
    ([tag, attributes]) =>
      `<${tag} ${Object.entries(attributes)
        .map(([key, value]) => `${key}="${value}"`)
        .join(' ')}/>`,
  );
  const loaded = await loadDrawing(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"><g fill="none" stroke="#000000" stroke-width="2" stroke-linecap="round" stroke-linejoin="round">${parts.join('')}</g></svg>`,
    assets,
  );
  if ('problem' in loaded || loaded.kind === 'pixels') return loaded;
  const area = uniteRegion(
    loaded.shapes.flatMap((shape) => shape.area),
    24 * finestShare,
  );
  return { ...loaded, shapes: [{ colour: '#000000', area }] };
}
