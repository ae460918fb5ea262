/**
 * Room for what was put on a piece: it goes where there is room, or else the piece grows or the code becomes smaller,
 * whichever was not chosen. Nothing is worse after it than it was without what was put on.
 */
import { roomFix } from '../check';
import { findingKey, severityRank, type Severity } from '../finding';
import type { Box } from '../geometry';
import { applyChanges, codeOf, withCode, type Job } from '../job';
import { roundDownTo, roundUpTo } from '../numbers';
import type { ItemSettings } from '../piece';
import { type JobResult, type Library, type Made, runJob } from '../run';

/** Which sizes may change: those that nobody chose. */
export interface FreeSizes {
  readonly piece: boolean;
  readonly code: boolean;
}

/** Between words or a picture and the quiet zone. */
const gapMm = 1;
/** Around all that lies on the piece, where nothing asks for more. */
const marginMm = 1.5;
/** Pieces grow in such steps, and codes shrink in such, where the machine has no dots of its own. */
const [pieceStepMm, codeStepMm] = [0.5, 0.1];
/** Words keep their size while the code shrinks, so that its width is found in a few steps. */
const mostSteps = 5;

/** What is this much too thin is of another kind than the machine makes. */
const mostFactor = 8;

const exact = (mm: number): number => Number(mm.toFixed(4));
const hundredths = (mm: number): number => Number(mm.toFixed(2));

/** Each candidate is looked at from several sides, and run once. */
type Runs = (job: Job) => JobResult;

function runsOnce(library: Library): Runs {
  const results = new WeakMap<Job, JobResult>();
  return (job) => {
    const result = results.get(job) ?? runJob(job, undefined, library, 'none');
    results.set(job, result);
    return result;
  };
}

/** The job with room for one of its items; null where it lies well as it is, or nothing makes it so. */
export async function makeRoom(
  job: Job,
  itemId: string,
  codeId: string,
  library: Library,
  free: FreeSizes,
): Promise<Job | null> {
  await library.load(job);
  const without = {
    ...job,
    piece: { ...job.piece, items: job.piece.items.filter(({ id }) => id !== itemId) },
  };
  const runs = runsOnce(library);
  const before = severitiesOf(runs(without));
  const isGood = (candidate: Job): boolean => isNoWorse(severitiesOf(runs(candidate)), before);
  if (isGood(job)) return null;
  for (const start of startsOf(job, itemId, codeId, runs)) {
    const room = new Room(start, itemId, codeId, runs);
    const ways: (() => Job | null)[] = [
      () => (start === job ? null : start),
      () => room.moved(),
      () => room.regrouped(),
      ...(free.piece ? [() => room.grown()] : []),
      ...(free.code ? [() => room.shrunk()] : []),
    ];
    for (const way of ways) {
      const candidate = way();
      if (candidate !== null && isGood(candidate)) return candidate;
    }
  }
  return null;
}

/** As it was put on; as thick as the machine can make; and, for words, no wider than the quiet zone. */
function startsOf(job: Job, itemId: string, codeId: string, runs: Runs): readonly Job[] {
  const strong = strongEnough(job, itemId, runs);
  const { made } = runs(strong);
  const item = strong.piece.items.find(({ id }) => id === itemId);
  const quietZone = made?.codes.find(({ id }) => id === codeId)?.placed.quietZone;
  const starts = strong === job ? [job] : [strong];
  if (item?.kind !== 'words' || quietZone === undefined) return starts;
  const narrow = { ...item, fit: 'width' as const, widthMm: hundredths(quietZone.width) };
  return [...starts, withItem(strong, narrow)];
}

const withItem = (job: Job, item: ItemSettings): Job => ({
  ...job,
  piece: { ...job.piece, items: job.piece.items.map((other) => (other.id === item.id ? item : other)) },
});

/** Strokes that come out thinner than the machine makes them, and details finer, grow by what they lack. */
function strongEnough(job: Job, itemId: string, runs: Runs): Job {
  const { findings } = runs(job);
  const item = job.piece.items.find(({ id }) => id === itemId);
  const factors = findings
    .filter(
      ({ kind, severity, about }) =>
        (kind === 'piece-strokes' || kind === 'piece-detail') &&
        severity !== 'fine' &&
        'id' in about &&
        about.id === itemId,
    )
    .map(({ measured, required }) =>
      'value' in measured && 'value' in required && measured.value > 0 ? required.value / measured.value : 1,
    );
  const factor = Math.min(mostFactor, Math.max(1, ...factors) * 1.04);
  if (item === undefined || factors.length === 0) return job;
  const times = (mm: number): number => roundUpTo(mm * factor, 0.05);
  switch (item.kind) {
    case 'words':
      return withItem(job, { ...item, capitalMm: times(item.capitalMm) });
    case 'art':
      return withItem(job, { ...item, widthMm: times(item.widthMm) });
    case 'border':
      return withItem(job, { ...item, lineMm: times(item.lineMm) });
    case 'frame':
      return withItem(job, { ...item, lineMm: times(item.lineMm), bandMm: times(item.bandMm) });
  }
}

