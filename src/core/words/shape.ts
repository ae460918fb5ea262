/** Lines of words set in the shipped fonts: glyphs with their places, in the order in which they are seen. */
import bidiFactory from 'bidi-js';
import type * as harfbuzz from 'harfbuzzjs';
import { fitArcs, parsePath, placeRegion, uniteRegion, type Region } from '../geometry';
import { typefaces, spareFiles, type FontFile, type FontId } from './fonts';
import { unpackedFont } from './sfnt';
import { strokeWidth } from './strokeWidth';

/** Gives the bytes of a font file that ships with the program. */
export type LoadFont = (file: FontFile) => Promise<ArrayBuffer>;

/** A sign of a font in ems: Y grows downwards, the baseline is 0. */
export interface GlyphShape {
  readonly area: Region;
  /** Width of its thinnest stroke in ems; infinite for signs without ink. */
  readonly strokeEm: () => number;
}

export interface SetGlyph {
  readonly shape: GlyphShape;
  /** Origin on the baseline, from the beginning of the line, in ems. */
  readonly x: number;
  readonly y: number;
  readonly advance: number;
  /** Whether letters join here, so that nothing can be put between. */
  readonly joins: boolean;
}

export interface SetLine {
  readonly glyphs: readonly SetGlyph[];
  /** Sum of the advances in ems. */
  readonly width: number;
  /** Signs that no shipped font has. */
  readonly missing: readonly string[];
  /** Signs that came from another shipped font. */
  readonly borrowed: readonly string[];
}

export interface FontMetrics {
  /** Height of capitals in ems. */
  readonly capHeight: number;
}

export interface Typesetter {
  /** Opens the fonts that texts need; resolves when all are at hand. */
  readonly load: (texts: readonly { readonly font: FontId; readonly text: string }[]) => Promise<void>;
  /** Whether all fonts that texts need are open. */
  readonly isAtHand: (texts: readonly { readonly font: FontId; readonly text: string }[]) => boolean;
  /** One line; null while its fonts have not been loaded. */
  readonly setLine: (font: FontId, line: string) => SetLine | null;
  readonly metrics: (font: FontId) => FontMetrics | null;
  /** One sign of the emoji font, joined figures included; null when the font lacks it. Needs `loadEmoji`. */
  readonly emoji: (text: string) => Region | null;
  readonly loadEmoji: () => Promise<void>;
}

/** Finest detail of letters in ems. */
export const finestEm = 1 / 3000;

/** Lines kept at most. */
const keptLines = 400;

interface OpenFont {
  readonly font: harfbuzz.Font;
  readonly unitsPerEm: number;
  readonly shapes: Map<number, GlyphShape>;
}

/** The shaping library, which loads itself when the first font is opened. */
type Shaping = typeof harfbuzz;

const bidi = bidiFactory();
const clusters = new Intl.Segmenter('en', { granularity: 'grapheme' });
/** Signs that change others and may be missing without harm: joiners, direction marks, variation selectors. */
const unseen = /^[\u200b-\u200f\u202a-\u202e\u2060-\u2069\ufe00-\ufe0f]+$/u;
const emojiFile: FontFile = 'noto-emoji-emoji-400';

export class FontTypesetter implements Typesetter {
  private shaping: Shaping | undefined;
  private readonly fonts = new Map<FontFile, OpenFont>();
  private readonly opening = new Map<FontFile, Promise<void>>();
  private readonly lines = new Map<string, SetLine>();

  constructor(private readonly loadFont: LoadFont) {}

  private open(file: FontFile): Promise<void> {
    let opened = this.opening.get(file);
    if (opened === undefined) {
      opened = (async () => {
        this.shaping ??= await import('harfbuzzjs');
        const face = new this.shaping.Face(new this.shaping.Blob(unpackedFont(await this.loadFont(file))));
        this.fonts.set(file, { font: new this.shaping.Font(face), unitsPerEm: face.upem, shapes: new Map() });
      })();
      // What cannot be loaded now may be there later.
      opened.catch(() => this.opening.delete(file));
      this.opening.set(file, opened);
    }
    return opened;
  }

