/** The thread that does the work: one piece after the other, by name. */
import { parentPort } from 'node:worker_threads';
import type { Reply, Request } from './messages';

/** Tells the parent how far the work is, and resolves with what it answers. */
export type Tell = (note: unknown) => Promise<unknown>;

/** Each takes its arguments, then `tell`. */
export type WorkFunctions = Readonly<Record<string, (...args: readonly never[]) => unknown>>;

/** Answers what comes from the parent's port; does nothing in a thread that has none. */
export function answerWork(functions: WorkFunctions): void {
  const port = parentPort;
  if (port === null) return;
  const heard = new Map<number, (answer: unknown) => void>();
  const send = (reply: Reply): void => port.postMessage(reply);
  port.on('message', (request: Request) => {
    if ('kind' in request) {
      heard.get(request.id)?.(request.answer);
      return;
    }
    const { id, name, args } = request;
    const tell: Tell = (note) =>
      new Promise((resolve) => {
        heard.set(id, resolve);
        send({ id, kind: 'note', note });
      });
    const work = functions[name] as ((...args: readonly unknown[]) => unknown) | undefined;
    void Promise.resolve()
      .then(() => {
        if (work === undefined) throw new Error(`There is no work called “${name}”.`);
        return work(...args, tell);
      })
      .then(
        (value) => send({ id, kind: 'done', value }),
        (error: unknown) => send({ id, kind: 'failed', ...toldOf(error) }),
      )
      .finally(() => heard.delete(id));
  });
  port.postMessage('ready');
}

function toldOf(error: unknown): { readonly message: string; readonly code: string | null } {
  const { message, code } = (error ?? {}) as { message?: unknown; code?: unknown };
  return {
    message: typeof message === 'string' ? message : String(error),
    code: typeof code === 'string' ? code : null,
  };
}
