/** solving: ways to change a job so that it holds: what fits, what mends all, what if, arrangements, and what a message may cost. */
export { newThing, type Start, startKinds, startNames } from './additions';
export { type Arrangement, arrangements } from './arrangements';
export { type LogoOption, logoOptions } from './logoWays';
export { type FitCandidate, keepable, type Kept, makeItFit } from './makeFit';
export { changesOf, mendAll } from './mendAll';
export { jobForUse } from './forUse';
export { roomForContour } from './contourRoom';
export { type FreeSizes, makeRoom } from './makeRoom';
export { measureMessage, type MessageRuler } from './ruler';
export { suitedJob } from './suitedJob';
export { measureStyleFitness, type StyleFitness, styleSetup } from './styleFitness';
export { versionOfLength, whatIf, type WhatIf, whatIfs } from './whatIf';