/** How bad each finding is that is not fine. */
function severitiesOf({ findings }: JobResult): ReadonlyMap<string, Severity> {
  return new Map(
    findings
      .filter(({ severity, isAwaited }) => severity !== 'fine' && !isAwaited)
      .map((finding) => [findingKey(finding), finding.severity]),
  );
}

const isNoWorse = (after: ReadonlyMap<string, Severity>, before: ReadonlyMap<string, Severity>): boolean =>
  [...after].every(([key, severity]) => severityRank[severity] <= severityRank[before.get(key) ?? 'fine']);

/** The code with what was put on beside it, as one group that is laid in the middle of the piece. */
class Room {
  constructor(
    private readonly job: Job,
    private readonly itemId: string,
    private readonly codeId: string,
    private readonly runs: Runs,
  ) {}

  /** Only what was put on goes elsewhere. */
  moved(): Job | null {
    const made = this.madeOf(this.job);
    const item = made?.piece.items.find(({ id }) => id === this.itemId);
    if (!made || item === undefined) return null;
    const changes = roomFix({ piece: made.piece, settings: this.job.piece }, item)?.changes ?? [];
    return changes.length > 0 && changes.every(({ on }) => on === 'item')
      ? applyChanges(this.job, changes)
      : null;
  }

  /** The group in the middle of the piece as it is. */
  regrouped(): Job | null {
    return this.isGroupAlone() ? this.centred(this.besideCode(this.job)) : null;
  }

  /** The piece as large as the group needs, or longer at its foot where other things lie on it. */
  grown(): Job | null {
    const { piece } = this.job;
    if (!this.isGroupAlone()) return this.longer();
    const beside = this.besideCode(this.job);
    const group = beside === null ? null : this.groupOf(beside);
    if (beside === null || group === null) return null;
    const margin = this.marginMm();
    const sized = {
      ...beside,
      piece: {
        ...beside.piece,
        widthMm: Math.max(piece.widthMm, roundUpTo(group.width + 2 * margin, pieceStepMm)),
        heightMm: Math.max(piece.heightMm, roundUpTo(group.height + 2 * margin, pieceStepMm)),
      },
    };
    return this.centred(sized);
  }

  /** The code as wide as leaves the group its room on the piece. */
  shrunk(): Job | null {
    if (!this.isGroupAlone()) return null;
    const { piece } = this.job;
    const margin = this.marginMm();
    let candidate: Job | null = this.job;
    for (let step = 0; step < mostSteps; step++) {
      candidate = this.besideCode(candidate);
      const group: Box | null = candidate === null ? null : this.groupOf(candidate);
      if (candidate === null || group === null) return null;
      const over = Math.max(
        group.width - (piece.widthMm - 2 * margin),
        group.height - (piece.heightMm - 2 * margin),
      );
      if (over <= 1e-6) return this.centred(candidate);
      const { widthMm } = codeOf(candidate, this.codeId).placement;
      const made = this.madeOf(candidate);
      const code = made?.codes.find(({ id }) => id === this.codeId);
      if (code === undefined) return null;
      const by = code.fitRanges().find((range) => range.stepMm !== null)?.stepMm ?? codeStepMm;
      // With the code shrinks its quiet zone, and with it all that goes around it.
      const share = code.placed.code.width / code.placed.quietZone.width;
      const next = roundDownTo(widthMm - over * share, by);
      if (next <= 1) return null;
      candidate = this.withCodeWidth(candidate, next);
    }
    return null;
  }

  /** With other things on it the piece gets longer at its foot, and what was put on lies there. */
  private longer(): Job | null {
    const { job, itemId } = this;
    const made = this.madeOf(job);
    const item = made?.piece.items.find(({ id }) => id === itemId);
    const settings = job.piece.items.find(({ id }) => id === itemId);
    if (!made || item === undefined || settings === undefined) return null;
    if (settings.kind !== 'words' && settings.kind !== 'art') return null;
    const feet = [
      ...made.codes.map(({ placed }) => placed.quietZone),
      ...made.piece.items.filter(({ id }) => id !== itemId).map(({ box }) => box),
    ].map(({ y, height }) => y + height);
    const y = hundredths(Math.max(...feet) + gapMm);
    const heightMm = roundUpTo(y + item.box.height + this.marginMm(), pieceStepMm);
    if (heightMm <= job.piece.heightMm) return null;
    return applyChanges(standing(job, made), [
      { on: 'piece', set: { heightMm } },
      { on: 'item', id: itemId, set: { yMm: y } },
    ]);
  }

