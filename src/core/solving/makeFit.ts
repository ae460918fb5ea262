/**
 * Make it fit: what has to stay is given, and complete changes are searched for after which nothing stops any more. A search
 * for the least cost: of every state the fixes of its stops and the larger steps that a person would think of are tried.
 */
import { plainStyle } from '../artwork';
import { bestWidth } from '../check';
import { metres, mm, say, type Change, type Fix, type Sentence, type Severity } from '../finding';
import { applyChanges, pairOfJob, type Job } from '../job';
import { breathe } from '../tasks';
import { slack } from '../numbers';
import { pairOf, valuesOf, type PairValues } from '../plan';
import { type Library, keptOf, runJob, type JobResult, type KeptRun } from '../run';
import { measureMessage } from './ruler';

/** What an owner may want to stay as it is. */
export const keepable = ['size', 'message', 'style', 'distance', 'machine'] as const;
export type Kept = (typeof keepable)[number];

/** A complete change, in the order of its steps. */
export interface FitCandidate {
  readonly steps: readonly Fix[];
  readonly changes: readonly Change[];
  /** What of the job it does not keep. */
  readonly touches: readonly Kept[];
  /** What is left: cautions, at most. */
  readonly severity: Severity;
  readonly job: Job;
}

export interface FitSearch {
  readonly keep: readonly Kept[];
  /** Other materials and machines that may be taken; none without. */
  readonly pairs?: readonly PairValues[];
  /** Ends the search with what was found; asked of the number of ways found so far, and of the states that were run. */
  readonly isOver?: (found: number, runs: number) => boolean;
}

const mostCandidates = 3;
const mostSteps = 4;
/** States that are run; each takes some milliseconds. */
const mostRuns = 160;
/** Others are let in after so many of them. */
const breatheEvery = 4;

interface State {
  readonly job: Job;
  readonly steps: readonly Fix[];
  readonly touches: ReadonlySet<Kept>;
  readonly cost: number;
  /** What the run before it made, which this one takes over. */
  readonly kept: KeptRun | undefined;
  readonly stops: number;
  readonly severity: Severity;
}

/** What a stop that is left is reckoned to cost. */
const costOfStop = 3;

/** Up to three changes that need different things of the job, the cheapest first; none when there are none, or nothing stops. */
export async function makeItFit(
  job: Job,
  library: Library,
  { keep, pairs = [], isOver = () => false }: FitSearch,
): Promise<readonly FitCandidate[]> {
  const candidates: FitCandidate[] = [];
  const seen = new Set([JSON.stringify(job)]);
  let runs = 0;
  /** A job as it comes out, or null when as many were run as may be. */
  const tried = async (
    state: Pick<State, 'job' | 'steps' | 'touches' | 'cost'>,
    before: KeptRun | undefined,
  ): Promise<State | null> => {
    if (runs++ >= mostRuns || isOver(candidates.length, runs)) return null;
    if (runs % breatheEvery === 0) await breathe();
    const result = runJob(state.job, before, library, 'none');
    const stops = result.made === null ? Infinity : stopsIn(result).length;
    return { ...state, kept: keptOf(result), stops, severity: result.severity };
  };
  const first = await tried({ job, steps: [], touches: new Set(), cost: 0 }, undefined);
  const open = first === null || first.stops === 0 ? [] : [first];
  const reckoned = ({ cost, stops }: State): number => cost + costOfStop * stops;
  while (open.length > 0 && candidates.length < mostCandidates) {
    open.sort((a, b) => reckoned(a) - reckoned(b));
    const state = open.shift()!;
    // Whatever needs what an earlier one needs and more is no other way.
    if (candidates.some(({ touches }) => touches.every((each) => state.touches.has(each)))) continue;
    if (state.stops === 0) {
      candidates.push(candidateOf(state));
      continue;
    }
    if (state.steps.length === mostSteps || runs >= mostRuns || isOver(candidates.length, runs)) continue;
    for (const fix of stepsFrom(state.job, runJob(state.job, state.kept, library, 'of-stops'), pairs)) {
      const touches = new Set([...state.touches, ...fix.changes.flatMap(touchedBy)]);
      if (keep.some((each) => touches.has(each)) || state.steps.some((earlier) => undoes(fix, earlier)))
        continue;
      const next = applyChanges(state.job, fix.changes);
      const key = JSON.stringify(next);
      if (seen.has(key)) continue;
      seen.add(key);
      const cost = state.cost + costOf(fix, state.job, next);
      const child = await tried({ job: next, steps: [...state.steps, fix], touches, cost }, state.kept);
      if (child !== null) open.push(child);
    }
  }
  return candidates;
}

const stopsIn = ({ heldBackBy }: JobResult) => heldBackBy.filter(({ isAwaited }) => !isAwaited);

const candidateOf = ({ job, steps, touches, severity }: State): FitCandidate => ({
  steps,
  changes: steps.flatMap(({ changes }) => changes),
  touches: keepable.filter((each) => touches.has(each)),
  severity,
  job,
});

/** Whether a step only sets again what an earlier one has set: then that was needless. A piece may grow twice. */
const undoes = (fix: Fix, earlier: Fix): boolean =>
  fix.changes.every(
    (change) =>
      change.on !== 'piece' &&
      earlier.changes.some(
        (other) =>
          other.on === change.on &&
          ('id' in other ? other.id : '') === ('id' in change ? change.id : '') &&
          ('part' in other ? other.part : '') === ('part' in change ? change.part : ''),
      ),
  );