  private holds(file: FontFile, cluster: string): boolean {
    const { font } = this.fonts.get(file)!;
    return [...cluster].every(
      (character) => unseen.test(character) || font.nominalGlyph(character.codePointAt(0)!) !== undefined,
    );
  }

  async load(texts: readonly { readonly font: FontId; readonly text: string }[]): Promise<void> {
    for (const { font, text } of texts) {
      let wanted = clustersOf(text);
      const [first, ...rest] = filesOf(font);
      await this.open(first!);
      wanted = wanted.filter((cluster) => !this.holds(first!, cluster));
      for (const file of rest) {
        if (wanted.length === 0) break;
        await this.open(file);
        wanted = wanted.filter((cluster) => !this.holds(file, cluster));
      }
    }
  }

  /** The first open file that has a sign; undefined when none has, null when one that may have it is not open. */
  private fileFor(files: readonly FontFile[], cluster: string): FontFile | undefined | null {
    for (const file of files) {
      if (!this.fonts.has(file)) return null;
      if (this.holds(file, cluster)) return file;
    }
    return undefined;
  }

  setLine(font: FontId, line: string): SetLine | null {
    const key = `${font}\n${line}`;
    const known = this.lines.get(key);
    if (known !== undefined) return known;
    const set = this.setNew(font, line.normalize('NFC'));
    if (set === null) return null;
    this.lines.set(key, set);
    if (this.lines.size > keptLines) this.lines.delete(this.lines.keys().next().value!);
    return set;
  }

  private setNew(font: FontId, line: string): SetLine | null {
    const files = filesOf(font);
    if (!this.fonts.has(files[0]!)) return null;
    const fontFiles = typefaces.find(({ id }) => id === font)!.files;
    const missing = new Set<string>();
    const borrowed = new Set<string>();
    const { levels } = bidi.getEmbeddingLevels(line);
    const runs: { text: string; file: FontFile; level: number }[] = [];
    for (const { segment: cluster, index } of clusters.segment(line)) {
      if (unseen.test(cluster)) continue;
      const file = this.fileFor(files, cluster);
      if (file === null) return null;
      if (file === undefined) {
        missing.add(cluster);
        continue;
      }
      if (!fontFiles.includes(file)) borrowed.add(cluster);
      const level = levels[index]!;
      const last = runs.at(-1);
      // A space goes with what stands before it, so that words of another script are not torn apart.
      if (
        last !== undefined &&
        last.level === level &&
        (last.file === file || (cluster === ' ' && this.holds(last.file, ' ')))
      )
        last.text += cluster;
      else runs.push({ text: cluster, file, level });
    }
    const glyphs: SetGlyph[] = [];
    let x = 0;
    for (const { text, file, level } of inVisualOrder(runs)) {
      for (const glyph of this.shapeRun(text, file, level % 2 === 1)) {
        glyphs.push({ ...glyph, x: x + glyph.x });
        x += glyph.advance;
      }
    }
    return { glyphs, width: x, missing: [...missing], borrowed: [...borrowed] };
  }

  /** Glyphs of one run; `x` is the offset from where the glyph stands. */
  private shapeRun(text: string, file: FontFile, isRightToLeft: boolean): SetGlyph[] {
    const { Buffer, Direction, shape } = this.shaping!;
    const { font, unitsPerEm } = this.fonts.get(file)!;
    const buffer = new Buffer();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    buffer.setDirection(isRightToLeft ? Direction.RTL : Direction.LTR);
    shape(font, buffer);
    const joins = /\p{Script=Arabic}/u.test(text);
    const infos = buffer.getGlyphInfos();
    return buffer.getGlyphPositions().map(({ xAdvance, xOffset, yOffset }, index) => ({
      shape: this.shapeOf(file, infos[index]!.codepoint),
      x: xOffset / unitsPerEm,
      y: -yOffset / unitsPerEm,
      advance: xAdvance / unitsPerEm,
      joins,
    }));
  }

