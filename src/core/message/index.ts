/** message: the fields of a kind come in; the payload text goes out, with what a phone will do with it. */
import { z } from 'zod';
import type { Description, MessageKind } from './kind';
import { text, textSchema } from './text';
import { web, webSchema } from './web';

export type { Description } from './kind';

export const messageSchema = z.discriminatedUnion('kind', [webSchema, textSchema]);
export type Message = z.infer<typeof messageSchema>;
export type KindId = Message['kind'];

/** In the order in which a payload is offered to them; plain text takes everything and comes last. */
const kinds: { readonly [Id in KindId]: MessageKind<Extract<Message, { kind: Id }>> } = { web, text };

export const kindIds = Object.keys(kinds) as KindId[];
export const kindName = (id: KindId): string => kinds[id].name;

/** The kind's functions for any message; the table above ties each kind to its own fields. */
function kindOf(message: Message): MessageKind<Message> {
  return kinds[message.kind] as unknown as MessageKind<Message>;
}

/** The payload text that the code will hold. */
export function writeMessage(message: Message): string {
  return kindOf(message).write(message);
}

/** The first kind that recognises a payload. */
export function readPayload(payload: string): Message {
  for (const id of kindIds) {
    const message = kinds[id].read(payload);
    if (message !== null) return message;
  }
  return { kind: 'text', text: payload };
}

export function describeMessage(message: Message): Description {
  return kindOf(message).describe(message);
}
