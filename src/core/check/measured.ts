/** What a limit of one code gives: a finding that is about that code. */
import type { Finding } from '../finding';

export type Measured = Omit<Finding, 'about'>;