  private shapeOf(file: FontFile, glyph: number): GlyphShape {
    const { font, unitsPerEm, shapes } = this.fonts.get(file)!;
    let shape = shapes.get(glyph);
    if (shape === undefined) {
      const place = (x: number, y: number): { x: number; y: number } => ({
        x: x / unitsPerEm,
        y: -y / unitsPerEm,
      });
      const outlines = parsePath(font.glyphToPath(glyph), place, finestEm / 2).map(({ points }) => points);
      const area = fitArcs(uniteRegion(outlines, finestEm / 2), finestEm);
      let width: number | undefined;
      shape = { area, strokeEm: () => (width ??= strokeWidth(area)) };
      shapes.set(glyph, shape);
    }
    return shape;
  }

  isAtHand(texts: readonly { readonly font: FontId; readonly text: string }[]): boolean {
    return texts.every(({ font, text }) => {
      const files = filesOf(font);
      return (
        this.fonts.has(files[0]!) &&
        clustersOf(text).every((cluster) => this.fileFor(files, cluster) !== null)
      );
    });
  }

  metrics(font: FontId): FontMetrics | null {
    const [file] = filesOf(font);
    const opened = this.fonts.get(file!);
    if (opened === undefined) return null;
    const capital = opened.font.glyphExtents(opened.font.nominalGlyph(0x48)!)!;
    return { capHeight: capital.yBearing / opened.unitsPerEm };
  }

  loadEmoji(): Promise<void> {
    return this.open(emojiFile);
  }

  emoji(text: string): Region | null {
    if (!this.fonts.has(emojiFile)) return null;
    // A font without colours has no need of the selector that asks for them.
    const glyphs = this.shapeRun(text.replaceAll('\ufe0f', '').replaceAll('\ufe0e', ''), emojiFile, false);
    const [glyph] = glyphs;
    return glyphs.length === 1 && glyph!.shape.area.length > 0 && this.holds(emojiFile, text)
      ? glyph!.shape.area
      : null;
  }
}

const filesOf = (font: FontId): readonly FontFile[] => [
  ...typefaces.find(({ id }) => id === font)!.files,
  ...spareFiles,
];

const clustersOf = (text: string): string[] =>
  Array.from(clusters.segment(text.normalize('NFC')), ({ segment }) => segment).filter(
    (cluster) => !unseen.test(cluster) && cluster !== '\n',
  );

/** Unicode bidirectional algorithm (UAX 9), rule L2, on whole runs: the shaper has turned the signs within each. */
function inVisualOrder<Run extends { readonly level: number }>(runs: readonly Run[]): readonly Run[] {
  const order = [...runs];
  const highest = Math.max(0, ...runs.map(({ level }) => level));
  for (let level = highest; level > 0; level--)
    for (let from = 0; from < order.length; from++) {
      if (order[from]!.level < level) continue;
      let to = from;
      while (to + 1 < order.length && order[to + 1]!.level >= level) to++;
      order.splice(from, to - from + 1, ...order.slice(from, to + 1).reverse());
      from = to;
    }
  return order;
}

/** Outlines of a line that is so high, its baseline beginning at the origin; none where its font is not at hand. */
export function lineOutlines(words: Typesetter | null, font: FontId, text: string, size: number): Region {
  const set = words?.setLine(font, text) ?? null;
  return set === null ? [] : placeRegion(areaOfLine(set), size, 0, 0);
}

/** The ink of a line as one area, its beginning at 0. Letters that overlap are united. */
export function areaOfLine({ glyphs }: SetLine): Region {
  const areas = glyphs.map(({ shape, x, y }) => placeRegion(shape.area, 1, x, y));
  return uniteRegion(areas.flat(), finestEm);
}
