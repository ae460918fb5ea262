/** What the fields in words stand for: the job's name and collection, the host of the address, fields of the first code's message. */
import type { Job } from './job';
import { hostOf, titleOf } from './titles';
import type { TextFields } from '../piece';

/** Fields of messages that hold a choice and no words. */
const choices = new Set(['kind', 'form', 'security', 'notation', 'purpose', 'encryption']);

export function textFields(job: Job): TextFields {
  const { collection, codes, piece } = job;
  const { message } = codes[0]!;
  const texts: Record<string, string> = {};
  for (const [field, value] of Object.entries(message))
    if (typeof value === 'string' && !choices.has(field)) texts[field.toLowerCase()] = value;
  return { ...texts, title: titleOf(job), collection, serial: piece.serial, host: hostOf(message) };
}