  private madeOf(job: Job): Made | null {
    return this.runs(job).made;
  }

  private isGroupAlone(): boolean {
    const { codes, piece } = this.job;
    return codes.length === 1 && piece.items.length === 1 && piece.holes.length === 0;
  }

  /** Things keep clear of the cut as the piece asks. */
  private marginMm(): number {
    const { items, safeMm } = this.job.piece;
    const borders = items.map((item) => (item.kind === 'border' ? item.insetMm + item.lineMm + gapMm : 0));
    return Math.max(marginMm, safeMm + 0.25, ...borders);
  }

  private withCodeWidth(job: Job, widthMm: number): Job {
    return withCode(job, this.codeId, (code) => ({ ...code, placement: { ...code.placement, widthMm } }));
  }

  /** Words and pictures below the quiet zone, in its middle; all where it stands, so that a larger piece moves nothing. */
  private besideCode(job: Job | null): Job | null {
    const made = job === null ? null : this.madeOf(job);
    const code = made?.codes.find(({ id }) => id === this.codeId);
    const item = made?.piece.items.find(({ id }) => id === this.itemId);
    if (job === null || code === undefined || item === undefined) return null;
    const { bounds } = code.placed;
    const standing = withCode(job, this.codeId, (settings) => ({
      ...settings,
      placement: { ...settings.placement, xMm: exact(bounds.x), yMm: exact(bounds.y) },
    }));
    if (item.kind !== 'words' && item.kind !== 'art') return standing;
    const { x, y, width, height } = code.placed.quietZone;
    const place = {
      xMm: hundredths(x + (width - item.box.width) / 2),
      yMm: hundredths(y + height + gapMm),
    };
    return applyChanges(standing, [{ on: 'item', id: this.itemId, set: place }]);
  }

  private groupOf(job: Job): Box | null {
    const made = this.madeOf(job);
    const code = made?.codes.find(({ id }) => id === this.codeId);
    const item = made?.piece.items.find(({ id }) => id === this.itemId);
    if (code === undefined || item === undefined) return null;
    // A border follows the piece; what is within it has to keep clear.
    return item.kind === 'border' ? code.placed.quietZone : union(code.placed.quietZone, item.box);
  }

  /** The group as a whole in the middle of the piece. */
  private centred(job: Job | null): Job | null {
    const made = job === null ? null : this.madeOf(job);
    const group = job === null ? null : this.groupOf(job);
    const code = made?.codes.find(({ id }) => id === this.codeId);
    const item = made?.piece.items.find(({ id }) => id === this.itemId);
    if (job === null || group === null || code === undefined || item === undefined) return null;
    const dx = job.piece.widthMm / 2 - (group.x + group.width / 2);
    const dy = job.piece.heightMm / 2 - (group.y + group.height / 2);
    const { bounds } = code.placed;
    const place = (box: Box, isMiddle: boolean) => ({
      xMm: isMiddle ? ('middle' as const) : hundredths(box.x + dx),
      yMm: hundredths(box.y + dy),
    });
    const isFree = item.kind === 'words' || item.kind === 'art';
    // Beside each other they share their middle, so that both stay there when the piece changes.
    const isUpright = Math.abs(bounds.x + bounds.width / 2 - (group.x + group.width / 2)) < 0.02;
    const placed = withCode(job, this.codeId, (settings) => ({
      ...settings,
      placement: { ...settings.placement, ...place(bounds, isUpright) },
    }));
    return isFree
      ? applyChanges(placed, [{ on: 'item', id: this.itemId, set: place(item.box, isUpright) }])
      : placed;
  }
}

/** What stands in the middle from top to foot stays where it is when the piece gets longer. */
function standing(job: Job, made: Made): Job {
  return {
    ...job,
    codes: job.codes.map((code) => {
      const box = made.codes.find(({ id }) => id === code.id)?.placed.bounds;
      return code.placement.yMm !== 'middle' || box === undefined
        ? code
        : { ...code, placement: { ...code.placement, yMm: hundredths(box.y) } };
    }),
    piece: {
      ...job.piece,
      items: job.piece.items.map((item) => {
        const box = made.piece.items.find(({ id }) => id === item.id)?.box;
        return (item.kind === 'words' || item.kind === 'art') && item.yMm === 'middle' && box !== undefined
          ? { ...item, yMm: hundredths(box.y) }
          : item;
      }),
    },
  };
}

function union(a: Box, b: Box): Box {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
}
