/** Proofs beside the page's own thread: a new one ends the one before. */
import type { Style } from '../core/artwork';
import type { Finding } from '../core/finding';
import type { Job } from '../core/job';
import { loadedOnce } from '../core/numbers';
import {
  proveUntil,
  startProof,
  takePicture,
  type ProofBinaries,
  type ProofCourse,
  type ProofReport,
  type ProofSetup,
  type SamplePicture,
  type ShotNumbers,
} from '../core/proof';
import { readPicture, type FoundCode, type Reader, voting } from '../core/readers';
import type { Frame } from '../core/camera';
import {
  findCauses,
  isWorseThan,
  measureStyleFitness,
  proofFinding,
  proofSetup,
  runJob,
  type Library,
  type StyleFitness,
} from '../core/run';

export interface Prover {
  /** Loads renderer and readers ahead of the first proof. */
  warmUp(): Promise<void>;
  /** Proves a revision and tells every verdict as it comes; null when the job gives no file or a newer proof began. */
  prove(job: Job, revision: number, tell: (report: ProofReport) => void): Promise<ProofReport | null>;
  /** A few shots of a job beside the one on the bench; null when it gives no file. */
  glance(job: Job): Promise<ProofReport | null>;
  /** Takes the shots of given numbers of the job at hand and tells every report; null when there is no file or newer shots began. */
  shoot(job: Job, numbers: ShotNumbers, tell: (report: ProofReport) => void): Promise<ProofReport | null>;
  /** Ends the shots that are being taken, and a search for causes. */
  callOff(): void;
  /** What a report amounts to, with causes where the job reads worse than its limits say; null when newer shots began. */
  explain(job: Job, report: ProofReport): Promise<Finding | null>;
  /** How readily each reader takes a style; null when a newer measurement or proof began. */
  fitness(style: Style): Promise<StyleFitness | null>;
  /** Reads the code in a picture; null when there is none. */
  readPicture(frame: Frame): Promise<FoundCode | null>;
  /** One photograph of a code from the chosen distance, with what each reader makes of it; null when the job gives no file. */
  photograph(job: Job, codeId: string, turnDegrees: number): Promise<SamplePicture | null>;
}

/** Enough to tell a look that loses a reader from one that does not. */
const glanceShots = 8;

export function createProver(load: () => Promise<ProofBinaries>, library: Library): Prover {
  const loaded = loadedOnce<readonly Reader[]>();
  let newest = 0;
  let newestFitness = 0;
  let newestShots = 0;
  const setupOf = async (job: Job, revision: number | null): Promise<ProofSetup | null> => {
    await library.load(job);
    return proofSetup(job, runJob(job, undefined, library), revision);
  };
  const panel = (): Promise<readonly Reader[]> => loaded(() => load().then(startProof));
  const proved = async (setup: ProofSetup | null, course: ProofCourse): Promise<ProofReport | null> =>
    setup && proveUntil(setup, await panel(), course);
  return {
    warmUp: async () => {
      await panel();
    },
    prove: async (job, revision, tell) => {
      const run = ++newest;
      return proved(await setupOf(job, revision), { tell, isStale: () => run !== newest });
    },
    glance: async (job) =>
      proved(await setupOf(job, null), { isEnough: ({ shots }) => shots >= glanceShots }),
    shoot: async (job, numbers, tell) => {
      const run = ++newestShots;
      const course = { ...numbers, tell, isStale: () => run !== newestShots };
      const setup = await setupOf(job, null);
      // What has no vote is not asked: it takes time and changes nothing.
      return setup && proveUntil(setup, voting(await panel()), course);
    },
    callOff: () => {
      newestShots++;
    },
    explain: async (job, report) => {
      const run = ++newestShots;
      await library.load(job);
      const result = runJob(job, undefined, library, false);
      const finding = proofFinding(report);
      if (finding.severity === 'fine' || !isWorseThan(finding, result.findings)) return finding;
      const causes = await findCauses(result, report, await panel(), library, () => run !== newestShots);
      return causes && proofFinding(report, causes);
    },
    fitness: async (style) => {
      const run = ++newestFitness;
      const proofAtStart = newest;
      const isStale = (): boolean => run !== newestFitness || proofAtStart !== newest;
      return measureStyleFitness(style, await panel(), isStale);
    },
    readPicture: async (frame) => {
      await panel();
      return readPicture(frame);
    },
    photograph: async (job, codeId, turnDegrees) => {
      const setup = await setupOf(job, null);
      return setup && takePicture(setup, await panel(), (turnDegrees * Math.PI) / 180, codeId);
    },
  };
}
