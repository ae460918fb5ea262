/** What a job is called, and the host that it leads to. */
import { shownPayload, type Message } from '../message';
import type { Job } from './job';

type Named = Pick<Job, 'name' | 'codes'>;

/** The host of a message that is an address, without www; empty for others. */
export function hostOf(message: Message): string {
  const payload = shownPayload(message);
  return URL.canParse(payload) ? new URL(payload).host.replace(/^www\./, '') : '';
}

/**
 * Its name; without one what its message is about: a network, a person, an event, the host of an address, or the first words
 * of a text; empty as long as there is nothing. Never a password.
 */
export function titleOf({ name, codes }: Named): string {
  if (name !== '') return name;
  return aboutOf(codes[0]!.message).trim().replace(/\s+/g, ' ').slice(0, 40).trim();
}

function aboutOf(message: Message): string {
  switch (message.kind) {
    case 'wifi':
      return message.network;
    case 'contact':
      return `${message.given} ${message.family}`.trim() || message.organisation;
    case 'event':
      return message.title;
    case 'payment':
      return message.beneficiary;
    case 'email':
      return message.subject || (message.to[0] ?? '');
    case 'phone':
    case 'sms':
    case 'chat':
      return message.number;
    case 'web':
    case 'text':
    case 'place':
    case 'product':
    case 'app':
    case 'raw':
      return hostOf(message) || shownPayload(message);
  }
}

/** The same for lists and headings, where something has to stand. */
export const shownTitle = (job: Named): string => titleOf(job) || 'New job';
