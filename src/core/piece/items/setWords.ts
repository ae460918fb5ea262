/** Words set as outlines in millimetres: as high, as wide or as large as asked, straight or on a circle. */
import { smallestHolding } from '../../numbers';
import {
  boundsOf,
  boxesMeet,
  fitArcs,
  placeRegion,
  turnRegion,
  uniteRegion,
  type Box,
  type Region,
} from '../../geometry';
import { finestEm, type FontId, type SetLine, type Typesetter } from '../../words';
import type { WordsSettings } from './schema';

export interface WordsArea {
  /** Ink; its coordinates are those of `box`. */
  readonly area: Region;
  /** What the words are placed by: from the capitals' top to the last baseline, or the whole box or circle. */
  readonly box: Box;
  readonly capitalMm: number;
  /** Thinnest stroke; infinite without ink. */
  readonly strokeMm: number;
  readonly missing: readonly string[];
  readonly borrowed: readonly string[];
}

export type WordsShape = Pick<
  WordsSettings,
  | 'text'
  | 'font'
  | 'fit'
  | 'capitalMm'
  | 'widthMm'
  | 'heightMm'
  | 'align'
  | 'lineSpacing'
  | 'tracking'
  | 'circle'
>;

/** Null while the fonts have not been loaded. Words without ink give an empty area in a box of the asked size. */
export function setWords(settings: WordsShape, typesetter: Typesetter): WordsArea | null {
  const { font, text, circle } = settings;
  const metrics = typesetter.metrics(font);
  if (metrics === null) return null;
  const given = circle === null ? text.split('\n') : [text.replaceAll('\n', ' ')];
  const lines = given.map((line) => typesetter.setLine(font, line.trim()));
  if (lines.some((line) => line === null)) return null;
  const set = lines as SetLine[];
  const { capHeight } = metrics;
  const placed =
    circle === null
      ? straight(settings, set, capHeight, typesetter)
      : onCircle(settings, circle, set[0]!, capHeight);
  return {
    ...placed,
    missing: [...new Set(set.flatMap(({ missing }) => missing))],
    borrowed: [...new Set(set.flatMap(({ borrowed }) => borrowed))],
  };
}

type Placed = Omit<WordsArea, 'missing' | 'borrowed'>;

/** Glyph origins along a line in ems, with what is put between letters. */
function spaced(
  { glyphs }: SetLine,
  tracking: number,
): { readonly xs: readonly number[]; readonly width: number } {
  let shift = 0;
  let end = 0;
  const xs = glyphs.map(({ x, advance, joins }) => {
    const position = x + shift;
    end = position + advance;
    // Joined letters would be torn apart, and marks have no advance of their own.
    if (!joins && advance > 0) shift += tracking;
    return position;
  });
  return { xs, width: end };
}

/** A line in ems with its ink from 0 to `width` and its baseline at 0. */
interface InkLine {
  readonly area: Region;
  readonly width: number;
}

function inkOf(line: SetLine, tracking: number): InkLine {
  const { xs } = spaced(line, tracking);
  const areas = line.glyphs.map(({ shape, y }, index) => placeRegion(shape.area, 1, xs[index]!, y));
  const area = united(areas, finestEm);
  const bounds = boundsOf(area);
  return bounds === null
    ? { area: [], width: 0 }
    : { area: placeRegion(area, 1, -bounds.x, 0), width: bounds.width };
}

/** All areas as one; only where neighbours may overlap are they really united. */
function united(areas: readonly Region[], tolerance: number): Region {
  const boxes = areas.map(boundsOf);
  const overlap = boxes.some((box, index) => {
    const next = boxes[index + 1];
    return box !== null && next !== null && next !== undefined && boxesMeet(box, next);
  });
  return overlap ? fitArcs(uniteRegion(areas.flat(), tolerance / 2), tolerance) : areas.flat();
}

function straight(
  settings: WordsShape,
  given: readonly SetLine[],
  capHeight: number,
  typesetter: Typesetter,
): Placed {
  const { fit, widthMm, heightMm, lineSpacing, tracking, align } = settings;
  let lines = given;
  if (fit === 'box' && given.length === 1) lines = bestBreaks(settings, given[0]!, capHeight, typesetter);
  const inks = lines.map((line) => inkOf(line, tracking));
  const widest = Math.max(...inks.map(({ width }) => width));
  const pitch = lineSpacing * capHeight;
  const shares = { left: 0, middle: 0.5, right: 1 };
  const block = inks.flatMap(({ area, width }, index) =>
    placeRegion(area, 1, (widest - width) * shares[align], capHeight + index * pitch),
  );
  const ink = boundsOf(block);
  const stroke = thinnest(lines);
  if (ink === null) {
    const capitalMm = settings.capitalMm;
    return {
      area: [],
      box: { x: 0, y: 0, width: fit === 'height' ? capitalMm : widthMm, height: capitalMm },
      capitalMm,
      strokeMm: Infinity,
    };
  }
  const scale =
    fit === 'height'
      ? settings.capitalMm / capHeight
      : fit === 'width'
        ? widthMm / ink.width
        : Math.min(widthMm / ink.width, heightMm / ink.height);
  const area = placeRegion(block, scale, 0, 0);
  const capitalMm = capHeight * scale;
  const strokeMm = stroke * scale;
  if (fit !== 'box') {
    const height = (capHeight + (lines.length - 1) * pitch) * scale;
    return { area, box: { x: ink.x * scale, y: 0, width: ink.width * scale, height }, capitalMm, strokeMm };
  }
  // The ink touches the box across or down; what is left over goes to the sides as aligned, and half above.
  const box = {
    x: ink.x * scale - (widthMm - ink.width * scale) * shares[align],
    y: ink.y * scale - (heightMm - ink.height * scale) / 2,
    width: widthMm,
    height: heightMm,
  };
  return { area, box, capitalMm, strokeMm };
}

