/** A map of tolerance of the job at hand: its cells shared out among provers that work at the same time. */
import type { Job } from '../core/job';
import { fillMap, harms, type Cell, type MapKind, type MapPlan, type Survived } from '../core/proof';
import type { Answers } from './hosted';
import type { Prover } from './prover';

/** A prover in a worker. */
export type MapShooter = Pick<Answers<Prover>, 'planMap' | 'cell' | 'harm' | 'callOffMaps'>;

export interface ToleranceMap {
  readonly plan: MapPlan;
  readonly cells: readonly Cell[];
  /** Names of those whose counts the cells have, in the same order. */
  readonly readers: readonly string[];
}

export interface Survey<Found> {
  /** Null when the job gives no file or it was called off. */
  readonly done: Promise<Found | null>;
  readonly callOff: () => void;
}

function survey<Found>(
  provers: readonly MapShooter[],
  take: (isOff: () => boolean) => Promise<Found | null>,
): Survey<Found> {
  let isOff = false;
  return {
    done: take(() => isOff),
    callOff: () => {
      if (isOff) return;
      isOff = true;
      // A prover that does not even hear this is ended by its limit of time.
      provers.forEach((prover) => void prover.callOffMaps().catch(() => {}));
    },
  };
}

export const startMap = (
  provers: readonly MapShooter[],
  job: Job,
  kind: MapKind,
  tell: (map: ToleranceMap) => void,
): Survey<ToleranceMap> =>
  survey(provers, async (isStale) => {
    const planned = await provers[0]!.planMap(job, kind);
    if (planned === null || isStale()) return null;
    const { plan, readers } = planned;
    const cells = await fillMap(
      plan,
      readers.length,
      provers.map((prover) => (cell: Cell, wanted: number) => prover.cell(job, cell, wanted)),
      { tell: (known) => !isStale() && tell({ plan, readers, cells: known }), isStale },
    );
    return cells && { plan, readers, cells };
  });

/** What harm the piece survives, told as it is found. */
export const startHarms = (
  provers: readonly MapShooter[],
  job: Job,
  tell: (found: readonly Survived[]) => void,
): Survey<readonly Survived[]> =>
  survey(provers, async (isStale) => {
    const queue = [...harms];
    const found: Survived[] = [];
    const work = async (prover: MapShooter): Promise<void> => {
      for (let harm = queue.shift(); harm !== undefined; harm = queue.shift()) {
        const survived = await prover.harm(job, harm);
        if (survived === null || isStale()) return;
        found.push(survived);
        tell(found.slice());
      }
    };
    await Promise.all(provers.map(work));
    return isStale() || found.length < harms.length ? null : found;
  });
