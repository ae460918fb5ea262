/** A chat with a prepared text, over the owner's own link pattern. */
import { z } from '../schema';
import type { FindingKind, PartFinding } from '../finding';
import { commonPractice, fieldFinding, type MessageKind } from './kind';
import { numberFindings, phoneNumberSchema, readNumber } from './phoneNumber';
import { percentDecoded } from './query';

export const chatSchema = z.strictObject({
  kind: z.literal('chat'),
  /** An address with `{number}` and `{text}` where they go. */
  pattern: z.string().max(500),
  ...phoneNumberSchema.shape,
  text: z.string().max(2000),
});
export type ChatMessage = z.infer<typeof chatSchema>;

/** The number goes in as digits alone, the text percent-encoded. */
function write(message: ChatMessage): string {
  if (message.pattern.trim() === '' || (message.number.trim() === '' && message.text === '')) return '';
  return message.pattern
    .trim()
    .replaceAll('{number}', readNumber(message).dialled.replace(/\D/g, ''))
    .replaceAll('{text}', encodeURIComponent(message.text));
}

/**
 * A link that a chat service gives for one's own number, pasted as the pattern: its number and text become fields. Null
 * when the pattern has its places already, or when no number is found in it.
 */
export function chatFromLink(message: ChatMessage): ChatMessage | null {
  const link = message.pattern.trim();
  if (/\{(?:number|text)\}/.test(link) || !/^[a-z][a-z0-9+-]*:/i.test(link) || !URL.canParse(link))
    return null;
  // After the host, so that no part of its name is taken for a number (ITU-T E.164, 6: at most 15 digits).
  const start = /^[a-z][a-z0-9+-]*:(?:\/\/[^/?#]*)?/i.exec(link)![0];
  const rest = link.slice(start.length);
  const number = /(?:\+|%2B)?(?<!\d)(\d{7,15})(?!\d)/i.exec(rest);
  if (number === null) return null;
  const text = /([?&](?:text|body|message|msg)=)([^&#]*)/i.exec(rest);
  const pattern = rest.replace(number[0], '{number}').replace(text?.[0] ?? '\0', `${text?.[1]}{text}`);
  return {
    ...message,
    pattern: start + pattern,
    number: `+${number[1]}`,
    country: '',
    text: text === null ? message.text : percentDecoded(text[2]!.replaceAll('+', ' ')),
  };
}

function problems(message: ChatMessage): PartFinding[] {
  const findings = numberFindings(message).map((finding) => ({ ...finding, severity: 'stop' as const }));
  const pattern = message.pattern.trim();
  const say = (kind: FindingKind, text: string): void =>
    void findings.push({
      ...fieldFinding(kind, 'stop', 'Link pattern', text, commonPractice),
      severity: 'stop',
    });
  if (pattern === '') {
    if (message.number.trim() !== '' || message.text !== '')
      say(
        'chat-pattern',
        'Paste the link that your chat service gives for your own number: number and text are found in it.',
      );
    return findings;
  }
  if (!URL.canParse(pattern.replace(/\{(number|text)\}/g, '1')))
    say(
      'chat-pattern',
      `“${pattern}” is not an address. It looks like https://chat.example/{number}?text={text}.`,
    );
  else if (message.number.trim() !== '' && !pattern.includes('{number}'))
    say('chat-number', 'The pattern has no {number}, so the number goes nowhere.');
  else if (message.text !== '' && !pattern.includes('{text}'))
    say('chat-text', 'The pattern has no {text}, so the text goes nowhere.');
  return findings;
}

export const chat: MessageKind<ChatMessage> = {
  name: 'Chat',
  schema: chatSchema,
  empty: { kind: 'chat', pattern: '', number: '', country: '', text: '' },
  write,
  // The pattern is the owner's; a payload made with it is read as the address that it is.
  read: () => null,
  describe: (message) => ({
    summary:
      write(message) === ''
        ? 'Opens no chat yet.'
        : `Opens a chat with ${readNumber(message).shown || 'somebody'}${message.text === '' ? '' : ` and the text “${message.text}”`}.`,
    notes: [
      message.pattern.trim() === ''
        ? 'Paste the link that your chat service gives for your own number: number and text are found in it.'
        : 'The number has to be international: the link carries its digits without the +.',
    ],
    findings: problems(message),
  }),
};
