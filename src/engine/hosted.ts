/**
 * A worker whose every question ends: with its answer, however long that takes on a slow or busy machine, or when the worker breaks or
 * somebody stops it. Whoever waits is told when it takes longer than usual. The next question begins a worker anew.
 */
import { proxy, wrap, type Endpoint } from 'comlink';
import { Slowness } from './slowness';

/** What kept the engine from answering, in words for the user. */
export class EngineProblem extends Error {}

/** It was stopped by whoever waited. */
export class Stopped extends EngineProblem {}

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

/** Answers of a worker that can be stopped by whoever waits. */
export type Hosted<Api> = Answers<Api> & {
  readonly stop: () => void;
  /** Calls back with whether a question takes longer than usual, whenever that changes. */
  readonly onSlow: (tell: (isSlow: boolean) => void) => void;
};

/** Each method, and whether somebody waits for it without seeing how far it is. */
export type Methods<Api> = { readonly [Name in keyof Api]: 'awaited' | 'quiet' };

/**
 * A function that a question carries along is called from the worker. Its calls and the answer travel by two ports, in no
 * sure order: once the question is answered they are dropped, so that nothing is under way for ever.
 */
const untilOver = (argument: unknown, isOver: () => boolean): unknown =>
  typeof argument === 'function'
    ? proxy((...args: unknown[]) => {
        if (!isOver()) argument(...args);
      })
    : argument;

/** Whoever waits so long wonders whether anything happens; nothing is ended by it. */
export const slowAfterMs = 5000;

interface Running {
  readonly remote: Readonly<Record<string, (...args: unknown[]) => Promise<unknown>>>;
  /** Rejections of questions that have not been answered. */
  readonly open: Set<(problem: EngineProblem) => void>;
  readonly end: () => void;
}

export function hosted<Api extends object>(
  start: () => Started,
  methods: Methods<Api>,
  slowMs = slowAfterMs,
): Hosted<Api> {
  let running: Running | null = null;
  const slowness = new Slowness(slowMs);

  function begin(): Running {
    const { endpoint, onBreak, end } = start();
    const begun: Running = { remote: wrap(endpoint) as unknown as Running['remote'], open: new Set(), end };
    onBreak(() =>
      breakOff(
        begun,
        new EngineProblem('The part of this page that draws could not be loaded, or it broke off.'),
      ),
    );
    return begun;
  }

  function breakOff(ended: Running, problem: EngineProblem): void {
    if (running === ended) running = null;
    ended.end();
    for (const reject of [...ended.open]) reject(problem);
  }

  function ask(name: keyof Api & string, args: unknown[]): Promise<unknown> {
    const asked = (running ??= begin());
    return new Promise((resolve, reject) => {
      const endWait = methods[name] === 'awaited' ? slowness.begin() : null;
      let isOver = false;
      const settle = (): void => {
        isOver = true;
        endWait?.();
        asked.open.delete(refuse);
      };
      const refuse = (problem: unknown): void => {
        settle();
        reject(problem as Error);
      };
      asked.open.add(refuse);
      const sent = args.map((argument) => untilOver(argument, () => isOver));
      asked.remote[name]!(...sent).then((answer) => {
        settle();
        resolve(answer);
      }, refuse);
    });
  }

  const answers = Object.fromEntries(
    (Object.keys(methods) as (keyof Api & string)[]).map((name) => [
      name,
      (...args: unknown[]) => ask(name, args),
    ]),
  ) as unknown as Answers<Api>;
  return {
    ...answers,
    stop: () => {
      if (running !== null) breakOff(running, new Stopped('It was stopped.'));
    },
    onSlow: (tell: (isSlow: boolean) => void) => slowness.onChange(tell),
  };
}
