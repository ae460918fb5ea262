/** Plain text: what a phone shows. */
import { z } from '../schema';
import type { MessageKind } from './kind';

export const textSchema = z.strictObject({
  kind: z.literal('text'),
  /** Written into the code exactly as typed. */
  text: z.string().max(8192),
});
export type TextMessage = z.infer<typeof textSchema>;

export const text: MessageKind<TextMessage> = {
  name: 'Plain text',
  schema: textSchema,
  empty: { kind: 'text', text: '' },
  write: (message) => message.text,
  read: (payload) => ({ kind: 'text', text: payload }),
  describe: (message) => ({
    summary:
      message.text === ''
        ? 'Shows nothing yet.'
        : 'Shows this text; the phone offers to copy it or to search for it.',
    notes: [],
    findings: [],
  }),
};
