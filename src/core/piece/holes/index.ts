/** holes: screw holes, round holes and slots in place. */
export { type Hole, holeName, holesOf } from './holes';
export { holeFits, holePatterns, holeSchema, type HoleSettings } from './schema';
export { clearanceHoles, screwIds } from './screws';
