/** The drop shadow of words, pictures and frames: soft, so it is a picture and no outline; printers only. */
import { encode } from 'fast-png';
import { boundsOf, cutRegion, placeRegion, sampleRegion, type Region, boxContour } from '../geometry';
import { coveredBy, type Piece, type ShadowSettings } from '../piece';
import type { Part } from './codeParts';

/** Finer than the softness needs, coarse enough for a poster. */
const largestSidePx = 560;
const finestStepMm = 0.08;

/** The last shadow: items that have not changed are the same objects as at the last key press. */
let last: { readonly items: Piece['items']; readonly key: string; readonly part: Part | null } | null = null;

/** Null when nothing casts a shadow. It is kept off the fields of the codes. */
export function shadowPart(piece: Piece, settings: ShadowSettings): Part | null {
  const key = JSON.stringify([settings, [piece, ...piece.others].map(({ code, turn }) => [code, turn])]);
  const isSame =
    last !== null &&
    last.key === key &&
    last.items.length === piece.items.length &&
    last.items.every((item, index) => item === piece.items[index]);
  if (!isSame) last = { items: piece.items, key, part: drawShadow(piece, settings) };
  return last!.part;
}

function drawShadow(piece: Piece, { rightMm, downMm, blurMm, opacity }: ShadowSettings): Part | null {
  const region: Region = piece.items
    .filter(({ kind }) => kind !== 'border')
    .flatMap(({ area, lines }) => [...area, ...lines]);
  const bounds = boundsOf(region);
  if (bounds === null) return null;
  const reach = 2 * blurMm + finestStepMm;
  const box = {
    x: bounds.x + rightMm - reach,
    y: bounds.y + downMm - reach,
    width: bounds.width + 2 * reach,
    height: bounds.height + 2 * reach,
  };
  const step = Math.max(finestStepMm, Math.max(box.width, box.height) / largestSidePx);
  const columns = Math.ceil(box.width / step);
  const rows = Math.ceil(box.height / step);
  const inside = sampleRegion(placeRegion(region, 1, rightMm, downMm), {
    x: box.x,
    y: box.y,
    step,
    columns,
    rows,
  });
  const cover = Float32Array.from(inside);
  const radius = Math.round(blurMm / step / 1.7);
  for (let pass = 0; pass < 3 && radius > 0; pass++) {
    blurLines(cover, columns, rows, 1, columns, radius);
    blurLines(cover, rows, columns, columns, 1, radius);
  }
  const rgba = new Uint8Array(columns * rows * 4);
  cover.forEach((value, at) => (rgba[at * 4 + 3] = Math.round(255 * opacity * value)));
  const png = encode({ width: columns, height: rows, data: rgba, channels: 4, depth: 8 });
  const picture = { x: box.x, y: box.y, width: columns * step, height: rows * step };
  const fields = [piece, ...piece.others].flatMap(coveredBy);
  return {
    label: 'shadow',
    area: cutRegion([boxContour(picture)], fields, 0.02),
    ink: { kind: 'picture', png, box: picture, turn: 0, opacity: 1, mirrored: false },
  };
}

/** The mean of a window along every line, in place. */
function blurLines(
  cover: Float32Array,
  length: number,
  lineCount: number,
  step: number,
  lineStep: number,
  radius: number,
): void {
  const line = new Float32Array(length);
  for (let index = 0; index < lineCount; index++) {
    const start = index * lineStep;
    let sum = 0;
    for (let at = 0; at < Math.min(radius, length); at++) sum += cover[start + at * step]!;
    for (let at = 0; at < length; at++) {
      if (at + radius < length) sum += cover[start + (at + radius) * step]!;
      if (at - radius - 1 >= 0) sum -= cover[start + (at - radius - 1) * step]!;
      line[at] = sum / (2 * radius + 1);
    }
    for (let at = 0; at < length; at++) cover[start + at * step] = line[at]!;
  }
}
