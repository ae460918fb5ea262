/** Proofs beside the page's own thread: a new one ends the one before. */
import type { Style } from '../core/artwork';
import { readCoupon, type Coupon, type CouponReading } from '../core/coupon';
import type { Finding, Fix } from '../core/finding';
import { gradePhoto, type SymbolGrade } from '../core/grades';
import { pairOfJob, type Job } from '../core/job';
import { loadedOnce, newestOf } from '../core/tasks';
import {
  gradeFromFront,
  lookAt,
  openStudio,
  planMap,
  proveUntil,
  readShots,
  shootCell,
  startProof,
  surviveHarm,
  worstLook,
  type Cell,
  type Condition,
  type Harm,
  type Look,
  type MapKind,
  type MapPlan,
  type ProofBinaries,
  type ProofCourse,
  type ProofReport,
  type ProofSetup,
  type ShotNumbers,
  type Studio,
  type Survived,
} from '../core/proof';
import {
  checkByHand,
  checkPhoto,
  gridOfPlaces,
  turnedRound,
  type CheckedCode,
  type Corners,
  type Help,
  type PhotoCheck,
} from '../core/photo';
import { readPicture, type FoundCode, type Reader, voting } from '../core/readers';
import { brightnessOf, type Frame } from '../core/camera';
import {
  findCauses,
  fixesIn,
  isWorseThan,
  meantCodes,
  proofFinding,
  proofKey,
  proofSetup,
  setupInSize,
  standardOf,
} from '../core/proving';
import { measureStyleFitness, type StyleFitness } from '../core/solving';
import { runJob, type Library } from '../core/run';

export interface Prover {
  /** Loads renderer and readers ahead of the first proof. */
  warmUp(): Promise<void>;
  /** Takes the shots of given numbers of a revision and tells every verdict as it comes; null when the job gives no file or a newer proof began. */
  prove(
    job: Job,
    revision: number,
    numbers: ShotNumbers,
    tell: (report: ProofReport) => void,
  ): Promise<ProofReport | null>;
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
  /** The conditions of a map of the job at hand, and the names of the readers that vote; null when it gives no file. */
  planMap(
    job: Job,
    kind: MapKind,
  ): Promise<{ readonly plan: MapPlan; readonly readers: readonly string[] } | null>;
  /** More shots of a cell of a map; null when there is no file or maps were called off. */
  cell(job: Job, cell: Cell, wanted: number): Promise<Cell | null>;
  /** What harm the piece survives; null when there is no file or maps were called off. */
  harm(job: Job, harm: Harm): Promise<Survived | null>;
  /** Ends maps, and searches for fixes in a condition. */
  callOffMaps(): void;
  /** A shot of a condition with what it shows of each module: that of a number, or the worst of the first so many. */
  look(job: Job, condition: Condition, which: WhichShot, codeId: string): Promise<Look | null>;
  /** Print quality of a code as a measuring scanner would see it; null when there is no file, or no grid on what the machine makes. */
  grade(job: Job, codeId: string): Promise<SymbolGrade | null>;
  /** What is in a photograph of a finished piece, beside the job it is of when there is one. */
  checkPhoto(
    frame: Frame,
    job: Job | null,
    tell: (help: Help, done: number, of: number) => void,
  ): Promise<PhotoCheck>;
  /** What lies under corners that were set by hand, beside a code of the job; null when the job gives no symbol. */
  checkByHand(
    frame: Frame,
    job: Job,
    codeId: string,
    corners: Corners,
  ): Promise<Pick<CheckedCode, 'grid' | 'comparison'> | null>;
  /** Print quality of a code of a photograph, as far as one tells; null where it could not be compared. */
  gradePhoto(
    frame: Frame,
    checked: Pick<CheckedCode, 'grid' | 'comparison'> & { readonly reversed: boolean },
    job: Job | null,
  ): Promise<SymbolGrade | null>;
  /** What a photograph says of a test piece; null when a newer one is looked at. */
  readCoupon(
    frame: Frame,
    coupon: Coupon,
    tell: (done: number, of: number) => void,
  ): Promise<CouponReading | null>;
  /** What would make the job read in a condition; null when maps were called off. */
  fixesIn(job: Job, condition: Condition): Promise<readonly Fix[] | null>;
}

/** A shot by its number, or the one of the first so many that the most readers fail to read. */
export type WhichShot = { readonly number: number } | { readonly worstOf: number };

/** Surfaces that are kept: of the job at hand in some sizes, and of the one before. */
const mostStudios = 6;

/** Enough to tell a look that loses a reader from one that does not. */
const glanceShots = 8;

