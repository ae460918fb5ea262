/** What the fields in words stand for: the job's name and collection, the host of the address, fields of the message. */
import type { Job } from './job';
import { shownPayload } from '../message';
import type { TextFields } from '../piece';

/** Fields of messages that hold a choice and no words. */
const choices = new Set(['kind', 'form', 'security', 'notation', 'purpose', 'encryption']);

export function textFields({ name, collection, message, piece }: Job): TextFields {
  const own: Record<string, string> = {};
  for (const [field, value] of Object.entries(message))
    if (typeof value === 'string' && !choices.has(field)) own[field.toLowerCase()] = value;
  return { ...own, title: name, collection, serial: piece.serial, host: hostOf(message) };
}

function hostOf(message: Job['message']): string {
  const payload = shownPayload(message);
  if (!URL.canParse(payload)) return '';
  return new URL(payload).host.replace(/^www\./, '');
}
