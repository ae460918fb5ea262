/** What the proof of a job needs, taken from the job as it ran. */
import type { Job } from './job';
import { outputFormats } from './output';
import { makeFiles } from './makeFiles';
import type { Box } from './geometry';
import type { Piece } from './piece';
import type { ProofSetup } from './proof';
import type { JobResult } from './runJob';

/** Every proof photographs the same twenty ways. */
const proofSeed = 17;

/** The code with what is kept free around it: the quiet zone, or all of a round outline. */
function fieldOf({ quietZone, round, moduleMm }: Piece): Box {
  if (round === null) return quietZone;
  const reach = round.radiusMm + moduleMm;
  return { x: round.x - reach, y: round.y - reach, width: 2 * reach, height: 2 * reach };
}

/** Null when the job gives no file to prove. Stops do not keep a job from being proved: the proof shows why they stop. */
export function proofSetup(job: Job, result: JobResult, revision: number | null): ProofSetup | null {
  if (result.made === null) return null;
  const { piece, plan } = result.made;
  const made = makeFiles(job, { ...result, heldBackBy: [] }, revision, [outputFormats[0].id]);
  if (!('files' in made)) return null;
  const quietZone = fieldOf(piece);
  const { material, machine, process, markColour } = result.pair;
  return {
    svg: made.files[0]!.bytes,
    payload: result.payload,
    isBytes: result.isBytes,
    quietZone: plan.mirrored ? { ...quietZone, x: piece.widthMm - quietZone.x - quietZone.width } : quietZone,
    moduleMm: piece.moduleMm,
    baseColour: material.baseColour,
    markColour,
    machine: { growthMm: process.growthMm, dotMm: machine.dotMm },
    seenFromBehind: plan.mirrored && material.transparent,
    distanceM: job.reading.distanceM,
    seed: proofSeed,
  };
}
