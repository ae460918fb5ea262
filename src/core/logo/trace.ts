/** Pixels as outlines: what is darker than a threshold, traced by a tracing package. */
import tracer from 'imagetracerjs';
import { lumaOf } from '../colour';
import { addQuadratic, fitArcs, uniteRegion, type Region, type Vertex } from '../geometry';

export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray;
}

export interface InkRule {
  readonly threshold: number;
  readonly inverted: boolean;
  readonly groundTolerance: number | null;
}

export interface PixelMasks {
  /** 1 where there is ink, row by row. */
  readonly ink: Uint8Array;
  /** 1 where there is nothing of the picture: it is transparent, or ground that is taken away. */
  readonly empty: Uint8Array;
}

/** Transparent pixels have no ink; those of the ground's colour that reach the edge neither. */
export function masksOf(pixels: Pixels, { threshold, inverted, groundTolerance }: InkRule): PixelMasks {
  const luma = lumaOfPixels(pixels);
  const ground = groundTolerance === null ? null : groundMask(luma, pixels, groundTolerance);
  const [ink, empty] = [new Uint8Array(luma.length), new Uint8Array(luma.length)];
  // Loops: a picture has more than a million pixels, and whoever changes the threshold waits.
  for (let index = 0; index < luma.length; index++)
    if (pixels.rgba[index * 4 + 3]! < 128 || ground?.[index] === 1) empty[index] = 1;
    else if (luma[index]! < threshold !== inverted) ink[index] = 1;
  return { ink, empty };
}

function lumaOfPixels({ width, height, rgba }: Pixels): Float32Array {
  const luma = new Float32Array(width * height);
  for (let index = 0; index < luma.length; index++)
    luma[index] = lumaOf(rgba[index * 4]!, rgba[index * 4 + 1]!, rgba[index * 4 + 2]!) / 255;
  return luma;
}

/** Pixels like the corners' colour that are reached from the edge: 1 for ground. Enclosed areas of that colour stay. */
function groundMask(luma: Float32Array, { width, height, rgba }: Pixels, tolerance: number): Uint8Array {
  const corners = [0, width - 1, (height - 1) * width, height * width - 1];
  const opaque = corners.filter((index) => rgba[index * 4 + 3]! >= 128);
  const ground = new Uint8Array(width * height);
  if (opaque.length < 2) return ground;
  const level = opaque.map((index) => luma[index]!).sort((a, b) => a - b)[opaque.length >> 1]!;
  const stack: number[] = [];
  const reach = (index: number): void => {
    if (ground[index] === 1 || rgba[index * 4 + 3]! < 128 || Math.abs(luma[index]! - level) > tolerance)
      return;
    ground[index] = 1;
    stack.push(index);
  };
  for (let x = 0; x < width; x++) {
    reach(x);
    reach((height - 1) * width + x);
  }
  for (let y = 0; y < height; y++) {
    reach(y * width);
    reach(y * width + width - 1);
  }
  while (stack.length > 0) {
    const index = stack.pop()!;
    const x = index % width;
    if (x > 0) reach(index - 1);
    if (x < width - 1) reach(index + 1);
    if (index >= width) reach(index - width);
    if (index < width * (height - 1)) reach(index + width);
  }
  return ground;
}

/** Specks of fewer pixels along their outline are left out. */
const leastOutlinePx = 8;

/** How far fitted arcs may leave the steps of the pixels, and what turns further than a step. */
const fitTolerancePx = 0.7;
const fitCornerDegrees = 60;

/** Outlines of the mask in pixels. */
export function traceMask(mask: Uint8Array, width: number, height: number): Region {
  // A light frame of one pixel closes outlines that would run along the edge.
  const [wide, high] = [width + 2, height + 2];
  const data = new Uint8ClampedArray(wide * high * 4).fill(255);
  mask.forEach((ink, index) => {
    if (ink === 1) data.fill(0, inFrame(index, width, wide) * 4, inFrame(index, width, wide) * 4 + 3);
  });
  const traced = tracer.imagedataToTracedata(
    { width: wide, height: high, data },
    {
      pal: [
        { r: 0, g: 0, b: 0, a: 255 },
        { r: 255, g: 255, b: 255, a: 255 },
      ],
      colorquantcycles: 1,
      colorsampling: 0,
      ltres: 0.6,
      qtres: 0.6,
      pathomit: leastOutlinePx,
      rightangleenhance: true,
      blurradius: 0,
    },
  );
  const dark = traced.palette.findIndex(({ r }) => r < 128);
  const outlines = (traced.layers[dark] ?? []).map(({ segments }) => {
    const points: Vertex[] = [{ x: segments[0]!.x1 - 1, y: segments[0]!.y1 - 1 }];
    for (const { type, x2, y2, x3, y3 } of segments)
      if (type === 'L') points.push({ x: x2 - 1, y: y2 - 1 });
      else addQuadratic(points, { x: x2 - 1, y: y2 - 1 }, { x: x3! - 1, y: y3! - 1 }, 0.05);
    return points.slice(0, -1);
  });
  return fitArcs(uniteRegion(outlines, 0.02, 'evenodd'), fitTolerancePx, fitCornerDegrees);
}

const inFrame = (coordinate: number, width: number, wide: number): number =>
  (Math.floor(coordinate / width) + 1) * wide + (coordinate % width) + 1;
