/** message: the fields of a kind come in; the payload text goes out, with what a phone will do with it. */
export { campaignKeys, readCampaign, withCampaign } from './campaign';
export { contactForms } from './contact';
export type { Description } from './kind';
export {
  describeMessage,
  emptyMessage,
  holdsBytes,
  type KindId,
  kindIds,
  kindJsonSchema,
  kindName,
  type Message,
  messageSchema,
  readBytes,
  readPayload,
  shownPayload,
  writeMessage,
} from './kinds';
export { numberCountries } from './phoneNumber';
export { hexadecimalOf } from './raw';
export { recognised } from './recognise';
export { type TailKind, tailKinds, tailPlace, type TailPlace, withoutTail } from './tail';
export { webPurposeNames, webPurposes } from './web';
