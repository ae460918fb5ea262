/** Requests that take long: whoever waits can ask how far they are, and stop them; they end with the connection. */
import express from 'express';
import { askWorkSchema, workIdSchema, type WorkState } from '../../wire';
import { checked, Problem } from './problem';

interface Running {
  readonly stop: AbortController;
  state: WorkState;
}

export interface LongWorkTools {
  readonly signal: AbortSignal;
  readonly tell: (done: number, of?: number | null) => void;
}

export class LongWorks {
  private readonly running = new Map<string, Running>();

  /** Does work for a request that may have named it. Rejects as the work does. */
  async during<Result>(
    request: express.Request,
    response: express.Response,
    work: (tools: LongWorkTools) => Promise<Result>,
  ): Promise<Result> {
    const { work: id } = checked(askWorkSchema, { work: request.query.work });
    if (id !== undefined && this.running.has(id)) throw new Problem(409, 'This work is under way already.');
    const begun: Running = { stop: new AbortController(), state: { done: 0, of: null } };
    const gone = (): void => begun.stop.abort();
    response.once('close', gone);
    if (id !== undefined) this.running.set(id, begun);
    try {
      return await work({
        signal: begun.stop.signal,
        tell: (done, of = null) => (begun.state = { done, of }),
      });
    } finally {
      response.off('close', gone);
      if (id !== undefined) this.running.delete(id);
    }
  }

  routes(): express.Router {
    const routes = express.Router();
    routes.get('/:id', (request, response) => {
      response.set('Cache-Control', 'no-store').json(this.found(request).state);
    });
    routes.delete('/:id', (request, response) => {
      this.found(request).stop.abort();
      response.status(204).end();
    });
    return routes;
  }

  private found(request: express.Request): Running {
    const work = this.running.get(checked(workIdSchema, request.params.id));
    if (work === undefined) throw new Problem(404, 'This work is not under way. It may have ended.');
    return work;
  }
}
