/** What the proof of a job needs, taken from the job as it ran. */
import { isSeenThrough, machineKinds } from '../plan';
import type { Job } from '../job';
import { svgOfJob } from './makeFiles';
import { mirrorBox, turnedBounds, type Box } from '../geometry';
import type { PlacedCode } from '../piece';
import { aroundBend } from '../check';
import type { Bend, CodeToRead, ProofSetup } from '../proof';
import { rasteriseMarks } from '../readback';
import type { JobResult } from './runJob';

/** Every proof photographs the same twenty ways. */
const proofSeed = 17;

/** What a code is put around, where it lies. */
function bendOf({ piece, codes }: Job, placed: PlacedCode): Bend | null {
  const { placement } = codes.find(({ id }) => id === placed.id)!;
  const around = aroundBend({ laying: { piece, placement }, placed });
  return around === null || piece.bend === null
    ? null
    : { radiusMm: around.diameterMm / 2, around: piece.bend.around };
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
  const { groundColour, machine, edgeGrowthMm, markColour } = result.pair;
  const codes = piece.codes.map((code): CodeToRead => {
    const quietZone = fieldOf(code);
    const { payload, isBytes } = result.codes.find(({ settings }) => settings.id === code.id)!;
    return {
      id: code.id,
      payload,
      isBytes,
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
    machine: { growthMm: edgeGrowthMm, dotMm: machine.dotMm },
    seenFromBehind:
      machineKinds[machine.kind].turnsOver !== (plan.comesOutMirrored && isSeenThrough(result.pair)),
    distanceM: job.reading.distanceM,
    seed: proofSeed,
  };
}
