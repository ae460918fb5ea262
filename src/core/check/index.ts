/** check: a planned piece comes in; every measured limit goes out as a finding, and the widths for which each holds. */
export { fillChanges } from './room';
export { type Room, roomsOn } from './clearance';
export { type BestWidth, bestWidth, type CommonBand, commonBand, endsOf } from './bestWidth';
export { aroundBend } from './bend';
export { readFromChange } from './changes';
export { shiftMmOf } from './making';
export type { CodeContext, PieceContext } from './context';
export { roomFix } from './freePlace';
export { type FitRange, fitRanges } from './fitRanges';
export { distanceRanges, type MessageRange, messageRanges } from './otherRanges';
export { type FixesWanted, wantsFixes } from './measured';
export { measureCodeLimits, measurePieceLimits } from './measure';
