/** The ways in which a logo can come about on a job, each with what it gives and costs. */
import { matchOfModules } from '../artwork';
import { endsOf } from '../check';
import { codeOf, withCode, type CodeSettings, type Job } from '../job';
import { isDrawnByModules, logoWays, partTones, withWay, type LogoSettings, type LogoWay } from '../logo';
import { roundUpTo } from '../numbers';
import { blockLayout } from '../symbol';
import { type Library, bestChoice, runJob, safestShare, type JobResult } from '../run';

export interface LogoOption {
  readonly by: LogoWay;
  /** What of the code is set for it. */
  readonly set: Pick<CodeSettings, 'logo' | 'symbol'>;
  readonly job: Job;
  readonly result: JobResult;
  /** Share of the picture that is drawn, part by part of modules; null where it is put over. */
  readonly match: number | null;
  /** Codewords of the worst block that can still be damaged, and how many a block corrects; null when nothing could be made. */
  readonly budget: { readonly left: number; readonly of: number } | null;
  /** No limit forbids a code of this width for being too small. */
  readonly smallestMm: number | null;
  /** From how far it reads, in millimetres. */
  readonly farthestMm: number | null;
}

/** All four ways, in the order of `logoWays`; none without a logo. What the job refers to has been loaded. */
export function logoOptions(job: Job, codeId: string, library: Library): readonly LogoOption[] {
  const code = codeOf(job, codeId);
  const { logo } = code;
  if (logo === null) return [];
  return logoWays.map((by) => optionFor(by, job, code, logo, library));
}

function optionFor(
  by: LogoWay,
  job: Job,
  code: CodeSettings,
  logo: LogoSettings,
  library: Library,
): LogoOption {
  let set = { logo: withWay(logo, by), symbol: code.symbol };
  const run = (): JobResult =>
    runJob(
      withCode(job, code.id, (parts) => ({ ...parts, ...set })),
      undefined,
      library,
      'none',
    );
  let result = run();
  const runOfCode = () => result.codes.find(({ settings }) => settings.id === code.id)!;
  // The one at hand is as it stands. Where parts draw the rest the modules stay as large as they are.
  if (by === 'free-bits' && by !== logo.by) {
    const { picture, symbol } = runOfCode();
    const version = bestChoice(picture?.choices() ?? [], symbol?.level)?.version;
    if (version !== undefined && version !== symbol?.version) {
      set = { ...set, symbol: { ...set.symbol, version, mask: 'least-penalty' } };
      result = run();
    }
  } else if (by === 'knock-out' && isDrawnByModules(logo)) {
    const share = Math.min(set.logo.share, safestShare(result, code.id) ?? set.logo.share);
    set = { ...set, logo: { ...set.logo, share } };
    result = run();
  }
  const { picture, damage, symbol, art } = runOfCode();
  const made = result.made?.codes.find(({ id }) => id === code.id);
  const wholeMatch =
    by === 'free-bits' && symbol !== null && art !== null
      ? matchOfModules(symbol, partTones(art, set.logo, symbol.size))
      : null;
  const corrects = symbol && blockLayout(symbol.version, symbol.level).correctablePerBlock;
  return {
    by,
    set,
    job: result.job,
    result,
    match: picture?.parts?.match ?? wholeMatch,
    budget: corrects === null ? null : { left: corrects - (damage?.worst ?? 0), of: corrects },
    smallestMm: made === undefined ? null : roundUpTo(endsOf(made.fitRanges()).fromMm, 0.1),
    farthestMm: made === undefined ? null : endsOf(made.distanceRanges()).toMm,
  };
}
