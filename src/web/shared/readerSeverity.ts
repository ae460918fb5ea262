/** How what a reader makes of a proof is marked. */
import type { Severity } from '../../core/finding';
import type { ProofReport } from '../../core/proof';

export const readerSeverity: Readonly<Record<ProofReport['readers'][number]['state'], Severity>> = {
  prompt: 'fine',
  slow: 'caution',
  fails: 'stop',
};
