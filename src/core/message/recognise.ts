/** What a text is that was typed as an address or as plain text: another kind of message, filled in. */
import { addressFaults } from './address';
import { chatFromLink } from './chat';
import { readPayload, type KindId, type Message } from './kinds';
import { readLoosely } from './loose';

/** A filled in message of another kind; null when it is what it was typed as. */
export function recognised(message: Message): Message | null {
  if (message.kind === 'web') return otherThan('web', message.address.trim());
  if (message.kind === 'text') return otherThan('text', message.text.trim());
  return message.kind === 'chat' ? chatFromLink(message) : null;
}

function otherThan(kind: KindId, typed: string): Message | null {
  if (typed === '') return null;
  const exact = readPayload(typed);
  // A scheme of an application's own can be a slip for https: the address says so itself.
  if (exact.kind !== 'text' && exact.kind !== 'app') return exact.kind === kind ? null : exact;
  const loose = readLoosely(typed);
  if (loose !== null) return loose;
  const isAddress = /^[^\s]+\.[^\s]+$/.test(typed) && addressFaults(typed).length === 0;
  return kind !== 'web' && isAddress ? { kind: 'web', address: typed } : null;
}
