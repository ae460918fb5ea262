/** What every kind of message has. */
import type { z } from 'zod';
import type { Finding } from '../finding';

export interface Description {
  /** One sentence: what a phone will do. */
  readonly summary: string;
  /** What was done to the typed text on its way into the code. */
  readonly notes: readonly string[];
  readonly findings: readonly Finding[];
}

export interface MessageKind<Message> {
  readonly name: string;
  readonly schema: z.ZodType<Message>;
  /** Fields to payload text. */
  readonly write: (message: Message) => string;
  /** Payload text to fields; null when the payload is not of this kind. */
  readonly read: (payload: string) => Message | null;
  readonly describe: (message: Message) => Description;
}
