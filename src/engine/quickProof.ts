/** The quick proof of a job at hand: its shots shared out among provers that work at the same time. */
import type { Finding } from '../core/finding';
import type { Job } from '../core/job';
import { fullShotCount, isDecided } from '../core/proof';
import { proofFinding } from '../core/proving';
import type { Answers } from './hosted';
import type { Prover } from './prover';
import { sharedShots } from './sharedShots';

/** A prover in a worker. */
export type Shooter = Pick<Answers<Prover>, 'shoot' | 'callOff' | 'explain'>;

export interface QuickProof {
  /** What the shots amount to; null when the job gives no file or the proof was called off. */
  readonly verdict: Promise<Finding | null>;
  /** The same with what costs the reading, which takes longer to find; null where there is nothing to find. */
  readonly explain: () => Promise<Finding | null>;
  readonly callOff: () => void;
}

/** Of `n` provers each takes every nth shot. It ends where the shots that are left cannot change the verdict. */
export function startQuickProof(
  provers: readonly Shooter[],
  job: Job,
  tell: (shots: number, ofShots: number) => void,
): QuickProof {
  let isOff = false;
  const callOff = (some: readonly Shooter[]): void =>
    // A prover that does not even hear this is ended by its limit of time.
    some.forEach((prover) => void prover.callOff().catch(() => {}));

  const taken = sharedShots(
    provers.map((prover) => (numbers, tellOne) => prover.shoot(job, numbers, tellOne)),
    { first: 1, ofShots: fullShotCount },
    { tell: (all) => !isOff && tell(all.shots, fullShotCount), isEnough: isDecided },
  );
  async function verdict(): Promise<Finding | null> {
    const known = await taken;
    return isOff || known === null ? null : proofFinding(known);
  }
  async function explain(): Promise<Finding | null> {
    const known = await taken;
    if (isOff || known === null) return null;
    const [first, ...others] = provers;
    callOff(others);
    return known.verdict === 'good' ? null : first!.explain(job, known);
  }

  return {
    verdict: verdict(),
    explain,
    callOff: () => {
      isOff = true;
      callOff(provers);
    },
  };
}
