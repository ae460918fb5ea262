/** How work in a child process can end other than with its result. */

/** It used more processor time than it may; the same work does so on any machine. */
export class TooMuchWork extends Error {
  constructor(
    readonly limitSeconds: number,
    what: string,
  ) {
    super(
      `${what} takes more than ${limitSeconds} s of processor time, the most that is allowed. Trying again does not help: make it simpler.`,
    );
  }
}

/** It needed more memory than it may. */
export class OutOfMemory extends Error {
  constructor(
    readonly limitMb: number,
    what: string,
  ) {
    super(
      `${what} needs more than ${limitMb} MB of memory, the most that is allowed. Trying again does not help: make it smaller.`,
    );
  }
}

/** Somebody stopped it, or the process ended under it. Trying again may help. */
export class WorkStopped extends Error {}
