/**
 * Codes in a photograph: a picture comes in; what they say, where they lie and which help was needed to read them goes out.
 * Help is tried in an order, the least first, since a phone may not give it.
 */
import { breathe } from '../tasks';
import { type Frame, type Brightness, brightnessOf, frameOf } from '../camera';
import { readBarcodes, type ReadResult } from 'zxing-wasm/reader';
import type { Vertex } from '../geometry';
import { builtOf, isTextOf } from '../readers';
import type { Level } from '../symbol';
import { evened, remapped, shrunk } from './picture';

/** What had to be done before it could be read. */
export const helps = [
  'none',
  'searched',
  'reversed',
  'stretched',
  'larger',
  'smaller',
  'tilted',
  'curved',
] as const;
export type Help = (typeof helps)[number];

export interface SeenCode {
  /** The text in UTF-8; or, where nothing says that it is text, the bytes as they stand in the symbol. */
  readonly bytes: Uint8Array;
  readonly text: string;
  readonly version: number;
  readonly level: Level;
  readonly mask: number;
  /** Upper left, upper right, lower right, lower left corner of the symbol as it is read, in pixels of the photograph. */
  readonly corners: readonly [Vertex, Vertex, Vertex, Vertex];
  readonly mirrored: boolean;
  readonly reversed: boolean;
  readonly help: Help;
}

/** A page of labels has more; all are told of, and so many are looked at. */
export const mostCodes = 60;

interface Try {
  readonly help: Help;
  /** A picture to read, with the way back to places of the photograph; null where it does not apply. */
  readonly prepare: (picture: Brightness) => Prepared | null;
  readonly isPlain?: boolean;
  readonly inverts?: boolean;
}
interface Prepared {
  readonly picture: Brightness;
  readonly back: (place: Vertex) => Vertex;
}

const asIs = (picture: Brightness): Prepared => ({ picture, back: (place) => place });

const stretchedTo = 1300;
/** Enlarging more than this makes nothing clearer. */
const enlargedTo = 1800;
const scaled =
  (by: number) =>
  (picture: Brightness): Prepared | null =>
    Math.max(picture.width, picture.height) * by > enlargedTo
      ? null
      : {
          picture: remapped(
            picture,
            Math.round(picture.width * by),
            Math.round(picture.height * by),
            (x, y) => ({ x: x / by, y: y / by }),
          ),
          back: ({ x, y }) => ({ x: x / by, y: y / by }),
        };

/** What leans away is stretched along the way that it leans. */
const leaning =
  (degrees: number, by: number) =>
  (picture: Brightness): Prepared => {
    const [cosine, sine] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    const { width, height } = picture;
    const [middleX, middleY] = [width / 2, height / 2];
    // Stretched pictures are large; more pixels than these make nothing clearer.
    const zoom = Math.min(1, stretchedTo / (Math.max(width, height) * by));
    const side = Math.round(Math.max(width, height) * by * zoom);
    const back = ({ x, y }: Vertex): Vertex => {
      const [dx, dy] = [(x - side / 2) / zoom, (y - side / 2) / zoom];
      const along = (dx * cosine + dy * sine) / by;
      const across = dy * cosine - dx * sine;
      return { x: middleX + along * cosine - across * sine, y: middleY + along * sine + across * cosine };
    };
    return { picture: remapped(picture, side, side, (x, y) => back({ x, y })), back };
  };

/** A cylinder through the middle of the picture, upright or lying, is rolled out. */
const rolledOut =
  (isUpright: boolean, turn: number) =>
  (picture: Brightness): Prepared => {
    const { width, height } = picture;
    const across = isUpright ? width : height;
    const radius = across / 2 / Math.sin(turn);
    const out = Math.round(2 * radius * turn);
    const back = ({ x, y }: Vertex): Vertex => {
      const arc = (place: number): number => across / 2 + radius * Math.sin((place - out / 2) / radius);
      return isUpright ? { x: arc(x), y } : { x, y: arc(y) };
    };
    const [toWidth, toHeight] = isUpright ? [out, height] : [width, out];
    return { picture: remapped(picture, toWidth, toHeight, (x, y) => back({ x, y })), back };
  };

const even = (picture: Brightness): Prepared =>
  asIs(evened(picture, Math.max(8, Math.round(Math.max(picture.width, picture.height) / 24))));

const tries: readonly Try[] = [
  { help: 'none', prepare: asIs, isPlain: true },
  { help: 'searched', prepare: asIs },
  { help: 'reversed', prepare: asIs, inverts: true },
  { help: 'stretched', prepare: even, inverts: true },
  { help: 'larger', prepare: scaled(2), inverts: true },
  {
    help: 'smaller',
    prepare: (picture) =>
      Math.min(picture.width, picture.height) < 400
        ? null
        : { picture: shrunk(picture, 2), back: ({ x, y }) => ({ x: 2 * x, y: 2 * y }) },
    inverts: true,
  },
  ...[0, 90, 45, 135].map((degrees): Try => ({
    help: 'tilted',
    prepare: leaning(degrees, 1.8),
    inverts: true,
  })),
  ...[0.9, 1.25].flatMap((turn): Try[] =>
    [true, false].map((isUpright) => ({
      help: 'curved',
      prepare: rolledOut(isUpright, turn),
      inverts: true,
    })),
  ),
];

export interface FindCourse {
  /** Told which help is tried. */
  readonly tell?: (help: Help, done: number, of: number) => void;
  readonly isStale?: () => boolean;
}

/** All codes that are read with the least help that reads any; none where nothing helps. The readers have to be started. */
export async function findCodes(
  frame: Frame,
  { tell, isStale }: FindCourse = {},
): Promise<readonly SeenCode[]> {
  const picture = brightnessOf(frame);
  for (const [done, { help, prepare, isPlain = false, inverts = false }] of tries.entries()) {
    tell?.(help, done, tries.length);
    // Others are let in, who may not want it any more.
    await breathe();
    if (isStale?.() === true) return [];
    const prepared = prepare(picture);
    if (prepared === null) continue;
    const results = await read(prepared.picture, isPlain, inverts);
    const seen = results.flatMap((result) => seenCode(result, prepared.back, help) ?? []);
    if (seen.length > 0) return seen;
  }
  return [];
}

async function read(picture: Brightness, isPlain: boolean, inverts: boolean): Promise<readonly ReadResult[]> {
  const { width, height, rgba } = frameOf(picture);
  const results = await readBarcodes({ width, height, data: rgba, colorSpace: 'srgb' } as ImageData, {
    formats: ['QRCodeModel2'],
    tryHarder: !isPlain,
    tryRotate: !isPlain,
    tryInvert: inverts,
    tryDownscale: !isPlain,
    maxNumberOfSymbols: mostCodes,
    textMode: 'Plain',
  });
  return results.filter(({ isValid }) => isValid);
}

function seenCode(result: ReadResult, back: (place: Vertex) => Vertex, help: Help): SeenCode | null {
  const built = builtOf(result);
  if (built === null) return null;
  const { topLeft, topRight, bottomRight, bottomLeft } = result.position;
  const { bytes, text, isInverted, isMirrored } = result;
  return {
    ...built,
    bytes: isTextOf(result) ? new TextEncoder().encode(text) : bytes,
    text,
    corners: [back(topLeft), back(topRight), back(bottomRight), back(bottomLeft)],
    mirrored: isMirrored,
    reversed: isInverted,
    help,
  };
}
