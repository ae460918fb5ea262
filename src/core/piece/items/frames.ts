/** Frames around a code, always outside its quiet zone, with a call to action in them. */
import {
  boundsOf,
  cutRegion,
  fitArcs,
  roundedRectangle,
  reversedContour,
  turnRegion,
  type Box,
  type Contour,
  type Region,
} from '../../geometry';
import type { Typesetter } from '../../words';
import { circleAt } from '../outline';
import type { FrameSettings } from './schema';
import { fitLine, setWords } from './setWords';

export interface FrameArea {
  readonly area: Region;
  readonly box: Box;
  /** Thinnest stroke of its words, or the line of the frame itself. */
  readonly strokeMm: number;
  readonly missing: readonly string[];
  readonly borrowed: readonly string[];
}

/** Share of a band's height that capitals take, and of its length that words take at most. */
const lettersHigh = 0.52;
const lettersLong = 0.86;
const toleranceMm = 0.004;
/** Shapes that are more than their words. */
const hasLine: Readonly<Record<FrameSettings['shape'], boolean>> = {
  panel: true,
  band: false,
  corners: true,
  ring: true,
  sides: false,
};

interface Words {
  readonly area: Region;
  readonly strokeMm: number;
  readonly missing: readonly string[];
  readonly borrowed: readonly string[];
}
const noWords: Words = { area: [], strokeMm: Infinity, missing: [], borrowed: [] };

/** A frame around a quiet zone that is turned about its middle by radians. Without fonts it has no words. */
export function frameAround(
  settings: FrameSettings,
  text: string,
  quietZone: Box,
  turn: number,
  typesetter: Typesetter | null,
): FrameArea {
  const inner = grown(quietZone, settings.gapMm);
  const { area, words } = drawn({ ...settings, text }, inner, typesetter);
  const centre = { x: quietZone.x + quietZone.width / 2, y: quietZone.y + quietZone.height / 2 };
  const turned = turnRegion(area, centre, turn);
  return {
    area: turned,
    box: boundsOf(turned) ?? quietZone,
    strokeMm: Math.min(words.strokeMm, hasLine[settings.shape] ? settings.lineMm : Infinity),
    missing: words.missing,
    borrowed: words.borrowed,
  };
}

const grown = ({ x, y, width, height }: Box, by: number): Box => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
});

function drawn(
  settings: FrameSettings,
  inner: Box,
  typesetter: Typesetter | null,
): { area: Region; words: Words } {
  const { shape, lineMm, bandMm, cornerMm, side } = settings;
  const isAbove = side === 'above';
  const above = (from: number): Box => ({
    x: inner.x,
    y: inner.y - from - bandMm,
    width: inner.width,
    height: bandMm,
  });
  const below = (from: number): Box => ({ ...above(from), y: inner.y + inner.height + from });
  const strip = (from: number): Box => (isAbove ? above(from) : below(from));
  switch (shape) {
    case 'panel': {
      const edge = grown(inner, lineMm);
      const hasWords = settings.text.trim() !== '';
      const extra = hasWords ? bandMm : 0;
      const outer = { ...edge, y: edge.y - (isAbove ? extra : 0), height: edge.height + extra };
      // Rounder than its distance, the inner corner would come nearer to the quiet zone than the sides.
      const innerCorner = Math.min(Math.max(0, cornerMm - lineMm), settings.gapMm);
      const ring = [roundedRectangle(outer, cornerMm), reversedContour(roundedRectangle(inner, innerCorner))];
      if (!hasWords) return { area: ring, words: noWords };
      // The strip runs into the frame's own line, so the words stand in the middle of both.
      const band = strip(0);
      const words = lineIn(
        { ...band, height: bandMm + lineMm, y: isAbove ? outer.y : band.y },
        settings,
        typesetter,
      );
      return { area: without(ring, words.area), words };
    }
    case 'band': {
      const band = strip(0);
      const words = lineIn(band, settings, typesetter);
      return { area: without([roundedRectangle(band, cornerMm)], words.area), words };
    }
    case 'corners': {
      const marks = cornerMarks(inner, lineMm);
      const words = lineIn(strip(lineMm), settings, typesetter);
      return { area: [...marks, ...words.area], words };
    }
    case 'sides':
      return onSides(settings, inner, above(0), typesetter);
    case 'ring':
      return ring(settings, inner, typesetter);
  }
}

