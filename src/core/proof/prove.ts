/**
 * proof: the bytes of a file come in; a verdict goes out. The file is rendered by an outside program, aged by a model
 * of the machine, photographed by a model of a camera and read by independent decoders.
 */
import type { Box } from '../geometry';
import { pixelsPerModule } from '../camera';
import { simulateMachine, type MachineModel } from './machineModel';
import { photograph, type Frame, type Scene, type Shot } from './photograph';
import { startRenderer } from '../logo';
import type { MarkRaster } from '../readback';
import { surfaceOf } from './surface';
import { startReaders, type Reader, type ReaderBinaries } from './readers';
import type { Bend } from './wrapped';
import { fullShotCount, readerState, verdictOf, type ProofReport } from './verdict';

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
  readonly machine: MachineModel;
  /** What the file holds is seen from its back: through the material, or because the machine turns it over. */
  readonly seenFromBehind: boolean;
  readonly distanceM: number;
  readonly seed: number;
}

/** What one reader made of one photograph. `read` only when the text is the message, byte for byte. */
export interface Reading {
  readonly name: string;
  readonly votes: boolean;
  readonly read: boolean;
  readonly text: string | null;
}

export interface SamplePicture {
  readonly frame: Frame;
  readonly readings: readonly Reading[];
}

/** Numbers of the shots to take. */
export interface ShotNumbers {
  readonly first: number;
  readonly step: number;
  /** The last of them; a full proof takes every number up to it. */
  readonly ofShots: number;
}

/** Shots after which a verdict is reported, and after every such number again. */
const reportEvery = 4;
/** Each shot is turned on from the last by the golden angle, so that any number of them covers all ways evenly. */
const goldenAngle = Math.PI * (3 - Math.sqrt(5));
/** Held by hand the piece is seldom seen straight [from memory]; readers take 30 degrees [simulated shots]. */
const largestTilt = (25 * Math.PI) / 180;
/** Light of a room falls off by as much across a code near a lamp or a window [from memory]. */
const leastLight = 0.6;

/** How the shot of a number is taken. Number 0 is straight, in even light. Each way goes on by a step of its own, so that they do not go together. */
function shotOf(seed: number, shot: number): Shot {
  return {
    seed: seed * 1000 + shot,
    turn: shot * goldenAngle,
    tilt: largestTilt * ((shot * Math.SQRT2) % 1),
    leansTowards: shot * Math.PI * Math.sqrt(3),
    leastLight: 1 - (1 - leastLight) * ((shot * Math.sqrt(7)) % 1),
    lightFrom: shot * Math.PI * Math.sqrt(5),
  };
}

/** Loads renderer and readers ahead of the first proof. */
export async function startProof(binaries: ProofBinaries): Promise<readonly Reader[]> {
  await startRenderer(binaries.resvg);
  return startReaders(binaries);
}

/**
 * Photographs and reads seeded shots, turned all ways, from the first to the last of their numbers and by a step; yields a
 * verdict early and refines it.
 */
export async function* prove(
  setup: ProofSetup,
  readers: readonly Reader[],
  { first = 1, step = 1, ofShots = fullShotCount }: Partial<ShotNumbers> = {},
): AsyncGenerator<ProofReport> {
  const codes = setup.codes.map((code) => ({ code, scene: buildScene(setup, code) }));
  const pixels = Math.min(...codes.map(({ scene }) => scene.pixelsPerModule));
  const counts = readers.map(() => ({ read: 0, wrong: 0 }));
  let shots = 0;
  for (let number = first; number <= ofShots; number += step) {
    shots++;
    const seen: (readonly Reading[])[] = [];
    for (const { code, scene } of codes)
      seen.push((await shoot(scene, code, readers, shotOf(setup.seed, number))).readings);
    readers.forEach((_, index) => {
      const own = seen.map((readings) => readings[index]!);
      if (own.every(({ read }) => read)) counts[index]!.read++;
      else if (own.some(({ read, text }) => !read && text !== null && text !== '')) counts[index]!.wrong++;
    });
    if (shots % reportEvery === 0 || number + step > ofShots)
      yield reportOf(setup, readers, counts, { shots, ofShots }, pixels);
  }
}