export function createProver(load: () => Promise<ProofBinaries>, library: Library): Prover {
  const loaded = loadedOnce<readonly Reader[]>();
  const [proofRuns, fitRuns, shotRuns, mapRuns, photoRuns] = [
    newestOf(),
    newestOf(),
    newestOf(),
    newestOf(),
    newestOf(),
  ];
  const setupOf = async (job: Job, revision: number | null): Promise<ProofSetup | null> => {
    await library.load(job);
    return proofSetup(job, runJob(job, undefined, library), revision);
  };
  const studios = new Map<string, Promise<Studio | null>>();
  const studioOf = (job: Job, size: number): Promise<Studio | null> => {
    const key = `${size} ${proofKey(job)}`;
    let studio = studios.get(key);
    if (studio === undefined) {
      // A renderer that has not been started cannot draw what is photographed.
      studio = panel()
        .then(() => setupInSize(job, size, library))
        .then((setup) => setup && openStudio(setup));
      studio.catch(() => studios.delete(key));
      studios.set(key, studio);
      if (studios.size > mostStudios) studios.delete(studios.keys().next().value!);
    }
    return studio;
  };
  const unharmed = new WeakMap<Studio, Promise<readonly number[]>>();
  const readOf = (studio: Studio, readers: readonly Reader[]): Promise<readonly number[]> => {
    const known = unharmed.get(studio) ?? readShots(studio, readers);
    unharmed.set(studio, known);
    return known;
  };
  const panel = (): Promise<readonly Reader[]> => loaded(() => load().then(startProof));
  const proved = async (setup: ProofSetup | null, course: ProofCourse): Promise<ProofReport | null> =>
    setup && proveUntil(setup, await panel(), course);
  return {
    warmUp: async () => {
      await panel();
    },
    prove: async (job, revision, numbers, tell) => {
      const isNewest = proofRuns.ask();
      return proved(await setupOf(job, revision), { ...numbers, tell, isStale: () => !isNewest() });
    },
    glance: async (job) =>
      proved(await setupOf(job, null), { isEnough: ({ shots }) => shots >= glanceShots }),
    shoot: async (job, numbers, tell) => {
      const isNewest = shotRuns.ask();
      const course = { ...numbers, tell, isStale: () => !isNewest() };
      const setup = await setupOf(job, null);
      // What has no vote is not asked: it takes time and changes nothing.
      return setup && proveUntil(setup, voting(await panel()), course);
    },
    callOff: () => {
      shotRuns.forget();
    },
    explain: async (job, report) => {
      const isNewest = shotRuns.ask();
      await library.load(job);
      const result = runJob(job, undefined, library, 'none');
      const finding = proofFinding(report);
      if (finding.severity === 'fine' || !isWorseThan(finding, result.findings)) return finding;
      const causes = await findCauses(result, report, await panel(), library, () => !isNewest());
      return causes && proofFinding(report, causes);
    },
    fitness: async (style) => {
      const [isNewest, isNoProofAsked] = [fitRuns.ask(), proofRuns.asIs()];
      const isStale = (): boolean => !isNewest() || !isNoProofAsked();
      return measureStyleFitness(style, await panel(), isStale);
    },
    readPicture: async (frame) => {
      await panel();
      return readPicture(frame);
    },
    planMap: async (job, kind) => {
      const studio = await studioOf(job, 1);
      const readers = voting(await panel()).map(({ name }) => name);
      return studio && { plan: planMap(studio.setup, kind), readers };
    },
    cell: async (job, cell, wanted) => {
      const isNewest = mapRuns.asIs();
      const studio = await studioOf(job, cell.condition.size);
      if (studio === null || !isNewest()) return null;
      return shootCell(studio, voting(await panel()), cell, wanted, () => !isNewest());
    },
    harm: async (job, harm) => {
      const isNewest = mapRuns.asIs();
      const readers = voting(await panel());
      const studio = await studioOf(job, 1);
      if (studio === null || !isNewest()) return null;
      const shots = await readOf(studio, readers);
      return surviveHarm(studio, readers, harm, shots, () => !isNewest());
    },
    callOffMaps: () => {
      mapRuns.forget();
    },
    look: async (job, condition, which, codeId) => {
      const studio = await studioOf(job, condition.size);
      if (studio === null) return null;
      const readers = await panel();
      return 'number' in which
        ? lookAt(studio, readers, condition, which.number, codeId)
        : worstLook(studio, readers, condition, which.worstOf);
    },
    grade: async (job, codeId) => {
      const studio = await studioOf(job, 1);
      const code = studio?.setup.codes.find(({ id }) => id === codeId) ?? studio?.setup.codes[0];
      return studio === null || code === undefined
        ? null
        : gradeFromFront(studio, code, standardOf(pairOfJob(job)));
    },
    checkPhoto: async (frame, job, tell) => {
      const isNewest = photoRuns.ask();
      const readers = await panel();
      if (job !== null) await library.load(job);
      const meant = job === null ? [] : meantCodes(runJob(job, undefined, library, 'none'));
      return checkPhoto(frame, readers, meant, { tell, isStale: () => !isNewest() });
    },
    gradePhoto: async (frame, { grid, comparison, reversed }, job) => {
      if (grid === null || comparison === null) return null;
      const picture = brightnessOf(frame);
      return gradePhoto(
        reversed ? turnedRound(picture) : picture,
        gridOfPlaces(grid),
        comparison.symbol,
        // What nobody knows the making of is graded as print.
        job === null ? 'ISO/IEC 15415' : standardOf(pairOfJob(job)),
      );
    },
    readCoupon: async (frame, coupon, tell) => {
      const isNewest = photoRuns.ask();
      const readers = voting(await panel());
      return readCoupon(frame, coupon, readers, { tell, isStale: () => !isNewest() });
    },
    checkByHand: async (frame, job, codeId, corners) => {
      await library.load(job);
      const meant = meantCodes(runJob(job, undefined, library, 'none'));
      const meantCode = meant.find(({ id }) => id === codeId) ?? meant[0];
      return meantCode === undefined ? null : checkByHand(frame, corners, meantCode);
    },
    fixesIn: async (job, condition) => {
      const isNewest = mapRuns.asIs();
      await library.load(job);
      return fixesIn(job, condition, voting(await panel()), library, () => !isNewest());
    },
  };
}
