/** The kind of finding that the quick proof gives, and what its row is called. */
export const quickProofKind = 'quick-proof';
export const quickProofTitle = 'Reads';
