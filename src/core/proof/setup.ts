/** What a proof needs of a job: the very file, the codes in it, and what they are made of. */
import type { Box, Matrix } from '../geometry';
import type { ReaderBinaries } from '../readers';
import type { MarkRaster } from '../readback';
import type { Bend, MachineModel, Shine, Texture } from '../simulation';
import type { QrSymbol } from '../symbol';

/** The wasm modules of the renderer and the readers, loaded from our own files by whoever runs the proof. */
export interface ProofBinaries extends ReaderBinaries {
  readonly resvg: ArrayBuffer;
}

/** One code in the file. */
export interface CodeToRead {
  /** Of the code in the job. */
  readonly id: string;
  /** What every reader has to give, byte for byte. */
  readonly payload: string;
  /** The payload is bytes, one character each; readers are asked for bytes. */
  readonly isBytes: boolean;
  readonly symbol: Pick<QrSymbol, 'version' | 'level' | 'size' | 'modules'>;
  /** From millimetres of the file to columns and rows of modules. */
  readonly toModules: Matrix;
  /** The code with its quiet zone, where it lies in the file, in millimetres. */
  readonly quietZone: Box;
  readonly moduleMm: number;
  /** What its piece is put around; null for a flat one. */
  readonly bend: Bend | null;
}

export interface ProofSetup {
  /** A window of the very file that is about to be sent, in millimetres of the piece, at so many pixels. */
  readonly raster: (window: Box, pxPerMm: number) => MarkRaster;
  /** A shot counts as read when all of them were. */
  readonly codes: readonly CodeToRead[];
  readonly baseColour: string;
  readonly markColour: string;
  readonly texture: Texture;
  readonly shine: Shine;
  /** Null for a picture, of which no machine makes anything any more. */
  readonly machine: MachineModel | null;
  /** What the file holds is seen from its back: through the material, or because the machine turns it over. */
  readonly seenFromBehind: boolean;
  readonly distanceM: number;
  readonly seed: number;
}
