/** Timing on a noisy machine: contenders take turns in short slices, and the medians are compared. */

export interface BenchRow {
  readonly name: string;
  /** Median milliseconds a call. */
  readonly medianMs: Readonly<Record<string, number>>;
}

const slices = 30;
const sliceMs = 12;

/** Runs the contenders in turn, many short slices each, and gives the median of the slices. */
export function medianRatioRow(name: string, contenders: Readonly<Record<string, () => unknown>>): BenchRow {
  const samples = new Map(Object.keys(contenders).map((key) => [key, [] as number[]]));
  for (let slice = 0; slice < slices + 3; slice++)
    for (const [key, run] of Object.entries(contenders)) {
      const start = performance.now();
      let calls = 0;
      let elapsed: number;
      do {
        run();
        calls++;
        elapsed = performance.now() - start;
      } while (elapsed < sliceMs);
      if (slice >= 3) samples.get(key)!.push(elapsed / calls);
    }
  return {
    name,
    medianMs: Object.fromEntries([...samples].map(([key, values]) => [key, quantile(values, 0.5)])),
  };
}

/** The value below which the given share of the samples lies. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;
}
