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

/** Renderer and readers are loaded once; the newest question of a kind ends the one before. */
export class PanelProver implements Prover {
  private readonly loaded = loadedOnce<readonly Reader[]>();
  private readonly proofRuns = newestOf();
  private readonly fitRuns = newestOf();
  private readonly shotRuns = newestOf();
  private readonly mapRuns = newestOf();
  private readonly photoRuns = newestOf();
  private readonly studios = new Map<string, Promise<Studio | null>>();
  /** Which shots of a studio are read while nothing covers the piece. */
  private readonly unharmed = new WeakMap<Studio, Promise<readonly number[]>>();

  constructor(
    private readonly load: () => Promise<ProofBinaries>,
    private readonly library: Library,
  ) {}

  async warmUp(): Promise<void> {
    await this.panel();
  }

  async prove(
    job: Job,
    revision: number,
    numbers: ShotNumbers,
    tell: (report: ProofReport) => void,
  ): Promise<ProofReport | null> {
    const isNewest = this.proofRuns.ask();
    const setup = await this.setupOf(job, revision);
    return this.proved(setup, { ...numbers, tell, isStale: () => !isNewest() });
  }

  async glance(job: Job): Promise<ProofReport | null> {
    return this.proved(await this.setupOf(job, null), { isEnough: ({ shots }) => shots >= glanceShots });
  }

  async shoot(
    job: Job,
    numbers: ShotNumbers,
    tell: (report: ProofReport) => void,
  ): Promise<ProofReport | null> {
    const isNewest = this.shotRuns.ask();
    const course = { ...numbers, tell, isStale: () => !isNewest() };
    const setup = await this.setupOf(job, null);
    // Readers without a vote are not asked: they take time and change nothing.
    return setup && proveUntil(setup, await this.voters(), course);
  }

  callOff(): void {
    this.shotRuns.forget();
  }

  async explain(job: Job, report: ProofReport): Promise<Finding | null> {
    const isNewest = this.shotRuns.ask();
    await this.library.load(job);
    const result = runJob(job, undefined, this.library, 'none');
    const finding = proofFinding(report);
    if (finding.severity === 'fine' || !isWorseThan(finding, result.findings)) return finding;
    const causes = await findCauses(result, report, await this.panel(), this.library, () => !isNewest());
    return causes && proofFinding(report, causes);
  }

  async fitness(style: Style): Promise<StyleFitness | null> {
    const [isNewest, isNoProofAsked] = [this.fitRuns.ask(), this.proofRuns.asIs()];
    const isStale = (): boolean => !isNewest() || !isNoProofAsked();
    return measureStyleFitness(style, await this.panel(), isStale);
  }

  async readPicture(frame: Frame): Promise<FoundCode | null> {
    await this.panel();
    return readPicture(frame);
  }

  async planMap(
    job: Job,
    kind: MapKind,
  ): Promise<{ readonly plan: MapPlan; readonly readers: readonly string[] } | null> {
    const studio = await this.studioOf(job, 1);
    const readers = (await this.voters()).map(({ name }) => name);
    return studio && { plan: planMap(studio.setup, kind), readers };
  }

  async cell(job: Job, cell: Cell, wanted: number): Promise<Cell | null> {
    const isNewest = this.mapRuns.asIs();
    const studio = await this.studioOf(job, cell.condition.size);
    if (studio === null || !isNewest()) return null;
    return shootCell(studio, await this.voters(), cell, wanted, () => !isNewest());
  }

  async harm(job: Job, harm: Harm): Promise<Survived | null> {
    const isNewest = this.mapRuns.asIs();
    const readers = await this.voters();
    const studio = await this.studioOf(job, 1);
    if (studio === null || !isNewest()) return null;
    const shots = await this.readUnharmed(studio, readers);
    return surviveHarm(studio, readers, harm, shots, () => !isNewest());
  }

  callOffMaps(): void {
    this.mapRuns.forget();
  }

  async look(job: Job, condition: Condition, which: WhichShot, codeId: string): Promise<Look | null> {
    const studio = await this.studioOf(job, condition.size);
    if (studio === null) return null;
    const readers = await this.panel();
    return 'number' in which
      ? lookAt(studio, readers, condition, which.number, codeId)
      : worstLook(studio, readers, condition, which.worstOf);
  }

