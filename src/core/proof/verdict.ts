/** What the readings of the shots amount to. */
import { verdicts } from '../finding';
import { z } from '../schema';

/** Shares of the frames from which a reader is prompt, and slow [measured on simulated shots]. */
const promptShare = 0.8;
const slowShare = 0.2;
/** Shots of a full proof. A verdict on fewer says so. */
export const fullShotCount = 20;

export const readerReportSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  votes: z.boolean(),
  /** Frames in which the text was read exactly. */
  read: z.int().min(0),
  /** Frames in which some other text was read. */
  wrong: z.int().min(0),
  state: z.enum(['prompt', 'slow', 'fails']),
});
export type ReaderReport = z.infer<typeof readerReportSchema>;

export const proofReportSchema = z.strictObject({
  verdict: z.enum(verdicts),
  shots: z.int().min(0),
  ofShots: z.int().min(1),
  readers: z.array(readerReportSchema),
  distanceM: z.number(),
  pixelsPerModule: z.number(),
});
export type ProofReport = z.infer<typeof proofReportSchema>;

export function readerState(read: number, shots: number): ReaderReport['state'] {
  const share = shots === 0 ? 0 : read / shots;
  return share >= promptShare ? 'prompt' : share >= slowShare ? 'slow' : 'fails';
}

/** Reports on different shots of the same file by the same readers, as one. */
export function joinedReports([first, ...others]: readonly [ProofReport, ...ProofReport[]]): ProofReport {
  const all = [first, ...others];
  const shots = all.reduce((sum, report) => sum + report.shots, 0);
  const sumOf = (count: 'read' | 'wrong', place: number): number =>
    all.reduce((sum, { readers }) => sum + readers[place]![count], 0);
  const readers = first.readers.map((reader, place) => {
    const read = sumOf('read', place);
    return { ...reader, read, wrong: sumOf('wrong', place), state: readerState(read, shots) };
  });
  return { ...first, shots, readers, verdict: verdictOf(readers) };
}

/** Whether the shots that are left of a proof can no longer change its verdict. */
export function isDecided({
  readers,
  shots,
  ofShots,
}: {
  readonly readers: readonly Pick<ReaderReport, 'votes' | 'read'>[];
  readonly shots: number;
  readonly ofShots: number;
}): boolean {
  const verdictIf = (readOfTheRest: number): ProofReport['verdict'] =>
    verdictOf(
      readers.map(({ votes, read }) => ({ votes, state: readerState(read + readOfTheRest, ofShots) })),
    );
  return verdictIf(0) === verdictIf(ofShots - shots);
}

/** Good when every voting reader is prompt; stop when fewer than two are; else caution. A wrong text is no read. */
export function verdictOf(readers: readonly Pick<ReaderReport, 'votes' | 'state'>[]): ProofReport['verdict'] {
  const voting = readers.filter(({ votes }) => votes);
  const prompt = voting.filter(({ state }) => state === 'prompt').length;
  return prompt === voting.length ? 'good' : prompt < 2 ? 'stop' : 'caution';
}
