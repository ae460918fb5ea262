/** Words and emoji as outlines of fonts that ship with the program. */
import { parse, type Font } from 'opentype.js/dist/opentype.mjs';
import { uniteRegion, type Region, type Vertex } from '../../geometry';
import { finestShare } from './art';
import { parsePath } from './pathReader';

/** Font files by the names under which whoever runs the core loads them. */
export type FontName = 'words-latin' | 'words-latin-ext' | 'emoji';
export type LoadFont = (name: FontName) => Promise<ArrayBuffer>;

export type Outlined =
  { readonly area: Region; readonly missing: readonly string[] } | { readonly problem: string };

type Glyph = ReturnType<Font['charToGlyph']>;

const fonts = new Map<FontName, Promise<Font>>();

/** Each font is opened once. */
function openFont(name: FontName, load: LoadFont): Promise<Font> {
  let font = fonts.get(name);
  if (font === undefined) fonts.set(name, (font = load(name).then(parse)));
  return font;
}

/** One line of words, one unit an em, its baseline at 0. Signs that the fonts lack are left out and named. */
export async function outlineWords(text: string, load: LoadFont): Promise<Outlined> {
  const faces = [await openFont('words-latin', load)];
  const missing: string[] = [];
  const area: Vertex[][] = [];
  let x = 0;
  let before: { readonly font: Font; readonly glyph: Glyph } | undefined;
  for (const character of text.normalize('NFC').trim()) {
    const lacks = faces.every((face) => face.charToGlyph(character).index === 0);
    if (lacks && faces.length === 1) faces.push(await openFont('words-latin-ext', load));
    const font = faces.find((face) => face.charToGlyph(character).index !== 0);
    if (font === undefined) {
      missing.push(character);
      continue;
    }
    const glyph = font.charToGlyph(character);
    if (before?.font === font) x += font.getKerningValue(before.glyph, glyph) / font.unitsPerEm;
    area.push(...linesOf(glyph, x));
    x += glyph.advanceWidth / font.unitsPerEm;
    before = { font, glyph };
  }
  if (area.length === 0) return { problem: 'The shipped font has none of these signs.' };
  return { area: uniteRegion(area, finestShare), missing };
}

/** One emoji of one code point, one unit an em. */
export async function outlineEmoji(emoji: string, load: LoadFont): Promise<Outlined> {
  const points = [...emoji].filter((character) => !/[\ufe0e\ufe0f]/u.test(character));
  const [character] = points;
  if (points.length !== 1 || character === undefined)
    return { problem: 'Only emoji of a single sign can be drawn, without skin tones or joined figures.' };
  const glyph = (await openFont('emoji', load)).charToGlyph(character);
  if (glyph.index === 0) return { problem: `The shipped emoji font has no “${character}”.` };
  return { area: uniteRegion(linesOf(glyph, 0), finestShare), missing: [] };
}

function linesOf(glyph: Glyph, x: number): Vertex[][] {
  const d = glyph.getPath(x, 0, 1).toPathData({ decimalPlaces: 6, flipY: false });
  return parsePath(d, (px, py) => ({ x: px, y: py }), finestShare / 2).map(({ points }) => points);
}
