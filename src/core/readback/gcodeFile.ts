/** The simulated engraver: it runs a program word by word (RS-274) and leaves what the tool touched. */
import { sampleRegion, uniteRegion, type Box, type Region, type Vertex } from '../geometry';
import { rasterSize, type MarkRaster } from './rasterise';
import { NotRead, type Interpreter, type ReadSetting } from './readFile';

/** A straight way of the head. */
export interface Move {
  readonly from: Vertex;
  readonly to: Vertex;
  /** Whether the tool marks: the beam is on, or the cutter is down. */
  readonly marks: boolean;
  readonly mmPerS: number;
  /** Which part of the program it belongs to, by the comment before it. */
  readonly layer: string;
}

/** Straight edges of an arc, at most so long in degrees. */
const edgeDegrees = 6;
/** Of a machine that is told to travel, in millimetres a second (from memory); only for telling time. */
const rapidMmPerS = 200;

/** Runs a program: millimetres (G21), absolute places (G90). Anything else that moves is refused. */
export function runGcode(text: string, { heightMm, wrappedMm }: ReadSetting): readonly Move[] {
  const moves: Move[] = [];
  let vertex: Vertex = { x: 0, y: heightMm };
  let z = Infinity;
  let [mode, power, feed, isOn, isInverse, layer] = [0, 0, 0, false, false, ''];
  let hasUnits = false;
  const plunges = /\bM3\b/.test(text);
  const place = (words: ReadonlyMap<string, number>): Vertex => {
    const turn = words.get('A');
    const up =
      turn === undefined
        ? words.get('Y')
        : wrappedMm === null
          ? undefined
          : (turn / 360) * Math.PI * wrappedMm;
    return { x: words.get('X') ?? vertex.x, y: up === undefined ? vertex.y : heightMm - up };
  };
  for (const raw of text.split('\n')) {
    const comment = /^; ([A-Z][A-Z0-9-]*): /.exec(raw)?.[1];
    if (comment !== undefined) layer = comment;
    const words = new Map<string, number>();
    const codes: string[] = [];
    for (const [, letter, value] of raw.replace(/;.*$/, '').matchAll(/([A-Z])\s*(-?[\d.]+)/g)) {
      if (letter === 'G' || letter === 'M') codes.push(`${letter}${Number(value)}`);
      else words.set(letter!, Number(value));
    }
    if (words.has('S')) power = words.get('S')!;
    if (words.has('F')) feed = words.get('F')!;
    for (const code of codes) {
      if (/^G[0-3]$/.test(code)) mode = Number(code.slice(1));
      else if (code === 'G21') hasUnits = true;
      else if (code === 'G93' || code === 'G94') isInverse = code === 'G93';
      else if (code === 'M3' || code === 'M4') isOn = true;
      else if (code === 'M5') isOn = false;
      else if (code !== 'G90' && code !== 'M2')
        throw new NotRead(`The program has a word ${code} that is not run.`);
    }
    if (words.has('Z')) z = words.get('Z')!;
    if (!words.has('X') && !words.has('Y') && !words.has('A')) continue;
    if (!hasUnits) throw new NotRead('The program moves before it says its unit.');
    const to = place(words);
    const marks = mode !== 0 && isOn && (plunges ? z < 0 : power > 0);
    const points = mode < 2 ? [to] : arcPoints(vertex, to, words, mode === 2);
    const length = points.reduce(
      (sum, point, index) => sum + distance(point, points[index - 1] ?? vertex),
      0,
    );
    const mmPerS = mode === 0 ? rapidMmPerS : (isInverse ? feed * length : feed) / 60;
    for (const point of points) {
      moves.push({ from: vertex, to: point, marks, mmPerS, layer });
      vertex = point;
    }
  }
  return moves;
}

const distance = (a: Vertex, b: Vertex): number => Math.hypot(a.x - b.x, a.y - b.y);

/** G2 turns clockwise, G3 the other way, about a centre that I and J lead to. On the piece y grows downwards. */
function arcPoints(
  from: Vertex,
  to: Vertex,
  words: ReadonlyMap<string, number>,
  isClockwise: boolean,
): readonly Vertex[] {
  const centre = { x: from.x + (words.get('I') ?? 0), y: from.y - (words.get('J') ?? 0) };
  const angle = ({ x, y }: Vertex): number => Math.atan2(y - centre.y, x - centre.x);
  const full = 2 * Math.PI;
  let turn = angle(to) - angle(from);
  if (isClockwise && turn <= 1e-9) turn += full;
  if (!isClockwise && turn >= -1e-9) turn -= full;
  const radius = distance(from, centre);
  if (Math.abs(distance(to, centre) - radius) > 0.01)
    throw new NotRead('An arc of the program does not end on its circle.');
  const count = Math.max(1, Math.ceil((Math.abs(turn) * 180) / Math.PI / edgeDegrees));
  return Array.from({ length: count }, (_, edge) => {
    if (edge === count - 1) return to;
    const a = angle(from) + (turn * (edge + 1)) / count;
    return { x: centre.x + radius * Math.cos(a), y: centre.y + radius * Math.sin(a) };
  });
}

