/** What the proof of a job needs, taken from the job as it ran. */
import { isSeenThrough, machineKinds, materialFamilies, type Pair } from '../plan';
import type { Job } from '../job';
import { svgOfJob } from '../files';
import { mirrorBox, multiplyMatrix, turnedBounds, type Box, type Matrix } from '../geometry';
import type { PlacedCode } from '../piece';
import type { Standard } from '../grades';
import type { MeantCode } from '../photo';
import type { CodeToRead, ProofSetup } from '../proof';
import { rasteriseMarks } from '../readback';
import { metalMirrors, plasticMirrors, type Bend, type MachineModel, type Shine } from '../simulation';
import type { JobResult } from '../run';

/** Of all shots of a job and of its machine: the same file gives the same verdict. */
export const proofSeed = 17;

/** What a code is put around, where it lies. */
function bendOf({ piece }: Job, { code }: PlacedCode): Bend | null {
  const { bend, widthMm, heightMm } = piece;
  if (bend === null) return null;
  const [middle, length] =
    bend.around === 'width' ? [code.y + code.height / 2, heightMm] : [code.x + code.width / 2, widthMm];
  const slope = (bend.otherDiameterMm - bend.diameterMm) / 2 / length;
  return { radiusMm: Math.max(bend.diameterMm / 2 + slope * middle, 0.05), around: bend.around, slope };
}

/** From millimetres of the file to modules of a code, which may be turned, in a file that may be left for right. */
function toModulesOf({ code, turn, moduleMm }: PlacedCode, mirroredOver: number | null): Matrix {
  const [cosine, sine] = [Math.cos(turn) / moduleMm, Math.sin(turn) / moduleMm];
  const [middleX, middleY] = [code.x + code.width / 2, code.y + code.height / 2];
  const half = code.width / moduleMm / 2;
  const turnedBack: Matrix = [
    cosine,
    -sine,
    sine,
    cosine,
    half - cosine * middleX - sine * middleY,
    half + sine * middleX - cosine * middleY,
  ];
  return mirroredOver === null ? turnedBack : multiplyMatrix(turnedBack, [-1, 0, 0, 1, mirroredOver, 0]);
}

/** What light does on the surface of a material. */
const shineOf = ({ material }: Pick<Pair, 'material'>): Shine => ({
  gloss: material.gloss,
  mirrors: materialFamilies[material.family].mirrorsLike === 'metal' ? metalMirrors : plasticMirrors,
});

/** How the machine of a pair makes marks on its material. */
export function machineModelOf(
  { machine, process, material, edgeGrowthMm }: Pair,
  seed: number,
): MachineModel {
  const { burns, soaks } = materialFamilies[material.family];
  return {
    kind: machine.kind,
    growthMm: edgeGrowthMm,
    elementMm: process.elementMm,
    dotMm: machine.dotMm,
    lineMm: process.lineIntervalMm,
    isPointed: machine.halfAngleDegrees !== null,
    burns,
    soaks,
    hasMesh: machine.inks === 'single' && machine.dotMm === null,
    seed,
  };
}

/** The upright box around the code with what is kept free around it: the quiet zone, or all of a round outline. */
function fieldOf({ quietZone, round, moduleMm, turn }: PlacedCode): Box {
  const reach = round === null ? quietZone.width / 2 : round.radiusMm + moduleMm;
  const side = round === null ? turnedBounds(2 * reach, 2 * reach, turn).width : 2 * reach;
  return {
    x: quietZone.x + quietZone.width / 2 - side / 2,
    y: quietZone.y + quietZone.height / 2 - side / 2,
    width: side,
    height: side,
  };
}

/** Null when the job gives no file to prove. Stops do not keep a job from being proved: the proof shows why they stop. */
export function proofSetup(job: Job, result: JobResult, revision: number | null): ProofSetup | null {
  if (result.made === null) return null;
  const { piece, plan } = result.made;
  const svg = svgOfJob(job, result, revision)!;
  const { groundColour, machine, material, markColour } = result.pair;
  const mirroredOver = plan.mirrored ? piece.widthMm : null;
  const codes = piece.codes.map((code): CodeToRead => {
    const quietZone = fieldOf(code);
    const { payload, isBytes } = result.codes.find(({ settings }) => settings.id === code.id)!;
    const { symbol } = result.made!.codes.find(({ id }) => id === code.id)!;
    return {
      id: code.id,
      payload,
      isBytes,
      symbol,
      toModules: toModulesOf(code, mirroredOver),
      quietZone: plan.mirrored ? mirrorBox(quietZone, piece.widthMm) : quietZone,
      moduleMm: code.moduleMm,
      bend: bendOf(job, code),
    };
  });
  return {
    codes,
    raster: (window, pxPerMm) => rasteriseMarks(svg, window, pxPerMm),
    baseColour: groundColour,
    markColour,
    texture: { kind: material.texture, amplitude: material.textureAmplitude },
    shine: shineOf(result.pair),
    machine: machineModelOf(result.pair, proofSeed),
    seenFromBehind:
      machineKinds[machine.kind].turnsOver !== (plan.comesOutMirrored && isSeenThrough(result.pair)),
    distanceM: job.reading.distanceM,
    seed: proofSeed,
  };
}

/** What is printed on a surface or cut of foil is measured by the one standard, what is marked in a material by the other. */
export const standardOf = ({ machine }: Pair): Standard =>
  machineKinds[machine.kind].operation === 'print' || machineKinds[machine.kind].leaves === 'parts-to-weed'
    ? 'ISO/IEC 15415'
    : 'ISO/IEC 29158';

/** What the codes of a finished piece are to say, and how they are built; those that give no symbol are left out. */
export const meantCodes = ({ codes, made }: JobResult): readonly MeantCode[] =>
  (made?.codes ?? []).map(({ id, symbol, damage }) => {
    const { payload, isBytes } = codes.find(({ settings }) => settings.id === id)!;
    return { id, payload, isBytes, symbol, covered: damage?.modules ?? null };
  });
