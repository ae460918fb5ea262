/** What the fields in words stand for: the job's name and collection, the host of the address, fields of the message. */
import type { Job } from './job';
import { shownPayload } from './message';
import type { TextFields } from './piece';

export function textFields({ name, collection, message, piece }: Job): TextFields {
  const own: Record<string, string> = {};
  for (const [field, value] of Object.entries(message))
    if (typeof value === 'string' && field !== 'kind') own[field.toLowerCase()] = value;
  return { ...own, title: name, collection, serial: piece.serial, host: hostOf(message) };
}

function hostOf(message: Job['message']): string {
  const payload = shownPayload(message);
  if (!URL.canParse(payload)) return '';
  return new URL(payload).host.replace(/^www\./, '');
}
