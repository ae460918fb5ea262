/** message: the fields of a kind come in; the payload text goes out, with what a phone will do with it. */
import { z } from '../schema';
import { app, appSchema } from './app';
import { chat, chatSchema } from './chat';
import { contact, contactSchema } from './contact';
import { email, emailSchema } from './email';
import { event, eventSchema } from './event';
import type { Description, MessageKind } from './kind';
import { payment, paymentSchema } from './payment';
import { phone, phoneSchema } from './phone';
import { place, placeSchema } from './place';
import { product, productSchema } from './product';
import { hexadecimalOf, raw, rawSchema } from './raw';
import { sms, smsSchema } from './sms';
import { text, textSchema } from './text';
import { web, webSchema } from './web';
import { wifi, wifiSchema } from './wifi';

export const messageSchema = z.discriminatedUnion('kind', [
  webSchema,
  textSchema,
  contactSchema,
  wifiSchema,
  phoneSchema,
  smsSchema,
  emailSchema,
  eventSchema,
  placeSchema,
  chatSchema,
  paymentSchema,
  productSchema,
  appSchema,
  rawSchema,
]);
export type Message = z.infer<typeof messageSchema>;
export type KindId = Message['kind'];

/** In the order in which people are offered them. */
const kinds: { readonly [Id in KindId]: MessageKind<Extract<Message, { kind: Id }>> } = {
  web,
  text,
  contact,
  wifi,
  phone,
  sms,
  email,
  event,
  place,
  chat,
  payment,
  product,
  app,
  raw,
};

export const kindIds = Object.keys(kinds) as KindId[];
export const kindName = (id: KindId): string => kinds[id].name;
export const emptyMessage = (id: KindId): Message => kinds[id].empty;

/** JSON Schema of the fields of a kind. */
export const kindJsonSchema = (id: KindId): unknown => z.toJSONSchema(kinds[id].schema, { io: 'input' });

/** In the order in which a payload is offered to them: the particular before the general, plain text last. */
const readingOrder: readonly KindId[] = [
  'wifi',
  'contact',
  'event',
  'payment',
  'email',
  'phone',
  'sms',
  'place',
  'product',
  'web',
  'app',
  'text',
];

/** The kind's functions for any message; the table above ties each kind to its own fields. */
function kindOf(message: Message): MessageKind<Message> {
  return kinds[message.kind] as unknown as MessageKind<Message>;
}

/** What the code will hold: text, or one character a byte where the kind holds bytes; empty as long as nothing is filled in. */
export function writeMessage(message: Message): string {
  return kindOf(message).write(message);
}

/** Whether the payload of a message is bytes instead of text. */
export const holdsBytes = (message: Message): boolean => kindOf(message).isBytes ?? false;

/** A payload as people are shown it: text as it is, bytes as hexadecimal digits. */
export function shownPayload(message: Message): string {
  const payload = writeMessage(message);
  return holdsBytes(message) ? hexadecimalOf(payload) : payload;
}

/** The first kind that recognises a payload. */
export function readPayload(payload: string): Message {
  for (const id of readingOrder) {
    const message = kinds[id].read(payload);
    if (message !== null) return message;
  }
  return { kind: 'text', text: payload };
}

/** Bytes, one character each, as the message that they are when they are UTF-8, else as raw bytes. */
export function readBytes(bytes: Uint8Array): Message {
  try {
    return readPayload(new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes));
  } catch {
    return raw.read(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))!;
  }
}

export function describeMessage(message: Message): Description {
  return kindOf(message).describe(message);
}
