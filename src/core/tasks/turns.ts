/** Work that can be stopped between its steps. */
import { breathe } from './breathe';

/** All steps at once. */
export function allSteps<Result>(steps: Iterator<void, Result>): Result {
  let step = steps.next();
  while (step.done !== true) step = steps.next();
  return step.value;
}

/** So long others wait at most, in milliseconds. */
const turnMs = 12;

/** The same in turns, between which others are let in, who may call it off: null then. */
export async function inTurns<Result>(
  steps: Iterator<void, Result>,
  isStale: () => boolean,
): Promise<Result | null> {
  let until = performance.now() + turnMs;
  let step = steps.next();
  while (step.done !== true) {
    if (performance.now() > until) {
      await breathe();
      if (isStale()) return null;
      until = performance.now() + turnMs;
    }
    step = steps.next();
  }
  return step.value;
}