/** What of the job a change does not keep. The code's width and place are what is searched for; the piece's size is what stays. */
function touchedBy(change: Change): Kept[] {
  switch (change.on) {
    case 'code':
      return change.part === 'message' ? ['message'] : change.part === 'placement' ? [] : ['style'];
    case 'piece':
      return 'widthMm' in change.set || 'heightMm' in change.set || 'outline' in change.set ? ['size'] : [];
    case 'reading':
      return 'distanceM' in change.set ? ['distance'] : [];
    case 'making':
      return 'pair' in change.set ? ['machine'] : [];
    case 'item':
    case 'hole':
      return [];
  }
}

/** What an owner would mind, in units of moving something a little. */
function costOf({ changes }: Fix, before: Job, after: Job): number {
  const area = ({ piece }: Job): number => piece.widthMm * piece.heightMm;
  const ratio = (a: number, b: number): number => Math.abs(Math.log2(a / b));
  return changes.reduce((sum, change) => {
    switch (change.on) {
      case 'code':
        if (change.part === 'placement') return sum + 1;
        return sum + (change.part === 'message' ? 8 : change.part === 'logo' && change.set === null ? 9 : 4);
      case 'piece':
        return sum + 3 + 3 * ratio(area(after), area(before));
      case 'reading':
        return sum + 4 + 4 * ratio(after.reading.distanceM, before.reading.distanceM);
      case 'making':
        return sum + ('pair' in change.set ? 7 : 1);
      case 'item':
      case 'hole':
        return sum + (change.set === null ? 14 : 2);
    }
  }, 0);
}

/** The fixes of what stops, and the larger steps. */
function stepsFrom(job: Job, result: JobResult, pairs: readonly PairValues[]): Fix[] {
  return [
    ...result.heldBackBy.flatMap(({ fixes }) => fixes),
    ...bestWidths(result),
    ...shorterMessages(job),
    ...plainLooks(job),
    ...distances(job, result),
    ...machines(job, result, pairs),
  ];
}

const step = (label: Sentence, ...changes: readonly Change[]): Fix => ({ label, changes });

const bestWidths = ({ made, job }: JobResult): Fix[] =>
  (made?.codes ?? []).flatMap(({ id, fitRanges }) => {
    const { widthMm } = bestWidth(fitRanges());
    const now = job.codes.find((code) => code.id === id)!.placement.widthMm;
    return widthMm === null || widthMm === now
      ? []
      : [
          step(say`Make the code ${mm(widthMm)} wide`, {
            on: 'code',
            id,
            part: 'placement',
            set: { widthMm },
          }),
        ];
  });

const shorterMessages = ({ codes }: Job): Fix[] =>
  codes.flatMap((code) =>
    measureMessage(code)
      .savings.slice(0, 2)
      .map(({ label, changes }) => step([label], ...changes)),
  );

const plainLooks = ({ codes }: Job): Fix[] =>
  codes.flatMap(({ id, style, logo }) => [
    ...(JSON.stringify(style) === JSON.stringify(plainStyle)
      ? []
      : [step(['Draw the code plain'], { on: 'code', id, part: 'style', set: plainStyle } as const)]),
    ...(logo === null
      ? []
      : [step(['Remove the logo'], { on: 'code', id, part: 'logo', set: null } as const)]),
  ]);

const aboutDistance = new Set(['reading-camera', 'reading-nearest', 'mount']);

/** As far as the modules are large enough for, and no nearer than the code fits the picture. */
function distances(job: Job, { findings }: JobResult): Fix[] {
  const isReadWrongly = findings.some(({ kind, severity }) => aboutDistance.has(kind) && severity === 'stop');
  if (!isReadWrongly) return [];
  return [0.75, 0.5, 0.3, 1.5, 2.5].map((share) => {
    const distanceM = Number((job.reading.distanceM * share).toFixed(2));
    return step(say`Read it from ${metres(distanceM)}`, { on: 'reading', set: { distanceM } });
  });
}

/** Of each kind so many. */
const mostMachines = 3;

/**
 * The same material on another machine that makes finer modules or larger pieces; without one, materials of its kind; without
 * those, whatever marks the same way, the coarsest first, which is the nearest to what there is.
 */
function machines(job: Job, { heldBackBy }: JobResult, pairs: readonly PairValues[]): Fix[] {
  const isTooLarge = heldBackBy.some(({ kind }) => kind === 'bed');
  const now = pairOfJob(job);
  const others = pairs
    .filter(({ profile }) => profile !== now.profile)
    .map((values) => pairOf(values))
    .filter(({ smallestModuleMm, machine }) =>
      isTooLarge
        ? machine.bedWidthMm > now.machine.bedWidthMm
        : smallestModuleMm < now.smallestModuleMm - slack,
    )
    .sort((a, b) => b.smallestModuleMm - a.smallestModuleMm);
  const same = others.filter(({ material }) => material.id === now.material.id);
  const alike = others.filter(({ material }) => material.family === now.material.family);
  const [near] = [same, alike, others.filter(({ markTone }) => markTone === now.markTone)].filter(
    (some) => some.length > 0,
  );
  return (near ?? [])
    .slice(0, mostMachines)
    .map((pair) =>
      step(
        pair.material.id === now.material.id
          ? say`Make it on the ${pair.machine.name}`
          : say`Make it of ${pair.material.name.toLowerCase()} on the ${pair.machine.name}`,
        { on: 'making', set: { pair: valuesOf(pair) } },
      ),
    );
}
