/**
 * Whether the clock of this computer can be believed. One whose battery is empty starts years off and is set once it finds the network;
 * what is deleted by its age must not be deleted meanwhile.
 */

/** So long the clock has to run without being set. */
const steadyMs = 10 * 60 * 1000;
/** Clocks that are only kept in time move by less. */
const mostDriftMs = 60 * 1000;

export class SteadyClock {
  private since: { readonly clockMs: number; readonly elapsedMs: number };

  constructor(
    private readonly clock: () => number = Date.now,
    /** Never set, whatever the clock says. */
    private readonly elapsed: () => number = () => performance.now(),
  ) {
    this.since = this.now();
  }

  /** True once it ran on for ten minutes. Asked now and then; a jump between two times is seen. */
  isSteady(): boolean {
    const now = this.now();
    const elapsedMs = now.elapsedMs - this.since.elapsedMs;
    if (Math.abs(now.clockMs - this.since.clockMs - elapsedMs) > mostDriftMs) this.since = now;
    return now.elapsedMs - this.since.elapsedMs >= steadyMs;
  }

  private now() {
    return { clockMs: this.clock(), elapsedMs: this.elapsed() };
  }
}
