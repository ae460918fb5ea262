/** Random numbers from a seed: the same proof on every machine, today and next year. */

/** A generator of numbers from 0 up to 1 (32 bits of state, Weyl sequence with a mixing function; common practice, no source). */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    return mix(state) / 4294967296;
  };
}

/** A number from 0 up to 1 for a place on a grid. */
export function randomAt(seed: number, x: number, y: number): number {
  return mix(Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1) ^ seed) / 4294967296;
}

function mix(value: number): number {
  let t = Math.imul(value ^ (value >>> 15), value | 1);
  t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
  return (t ^ (t >>> 14)) >>> 0;
}

/** Pairs of normally distributed numbers, mean 0 and deviation 1 (Box and Muller 1958). */
export function normalPair(random: () => number): [number, number] {
  const radius = Math.sqrt(-2 * Math.log(1 - random()));
  const turn = 2 * Math.PI * random();
  return [radius * Math.cos(turn), radius * Math.sin(turn)];
}
