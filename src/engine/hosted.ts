/**
 * A worker whose every question ends: what takes too long or breaks is told, the worker is ended, and the next question
 * starts it anew.
 */
import { wrap, type Endpoint } from 'comlink';
import { coldMs } from '../core/numbers';

/** What kept the engine from answering, in words for the user. */
export class EngineProblem extends Error {}

/** It was broken off at its limit of time. */
export class TookTooLong extends EngineProblem {}

/** A worker that has been started. */
export interface Started {
  readonly endpoint: Endpoint;
  /** Calls back when the worker could not start or broke. */
  readonly onBreak: (tell: () => void) => void;
  readonly end: () => void;
}

/** The interface of a worker as seen from outside: every method answers later. */
export type Answers<Api> = {
  readonly [Name in keyof Api]: Api[Name] extends (...args: infer Args) => infer Result
    ? (...args: Args) => Promise<Awaited<Result>>
    : never;
};

/** Answers of a worker that can be ended by whoever waits; the next question starts it anew. */
export type Hosted<Api> = Answers<Api> & { readonly giveUp: () => void };

/** It was ended by whoever waited. */
export class GivenUp extends EngineProblem {}

/** How long each method may take, in milliseconds. */
export type Limits<Api> = { readonly [Name in keyof Api]: number };

interface Running {
  readonly remote: Readonly<Record<string, (...args: unknown[]) => Promise<unknown>>>;
  /** Rejections of questions that have not been answered. */
  readonly open: Set<(problem: EngineProblem) => void>;
  /** Methods that it has answered before. */
  readonly warm: Set<string>;
  readonly end: () => void;
}

/** Until a worker has answered a method once, it has at least `firstMs` for it. */
export function hosted<Api extends object>(
  start: () => Started,
  limitsMs: Limits<Api>,
  firstMs = coldMs,
): Hosted<Api> {
  let running: Running | null = null;

  function begin(): Running {
    const { endpoint, onBreak, end } = start();
    const begun: Running = {
      remote: wrap(endpoint) as unknown as Running['remote'],
      open: new Set(),
      warm: new Set(),
      end,
    };
    onBreak(() =>
      stop(
        begun,
        new EngineProblem('The part of this page that draws could not be loaded, or it broke off.'),
      ),
    );
    return begun;
  }

  function stop(stopped: Running, problem: EngineProblem): void {
    if (running === stopped) running = null;
    stopped.end();
    for (const reject of [...stopped.open]) reject(problem);
  }

  function ask(name: keyof Api & string, args: unknown[]): Promise<unknown> {
    const asked = (running ??= begin());
    return new Promise((resolve, reject) => {
      const limitMs = asked.warm.has(name) ? limitsMs[name] : Math.max(limitsMs[name], firstMs);
      const timer = setTimeout(
        () =>
          stop(asked, new TookTooLong(`This takes longer than ${limitMs / 1000} s, so it was broken off.`)),
        limitMs,
      );
      const settle = (): void => {
        clearTimeout(timer);
        asked.open.delete(refuse);
      };
      const refuse = (problem: unknown): void => {
        settle();
        reject(problem as Error);
      };
      asked.open.add(refuse);
      asked.remote[name]!(...args).then((answer) => {
        settle();
        asked.warm.add(name);
        resolve(answer);
      }, refuse);
    });
  }

  const answers = Object.fromEntries(
    (Object.keys(limitsMs) as (keyof Api & string)[]).map((name) => [
      name,
      (...args: unknown[]) => ask(name, args),
    ]),
  ) as unknown as Answers<Api>;
  return {
    ...answers,
    giveUp: () => {
      if (running !== null) stop(running, new GivenUp('It was given up.'));
    },
  };
}
