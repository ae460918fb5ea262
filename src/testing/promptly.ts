/** Times that mean the same on a machine that is busy or slow: processor time, beside fixed arithmetic in the same run. */

/** Of the processor, since a moment: others may be at work beside a test. */
function processorSeconds(began: NodeJS.CpuUsage): number {
  const { user, system } = process.cpuUsage(began);
  return (user + system) / 1e6;
}

/** The arithmetic below takes this long on a core of 2.5 GHz that nobody else uses. */
const usualSeconds = 0.055;
const { imul } = Math;
const numbers = new Int32Array(4096);

/** How many times as long as usual the processor takes now. Cores that are shared do less in a second of their time. */
function slowness(): number {
  const began = process.cpuUsage();
  for (let round = 0; round < 6000; round++)
    for (let index = 0; index < 4096; index++) numbers[index] = (imul(numbers[index]!, 31) + index) ^ round;
  return Math.max(1, processorSeconds(began) / usualSeconds);
}

/**
 * Seconds of processor time that work takes on a free machine: the least of up to three tries, so that what is compiled or
 * loaded only once counts once. Ends with the first try within the seconds that are allowed.
 */
export async function promptSeconds(allowed: number, work: () => unknown): Promise<number> {
  let least = Infinity;
  for (let tries = 0; tries === 0 || (tries < 3 && least > allowed); tries++) {
    const before = slowness();
    const began = process.cpuUsage();
    await work();
    const seconds = processorSeconds(began);
    least = Math.min(least, seconds / Math.max(1, (before + slowness()) / 2));
  }
  return least;
}