  async grade(job: Job, codeId: string): Promise<SymbolGrade | null> {
    const studio = await this.studioOf(job, 1);
    const code = studio?.setup.codes.find(({ id }) => id === codeId) ?? studio?.setup.codes[0];
    return studio === null || code === undefined
      ? null
      : gradeFromFront(studio, code, standardOf(pairOfJob(job)));
  }

  async checkPhoto(
    frame: Frame,
    job: Job | null,
    tell: (help: Help, done: number, of: number) => void,
  ): Promise<PhotoCheck> {
    const isNewest = this.photoRuns.ask();
    const readers = await this.panel();
    const meant = job === null ? [] : await this.meantCodesOf(job);
    return checkPhoto(frame, readers, meant, { tell, isStale: () => !isNewest() });
  }

  async checkByHand(
    frame: Frame,
    job: Job,
    codeId: string,
    corners: Corners,
  ): Promise<Pick<CheckedCode, 'grid' | 'comparison'> | null> {
    const meant = await this.meantCodesOf(job);
    const meantCode = meant.find(({ id }) => id === codeId) ?? meant[0];
    return meantCode === undefined ? null : checkByHand(frame, corners, meantCode);
  }

  async gradePhoto(
    frame: Frame,
    { grid, comparison, reversed }: Parameters<Prover['gradePhoto']>[1],
    job: Job | null,
  ): Promise<SymbolGrade | null> {
    if (grid === null || comparison === null) return null;
    const picture = brightnessOf(frame);
    return gradePhoto(
      reversed ? turnedRound(picture) : picture,
      gridOfPlaces(grid),
      comparison.symbol,
      // A piece of which nobody knows how it was made is graded as print.
      job === null ? 'ISO/IEC 15415' : standardOf(pairOfJob(job)),
    );
  }

  async readCoupon(
    frame: Frame,
    coupon: Coupon,
    tell: (done: number, of: number) => void,
  ): Promise<CouponReading | null> {
    const isNewest = this.photoRuns.ask();
    return readCoupon(frame, coupon, await this.voters(), { tell, isStale: () => !isNewest() });
  }

  async fixesIn(job: Job, condition: Condition): Promise<readonly Fix[] | null> {
    const isNewest = this.mapRuns.asIs();
    await this.library.load(job);
    return fixesIn(job, condition, await this.voters(), this.library, () => !isNewest());
  }

  /** All readers, those without a vote among them. */
  private panel(): Promise<readonly Reader[]> {
    return this.loaded(() => this.load().then(startProof));
  }

  private async voters(): Promise<readonly Reader[]> {
    return voting(await this.panel());
  }

  private async setupOf(job: Job, revision: number | null): Promise<ProofSetup | null> {
    await this.library.load(job);
    return proofSetup(job, runJob(job, undefined, this.library), revision);
  }

  private async proved(setup: ProofSetup | null, course: ProofCourse): Promise<ProofReport | null> {
    return setup && proveUntil(setup, await this.panel(), course);
  }

  private async meantCodesOf(job: Job): Promise<ReturnType<typeof meantCodes>> {
    await this.library.load(job);
    return meantCodes(runJob(job, undefined, this.library, 'none'));
  }

  private studioOf(job: Job, size: number): Promise<Studio | null> {
    const { studios } = this;
    const key = `${size} ${proofKey(job)}`;
    let studio = studios.get(key);
    if (studio === undefined) {
      studio = this.openedStudio(job, size);
      studio.catch(() => studios.delete(key));
      studios.set(key, studio);
      if (studios.size > mostStudios) studios.delete(studios.keys().next().value!);
    }
    return studio;
  }

  private async openedStudio(job: Job, size: number): Promise<Studio | null> {
    // A renderer that has not been started cannot draw what is photographed.
    await this.panel();
    const setup = await setupInSize(job, size, this.library);
    return setup && openStudio(setup);
  }

  private readUnharmed(studio: Studio, readers: readonly Reader[]): Promise<readonly number[]> {
    const known = this.unharmed.get(studio) ?? readShots(studio, readers);
    this.unharmed.set(studio, known);
    return known;
  }
}
