/** The parts of a run, each done by whichever thread is free. */
import type { SeriesWorkers } from '../../core/production';
import type { RunOrder, RunPart } from './task';
import type { RunThreads } from './threads';

export interface ThreadWorkers extends SeriesWorkers<string> {
  /** All files as one. */
  readonly pack: (files: readonly { readonly name: string; readonly kept: string }[]) => Promise<unknown>;
}

export function threadWorkers(
  threads: RunThreads,
  where: Omit<RunOrder, 'part'>,
  signal: AbortSignal,
): ThreadWorkers {
  const ask = <Done>(part: RunPart, tell: (done: number) => unknown = () => undefined): Promise<Done> =>
    threads.work({ ...where, part }, (done) => void tell(done), signal) as Promise<Done>;
  return {
    count: threads.count,
    look: () => ask({ do: 'look' }),
    measure: (rows, look, tell) => ask({ do: 'measure', rows, look }, tell),
    prove: (row, look) => ask({ do: 'prove', row, look }),
    write: (series, tell) => ask({ do: 'write', series }, tell),
    read: (document, codes, tell) => ask({ do: 'read', document, codes }, tell),
    files: (rows, look, tell) => ask({ do: 'files', rows, look }, tell),
    index: (codes) => ask({ do: 'index', codes }),
    contacts: (series) => ask({ do: 'contacts', series }),
    pack: (files) => ask({ do: 'pack', files: files.map(({ name, kept }) => ({ name, kept })) }),
  };
}