/** How long a proof goes on, and who is told. */
export interface ProofCourse extends Partial<ShotNumbers> {
  readonly tell?: (report: ProofReport) => void;
  /** Ends it with the report at hand; without it all shots are taken. */
  readonly isEnough?: (report: ProofReport) => boolean;
  /** Ends it without a report: something newer is wanted. */
  readonly isStale?: () => boolean;
}

/** The last report of a proof; null when it became stale. Between reports others are let in. */
export async function proveUntil(
  setup: ProofSetup,
  readers: readonly Reader[],
  { tell, isEnough, isStale, ...numbers }: ProofCourse = {},
): Promise<ProofReport | null> {
  let last: ProofReport | null = null;
  for await (const report of prove(setup, readers, numbers)) {
    await new Promise((resolve) => setTimeout(resolve));
    if (isStale?.()) return null;
    last = report;
    tell?.(report);
    if (isEnough?.(report)) break;
  }
  return last;
}

/** One photograph of a code, turned by an angle in radians, with what each reader makes of it. */
export async function takePicture(
  setup: ProofSetup,
  readers: readonly Reader[],
  turn: number,
  codeId: string,
): Promise<SamplePicture> {
  const code = setup.codes.find(({ id }) => id === codeId) ?? setup.codes[0]!;
  return shoot(buildScene(setup, code), code, readers, {
    ...shotOf(setup.seed, 0),
    turn,
  });
}

async function shoot(
  scene: Scene,
  { payload, isBytes }: CodeToRead,
  readers: readonly Reader[],
  shot: Shot,
): Promise<SamplePicture> {
  const frame = photograph(scene, shot);
  const readings: Reading[] = [];
  for (const { name, votes, read } of readers) {
    const text = await read(frame, isBytes);
    readings.push({ name, votes, read: text === payload, text });
  }
  return { frame, readings };
}

function reportOf(
  setup: ProofSetup,
  readers: readonly Reader[],
  counts: readonly { read: number; wrong: number }[],
  { shots, ofShots }: Pick<ProofReport, 'shots' | 'ofShots'>,
  pixels: number,
): ProofReport {
  const reports = readers.map(({ id, name, votes }, index) => ({
    id,
    name,
    votes,
    ...counts[index]!,
    state: readerState(counts[index]!.read, shots),
  }));
  return {
    verdict: verdictOf(reports),
    shots,
    ofShots,
    readers: reports,
    distanceM: setup.distanceM,
    pixelsPerModule: Number(pixels.toFixed(2)),
  };
}

/** Pixels a module of the rendered file: enough for the averaging of the camera, within a limit for large symbols. */
const largestRasterPx = 2600;

function buildScene(setup: ProofSetup, { quietZone, moduleMm, bend }: CodeToRead): Scene {
  const { machine } = setup;
  const pixels = pixelsPerModule(moduleMm, setup.distanceM * 1000);
  const margin = 3 * moduleMm;
  const sideMm = quietZone.width + 2 * margin;
  const finest = largestRasterPx / sideMm;
  const wanted = Math.min(Math.max(9, Math.min(2 * pixels, 24)) / moduleMm, finest);
  const pxPerMm =
    machine.dotMm === null ? wanted : Math.max(Math.round(wanted * machine.dotMm), 2) / machine.dotMm;
  const corner = (value: number): number =>
    machine.dotMm === null ? value : Math.floor(value / machine.dotMm) * machine.dotMm;
  const window = {
    x: corner(quietZone.x - margin),
    y: corner(quietZone.y - margin),
    width: sideMm,
    height: sideMm,
  };
  return {
    raster: surfaceOf(simulateMachine(setup.raster(window, pxPerMm), machine)),
    baseColour: setup.baseColour,
    markColour: setup.markColour,
    centreMm: [quietZone.x + quietZone.width / 2, quietZone.y + quietZone.height / 2],
    fieldMm: quietZone.width,
    moduleMm,
    seenFromBehind: setup.seenFromBehind,
    pixelsPerModule: pixels,
    bend,
  };
}
