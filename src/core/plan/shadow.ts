/** The drop shadow of words, pictures and frames: soft, so it is a picture and no outline; printers only. */
import { encode } from 'fast-png';
import {
  boundsOf,
  boxContour,
  cutRegion,
  placeRegion,
  sampleRegion,
  type Box,
  type Region,
} from '../geometry';
import { coveredBy, type PlacedCode, type PlacedItem, type ShadowSettings } from '../piece';
import type { Part } from './codeParts';

/** Finer than the softness needs, coarse enough for a poster. */
const largestSidePx = 560;
const finestStepMm = 0.08;

/** A shadow as a picture on the piece, with what it was made from: a later run takes it over when that is the same. */
export interface CastShadow {
  readonly items: readonly PlacedItem[];
  readonly settings: ShadowSettings;
  /** Null when nothing casts one. */
  readonly picture: { readonly png: Uint8Array; readonly box: Box } | null;
}

/** The shadow of what lies on a piece. Items that have not changed are the same objects as in the run before. */
export function castShadow(
  items: readonly PlacedItem[],
  settings: ShadowSettings,
  before: CastShadow | null,
): CastShadow {
  const isSame =
    before !== null &&
    JSON.stringify(before.settings) === JSON.stringify(settings) &&
    before.items.length === items.length &&
    before.items.every((item, index) => item === items[index]);
  return isSame ? before : { items, settings, picture: drawShadow(items, settings) };
}

/** The shadow as a part of the plan, kept off the fields of the codes. */
export function shadowParts({ picture }: CastShadow, codes: readonly PlacedCode[]): Part[] {
  if (picture === null) return [];
  return [
    {
      label: 'shadow',
      area: cutRegion([boxContour(picture.box)], codes.flatMap(coveredBy), 0.02),
      ink: { kind: 'picture', ...picture, turn: 0, opacity: 1, mirrored: false },
    },
  ];
}

function drawShadow(
  items: readonly PlacedItem[],
  { rightMm, downMm, blurMm, opacity }: ShadowSettings,
): CastShadow['picture'] {
  const region: Region = items
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
  cover.forEach((value, index) => (rgba[index * 4 + 3] = Math.round(255 * opacity * value)));
  const png = encode({ width: columns, height: rows, data: rgba, channels: 4, depth: 8 });
  return { png, box: { x: box.x, y: box.y, width: columns * step, height: rows * step } };
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
    for (let index = 0; index < Math.min(radius, length); index++) sum += cover[start + index * step]!;
    for (let index = 0; index < length; index++) {
      if (index + radius < length) sum += cover[start + (index + radius) * step]!;
      if (index - radius - 1 >= 0) sum -= cover[start + (index - radius - 1) * step]!;
      line[index] = sum / (2 * radius + 1);
    }
    for (let index = 0; index < length; index++) cover[start + index * step] = line[index]!;
  }
}
