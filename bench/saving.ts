/** How long the server takes to save a job, and to answer others while a thousand jobs are given another style. */
import { newJob, type Job } from '../src/core/job';
import { findPair } from '../src/content';
import { plainStyle } from '../src/core/artwork';
import { savedJobSchema, shelfPageSchema, type SavedJob } from '../src/wire';
import { sampleLengths, sampleMessage } from './encoders';
import { withServer } from './serving';
import { quantile } from './timing';

export const restyledJobs = 1000;

export interface SavingFigures {
  readonly saveMs: { readonly median: number; readonly p95: number };
  /** Of other requests while the jobs are restyled and measured anew. */
  readonly meanwhileMs: { readonly median: number; readonly p95: number };
}

export const savingFigures = (): Promise<SavingFigures> =>
  withServer(false, async (address) => {
    const send = async (path: string, body: unknown): Promise<unknown> => {
      const response = await fetch(`${address}/api${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
      return response.status === 204 ? null : response.json();
    };
    const job = newJob({
      message: { kind: 'web', address: sampleMessage(sampleLengths[10]) },
      pair: findPair('black-anodised-aluminium', 'co2-laser'),
      codeWidthMm: 60,
      pieceSizeMm: { width: 90, height: 90 },
    });
    const create = async (document: Job): Promise<SavedJob> =>
      savedJobSchema.parse(await send('/jobs', { document }));

    let current = await create(job);
    const saves: number[] = [];
    for (let key = 0; key < 60; key++) {
      const document = { ...job, note: `tide table ${key}` };
      const started = performance.now();
      current = savedJobSchema.parse(
        await send(`/jobs/${current.id}/revisions`, { baseRevision: current.revision, document }),
      );
      saves.push(performance.now() - started);
    }

    const others: SavedJob[] = [];
    for (let serial = 0; serial < restyledJobs; serial++)
      others.push(await create({ ...job, name: `Serial label ${serial}` }));
    const style = { ...plainStyle, modules: { ...plainStyle.modules, fill: 0.8, join: 'none' as const } };
    const restyled = others.map(({ id, revision, document }) => ({
      id,
      baseRevision: revision,
      document: { ...document, codes: document.codes.map((code) => ({ ...code, style })) },
    }));
    const meanwhile: number[] = [];
    let isDone = false;
    const restyling = send('/shelf/revise', { jobs: restyled }).then(() => (isDone = true));
    // While it is worked on, and for a while after, when every job is measured anew.
    for (let asked = 0; asked < 250 || !isDone; asked++) {
      const started = performance.now();
      await fetch(`${address}/api/jobs/${others[asked % restyledJobs]!.id}`).then((answer) => answer.json());
      meanwhile.push(performance.now() - started);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    await restyling;
    shelfPageSchema.parse(await (await fetch(`${address}/api/shelf`)).json());
    const figures = (samples: number[]) => ({ median: quantile(samples, 0.5), p95: quantile(samples, 0.95) });
    return { saveMs: figures(saves.slice(10)), meanwhileMs: figures(meanwhile) };
  });
