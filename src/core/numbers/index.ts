/** numbers: searching, rounding, random numbers from a seed. Usable by every stage. */
export { onDemand } from './onDemand';
export { normalPair, randomAt, seededRandom } from './random';
