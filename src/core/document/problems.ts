/** What is wrong with a document, in sentences that begin with the field. */
import type { z } from '../schema';

export function problemsOf(error: z.ZodError): string[] {
  return error.issues.map(
    ({ path, message }) => `${path.length > 0 ? path.join('.') : 'document'}: ${message}`,
  );
}
