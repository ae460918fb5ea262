/** numbers: searching, rounding, random numbers from a seed, values made when first asked for. Usable by every stage. */
export { breathe } from './breathe';
export { clearAlphabet, drawnId } from './clear';
export { Adler32, crc32 } from './checksums';
export { csvText } from './csvText';
export { joinedBytes } from './joined';
export { loadedOnce } from './loadedOnce';
export { allSteps, inTurns } from './turns';
export { newestOf, type Newest } from './newest';
export { onDemand } from './onDemand';
export { oneByOne } from './oneByOne';
export { normalPair, randomAt, seededRandom } from './random';
export { Slowness } from './slowness';
export {
  largestHolding,
  largestWhole,
  roundDownTo,
  roundUpTo,
  slack,
  smallestHolding,
  smallestWhole,
} from './search';