/** Outlines that are followed to make an area. */
const opens = (layer: string): boolean => /^(CUT-OPENINGS|KISS-CUT)(-\d+)?$/.test(layer);

/** Ways that go on where the last ended, as outlines. */
function outlinesOf(moves: readonly Move[]): Region {
  const outlines: Vertex[][] = [];
  moves.forEach(({ from, to }, index) => {
    if (index === 0 || distance(moves[index - 1]!.to, from) > 1e-6) outlines.push([from]);
    outlines.at(-1)!.push(to);
  });
  return outlines.filter(({ length }) => length > 2);
}

const cutsThrough = (layer: string): boolean => /^CUT(-\d+)?$/.test(layer);

export const readGcode: Interpreter = (bytes, setting) => {
  const moves = runGcode(new TextDecoder().decode(bytes), setting);
  const marking = moves.filter(({ marks }) => marks);
  const names = [...new Set(marking.map(({ layer }) => layer))];
  return {
    page: null,
    shows: 'marks',
    layers: names.map((name) => {
      const moves = marking.filter(({ layer }) => layer === name);
      return { name, holds: 'lines', paths: runsOf(moves), open: 0, bounds: boxOf(moves) };
    }),
    raster: (window, pxPerMm) => burnt(marking, setting, window, pxPerMm),
  };
};

/** Ways that go on where the last ended are one. */
const runsOf = (moves: readonly Move[]): number =>
  moves.filter(({ from }, index) => index === 0 || distance(moves[index - 1]!.to, from) > 1e-6).length;

function boxOf(moves: readonly Move[]): Box | null {
  if (moves.length === 0) return null;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { from, to } of moves)
    for (const { x, y } of [from, to]) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** Along a line of those that fill an area the tool leaves a strip as wide as they lie apart; along an edge, its own width. */
function burnt(
  moves: readonly Move[],
  { tool, heightMm }: ReadSetting,
  window: Box,
  pxPerMm: number,
): MarkRaster {
  const { width, height } = rasterSize(window, pxPerMm);
  const ink = new Uint8Array(width * height);
  const openings = outlinesOf(moves.filter(({ layer }) => opens(layer)));
  if (openings.length > 0) {
    // What is cut round falls out of the sheet, or is pulled off its carrier.
    const grid = { x: window.x, y: window.y, step: 1 / pxPerMm, columns: width, rows: height };
    const inside = sampleRegion(uniteRegion(openings, 0.002, 'evenodd'), grid);
    for (let index = 0; index < ink.length; index++) if (inside[index] === 1) ink[index] = 255;
  }
  for (const { from, to, layer } of moves) {
    if (cutsThrough(layer) || opens(layer)) continue;
    const isLevel = from.y === to.y;
    const half = Math.max(tool.tipMm, isLevel ? tool.lineMm : 0) / 2;
    const ends = tool.tipMm / 2;
    strip(ink, { width, height, pxPerMm, window }, from, to, Math.max(half, 0.5 / pxPerMm), ends);
  }
  // A program has no page: the piece is where its origin says, and as high as it is.
  const onPiece = new Uint8Array(width * height).fill(heightMm > 0 ? 1 : 0);
  return { width, height, pxPerMm, window, inks: [ink], onPiece };
}

/** Pixels whose middles lie within `half` of a way, and not beyond its ends by more than `ends`. */
function strip(
  ink: Uint8Array,
  { width, height, pxPerMm, window }: Pick<MarkRaster, 'width' | 'height' | 'pxPerMm' | 'window'>,
  from: Vertex,
  to: Vertex,
  half: number,
  ends: number,
): void {
  const length = distance(from, to) || 1e-9;
  const [dx, dy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const reach = Math.max(half, ends);
  const pixel = (value: number, origin: number): number => (value - origin) * pxPerMm - 0.5;
  const first = (a: number, b: number, origin: number): number =>
    Math.max(0, Math.ceil(pixel(Math.min(a, b) - reach, origin)));
  const last = (a: number, b: number, origin: number, count: number): number =>
    Math.min(count - 1, Math.floor(pixel(Math.max(a, b) + reach, origin)));
  const [left, right] = [first(from.x, to.x, window.x), last(from.x, to.x, window.x, width)];
  const [top, bottom] = [first(from.y, to.y, window.y), last(from.y, to.y, window.y, height)];
  for (let row = top; row <= bottom; row++)
    for (let column = left; column <= right; column++) {
      const x = window.x + (column + 0.5) / pxPerMm - from.x;
      const y = window.y + (row + 0.5) / pxPerMm - from.y;
      const along = x * dx + y * dy;
      const across = Math.abs(y * dx - x * dy);
      // Strips lie edge to edge: the upper edge belongs to a strip, the lower one to the next.
      if (along >= -ends - 1e-9 && along <= length + ends + 1e-9 && across <= half + 1e-9)
        ink[row * width + column] = 255;
    }
}
