/** Reports of proofs for tests. */
import { fullShotCount, type ProofReport } from '../core/proof';

export const goodProof: ProofReport = {
  verdict: 'good',
  shots: 4,
  ofShots: fullShotCount,
  readers: [],
  distanceM: 0.25,
  pixelsPerModule: 4,
};
