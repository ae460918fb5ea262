/** numbers: searching, rounding, random numbers from a seed, identifiers that people type. Usable by every stage. */
export { clearAlphabet, drawnId } from './clear';
export { normalPair, randomAt, seededRandom } from './random';
export {
  largestHolding,
  largestWhole,
  roundDownTo,
  roundUpTo,
  slack,
  smallestHolding,
  smallestWhole,
} from './search';
