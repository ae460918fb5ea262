/** proving: a job that ran comes in; what its proof, the check that it reads, and the reading back of its files need, goes out. */
export { machineModelOf, meantCodes, proofSeed, proofSetup, standardOf } from './proveJob';
export { findCauses, isWorseThan, proofFinding, proofKey } from './quickProof';
export { type ReadBack, startReadBack, type Watched, watchMachine } from './readBack';
export { fixesIn, setupInSize } from './surveys';
