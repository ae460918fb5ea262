/** Tells whether anything that is waited for takes longer than usual; nothing is ended by it. */
export class Slowness {
  private slow = 0;
  private readonly listeners: ((isSlow: boolean) => void)[] = [];

  constructor(private readonly afterMs: number) {}

  /** Calls back whenever it changes. */
  onChange(tell: (isSlow: boolean) => void): void {
    this.listeners.push(tell);
  }

  /** What is called when the wait that begins now is over; once. */
  begin(): () => void {
    let isSlow = false;
    const timer = setTimeout(() => {
      isSlow = true;
      this.count(1);
    }, this.afterMs);
    return () => {
      clearTimeout(timer);
      if (isSlow) this.count(-1);
      isSlow = false;
    };
  }

  private count(change: 1 | -1): void {
    const before = this.slow > 0;
    this.slow += change;
    if (before !== this.slow > 0) for (const tell of this.listeners) tell(this.slow > 0);
  }
}