/** Words on all four sides, their feet towards the code; parts of the text are taken in turn. */
function onSides(
  settings: FrameSettings,
  inner: Box,
  top: Box,
  typesetter: Typesetter | null,
): { area: Region; words: Words } {
  const parts = settings.text.split('|').map((part) => part.trim());
  const centre = { x: inner.x + inner.width / 2, y: inner.y + inner.height / 2 };
  const sides = [0, 1, 2, 3].map((quarter) => {
    const words = lineIn(top, { ...settings, text: parts[quarter % parts.length]! }, typesetter);
    return { ...words, area: turnRegion(words.area, centre, (quarter * Math.PI) / 2) };
  });
  const area = sides.flatMap((side) => side.area);
  const words = {
    area,
    strokeMm: Math.min(...sides.map(({ strokeMm }) => strokeMm)),
    missing: [...new Set(sides.flatMap(({ missing }) => missing))],
    borrowed: [...new Set(sides.flatMap(({ borrowed }) => borrowed))],
  };
  return { area, words };
}

/** Words in the middle of a strip, as large as it allows. */
function lineIn(strip: Box, { text, font }: FrameSettings, typesetter: Typesetter | null): Words {
  if (typesetter === null || text.trim() === '') return noWords;
  const width = strip.width * lettersLong;
  const height = strip.height * lettersHigh;
  const box = {
    x: strip.x + (strip.width - width) / 2,
    y: strip.y + (strip.height - height) / 2,
    width,
    height,
  };
  return fitLine(text, font, box, typesetter) ?? noWords;
}

const without = (area: Region, words: Region): Region =>
  words.length === 0 ? area : fitArcs(cutRegion(area, words, toleranceMm / 2), toleranceMm);

/** Four angles just outside a box, their arms a fifth of its side. */
function cornerMarks({ x, y, width, height }: Box, line: number): Region {
  const arm = Math.min(width, height) / 5;
  const mark: Contour = [
    { x: -line, y: -line },
    { x: arm, y: -line },
    { x: arm, y: 0 },
    { x: 0, y: 0 },
    { x: 0, y: arm },
    { x: -line, y: arm },
  ];
  const corners = [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
  return corners.map((corner, quarter) =>
    turnRegion([mark], { x: 0, y: 0 }, (quarter * Math.PI) / 2)[0]!.map((vertex) => ({
      x: vertex.x + corner.x,
      y: vertex.y + corner.y,
    })),
  );
}

/** A circle around the box; with words it is as wide as the band and they stand in it. */
function ring(
  settings: FrameSettings,
  inner: Box,
  typesetter: Typesetter | null,
): { area: Region; words: Words } {
  const { text, font, lineMm, bandMm, side } = settings;
  const centre = { x: inner.x + inner.width / 2, y: inner.y + inner.height / 2 };
  const radius = Math.hypot(inner.width, inner.height) / 2;
  const hasWords = text.trim() !== '';
  const width = hasWords ? Math.max(bandMm, lineMm) : lineMm;
  const band = [circleAt(centre, radius + width), reversedContour(circleAt(centre, radius))];
  if (typesetter === null || !hasWords) return { area: band, words: noWords };
  const capitalMm = width * lettersHigh;
  const baseline = radius + (side === 'above' ? width - capitalMm : width + capitalMm) / 2;
  const shape = {
    text,
    font,
    fit: 'height' as const,
    capitalMm,
    widthMm: 1,
    heightMm: 1,
    align: 'middle' as const,
    lineSpacing: 1.4,
    tracking: 0.06,
    circle: { radiusMm: baseline, side: side === 'above' ? ('top' as const) : ('bottom' as const) },
  };
  const straight = setWords({ ...shape, circle: null }, typesetter);
  // Words that would meet themselves are set smaller.
  const longest = 2 * Math.PI * baseline * 0.8;
  const share = straight === null ? 1 : Math.min(1, longest / Math.max(straight.box.width, 1e-6));
  const set = setWords({ ...shape, capitalMm: capitalMm * share }, typesetter);
  if (set === null) return { area: band, words: noWords };
  const words = set.area.map((contour) =>
    contour.map(({ x, y, bulge }) => ({ x: x + centre.x, y: y + centre.y, bulge })),
  );
  return { area: without(band, words), words: { ...set, area: words } };
}
