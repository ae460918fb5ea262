/** The memory that pictures are made in, and the arithmetic on it (kernels/sensor.ts). */
import { bytesOfBase64 } from '../bytes';
import { onDemand } from '../tasks';
import { sensorBase64 } from './sensorBinary';

/** Places in the memory are numbers of bytes; rows are of 32-bit numbers, and have room for three more beyond their end. */
type Place = number;

/** What kernels/sensor.ts exports; there is said what each does. */
export interface Arithmetic {
  readonly places: (
    xs: Place,
    ys: Place,
    count: number,
    ...linear: [atX: number, atY: number, atDepth: number, perX: number, perY: number, perDepth: number]
  ) => void;
  readonly look: (
    plane: Place,
    seen: Place,
    width: number,
    height: number,
    xs: Place,
    ys: Place,
    count: number,
    toX: number,
    toY: number,
    taken: Place,
    onPiece: Place,
  ) => void;
  readonly mix: (
    taken: Place,
    onPiece: Place,
    count: number,
    perLook: number,
    perInk: number,
    perSeen: number,
    constant: number,
    perBeyond: number,
    xs: Place,
    ys: Place,
    perPatch: number,
    patches: Place,
    firstColumn: number,
    firstRow: number,
    columns: number,
    rows: number,
  ) => void;
  readonly texture: (
    xs: Place,
    ys: Place,
    count: number,
    scale: number,
    factors: Place,
    mask: number,
    row: Place,
  ) => void;
  readonly blurAlong: (row: Place, blurred: Place, count: number, kernel: Place, reach: number) => void;
  readonly blurAcross: (
    plane: Place,
    stride: number,
    row: number,
    lastRow: number,
    blurred: Place,
    count: number,
    kernel: Place,
    reach: number,
  ) => void;
  readonly evenLight: (
    row: Place,
    count: number,
    start: number,
    per: number,
    least: number,
    steps: number,
  ) => void;
  readonly multiply: (row: Place, by: Place, count: number) => void;
  readonly encode: (
    shares: Place,
    lit: Place,
    shine: Place,
    count: number,
    base: number,
    more: number,
    table: Place,
    last: number,
    noise: Place,
    noiseFrom: number,
    noiseMask: number,
    grey: Place,
  ) => void;
  readonly expand: (grey: Place, rgba: Place, count: number) => void;
  readonly meanOver: (
    plane: Place,
    means: Place,
    width: number,
    height: number,
    reach: number,
    part: number,
    perSquare: number,
    sums: Place,
  ) => void;
  readonly quantise: (block: Place, to: Place, from: Place) => void;
  readonly loseBlocks: (
    grey: Place,
    width: number,
    height: number,
    to: Place,
    from: Place,
    block: Place,
  ) => void;
}

/** What is looked at: what each ink takes of the light, and how much of each place is the piece, null for all. */
interface Planes {
  readonly inks: readonly Uint8Array[];
  readonly seen: Uint8Array | null;
}

/** Blocks of memory begin at so many bytes, and have as many to spare. */
const blockBytes = 16;
const pageBytes = 65_536;

/** Memory in which a picture is made: a surface, and whatever is taken for it. It holds one picture at a time. */
export class Sensor {
  readonly arithmetic: Arithmetic;
  private readonly memory: WebAssembly.Memory;
  private surface: Planes | null = null;
  private surfaceEnd: Place = blockBytes;
  private end: Place = blockBytes;
  inks: readonly Place[] = [];
  /** 0 where all of the surface is the piece. */
  seen: Place = 0;

  constructor(module: WebAssembly.Module) {
    const { exports } = new WebAssembly.Instance(module, {});
    this.arithmetic = exports as unknown as Arithmetic;
    this.memory = exports.memory as WebAssembly.Memory;
  }

  /** Forgets the last picture; a surface that is at hand stays. */
  show(surface: Planes): void {
    if (this.surface !== surface) {
      this.clear();
      this.inks = surface.inks.map((plane) => this.keep(plane));
      this.seen = surface.seen === null ? 0 : this.keep(surface.seen);
      this.surfaceEnd = this.end;
      this.surface = surface;
    }
    this.end = this.surfaceEnd;
  }

  /** Forgets everything. */
  clear(): void {
    this.surface = null;
    this.end = blockBytes;
  }

  /** Room for so many bytes; views of the memory may be gone after it. */
  take(bytes: number): Place {
    const place = this.end;
    this.end += Math.ceil(bytes / blockBytes + 1) * blockBytes;
    const missing = this.end + blockBytes - this.memory.buffer.byteLength;
    if (missing > 0) this.memory.grow(Math.ceil(missing / pageBytes));
    return place;
  }

  takeRow(length: number): Place {
    return this.take(4 * length);
  }

  keep(values: Uint8Array | Int8Array | Float32Array): Place {
    const place = this.take(values.byteLength);
    const bytes = new Uint8Array(values.buffer, values.byteOffset, values.byteLength);
    this.bytes(place, bytes.length).set(bytes);
    return place;
  }

  /** What stands there now. */
  bytes(place: Place, length: number): Uint8Array<ArrayBuffer> {
    return new Uint8Array(this.memory.buffer as ArrayBuffer, place, length);
  }

  row(place: Place, length: number): Float32Array<ArrayBuffer> {
    return new Float32Array(this.memory.buffer as ArrayBuffer, place, length);
  }
}

/** The one of this thread. */
export const theSensor = onDemand(() => new Sensor(new WebAssembly.Module(bytesOfBase64(sensorBase64))));