const thinnest = (lines: readonly SetLine[]): number =>
  Math.min(Infinity, ...lines.flatMap(({ glyphs }) => glyphs.map(({ shape }) => shape.strokeEm())));

/** Most lines that one text is broken into. */
const mostLines = 12;

/** The line breaks at spaces that let the words be largest in their box. */
function bestBreaks(
  settings: WordsShape,
  whole: SetLine,
  capHeight: number,
  typesetter: Typesetter,
): readonly SetLine[] {
  const { text, font, widthMm, heightMm, lineSpacing, tracking } = settings;
  const words = text.trim().split(/\s+/u);
  if (words.length < 2) return [whole];
  const width = (line: string): number => {
    const set = typesetter.setLine(font, line);
    return set === null ? Infinity : spaced(set, tracking).width;
  };
  const widths = words.map(width);
  const space = Math.max(0, width(`${words[0]!} ${words[1]!}`) - widths[0]! - widths[1]!);
  let best: readonly string[] = [words.join(' ')];
  let bestScale = 0;
  for (let count = 1; count <= Math.min(words.length, mostLines); count++) {
    const lines = evenLines(words, widths, space, count);
    const widest = Math.max(...lines.map(width));
    const height = capHeight * (1 + (lines.length - 1) * lineSpacing);
    const scale = Math.min(widthMm / widest, heightMm / height);
    if (scale > bestScale) [best, bestScale] = [lines, scale];
  }
  const set = best.map((line) => typesetter.setLine(font, line));
  return set.some((line) => line === null) ? [whole] : (set as SetLine[]);
}

/** A text in at most `count` lines, broken at spaces where its signs part it the most evenly. */
export function brokenEvenly(text: string, count: number): string[] {
  const words = text.trim().split(/\s+/u);
  return evenLines(
    words,
    words.map(({ length }) => length),
    1,
    count,
  );
}

/** Words in at most `count` lines whose longest is as short as can be. */
function evenLines(
  words: readonly string[],
  widths: readonly number[],
  space: number,
  count: number,
): string[] {
  const breakAt = (limit: number): string[] => {
    const lines: string[] = [];
    let length = Infinity;
    words.forEach((word, index) => {
      if (length + space + widths[index]! <= limit) {
        lines[lines.length - 1] += ` ${word}`;
        length += space + widths[index]!;
      } else {
        lines.push(word);
        length = widths[index]!;
      }
    });
    return lines;
  };
  const whole = widths.reduce((sum, width) => sum + width + space, 0);
  const fits = (limit: number): boolean => breakAt(limit).length <= count;
  return breakAt(smallestHolding(Math.max(...widths), whole, 1e-6 * whole, fits));
}

/** Every letter turned to its place on the circle; the box is that of the whole circle with its letters. */
function onCircle(
  settings: WordsShape,
  { radiusMm, side }: NonNullable<WordsSettings['circle']>,
  line: SetLine,
  capHeight: number,
): Placed {
  const { xs, width } = spaced(line, settings.tracking);
  const scale = settings.fit === 'height' ? settings.capitalMm / capHeight : settings.widthMm / (width || 1);
  const capitalMm = capHeight * scale;
  const reach = side === 'top' ? radiusMm + capitalMm : radiusMm;
  const areas = line.glyphs.map(({ shape, y, advance }, index): Region => {
    const middle = xs[index]! + advance / 2;
    const along = ((middle - width / 2) * scale) / radiusMm;
    const angle = side === 'top' ? along : -along;
    const foot = { x: 0, y: side === 'top' ? -radiusMm : radiusMm };
    const upright = placeRegion(shape.area, scale, foot.x - (advance / 2) * scale, foot.y + y * scale);
    return turnRegion(upright, { x: 0, y: 0 }, angle);
  });
  return {
    area: united(areas, finestEm * scale),
    box: { x: -reach, y: -reach, width: 2 * reach, height: 2 * reach },
    capitalMm,
    strokeMm: thinnest([line]) * scale,
  };
}

/** One line as large as a box allows, in the middle of it: for words in frames. Null while the font is not loaded. */
export function fitLine(text: string, font: FontId, box: Box, typesetter: Typesetter): WordsArea | null {
  const set = setWords(
    {
      text: text.replaceAll('\n', ' '),
      font,
      fit: 'width',
      capitalMm: box.height,
      widthMm: box.width,
      heightMm: box.height,
      align: 'middle',
      lineSpacing: 1.4,
      tracking: 0,
      circle: null,
    },
    typesetter,
  );
  if (set === null || set.area.length === 0) return set;
  const scale = Math.min(1, box.height / set.capitalMm);
  const dx = box.x + box.width / 2 - (set.box.x + set.box.width / 2) * scale;
  const dy = box.y + box.height / 2 - (set.box.height / 2) * scale;
  return {
    ...set,
    area: placeRegion(set.area, scale, dx, dy),
    box,
    capitalMm: set.capitalMm * scale,
    strokeMm: set.strokeMm * scale,
  };
}
