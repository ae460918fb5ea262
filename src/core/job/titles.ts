/** What a job is called, and the host that it leads to. */
import { shownPayload, type Message } from '../message';
import type { Job } from './job';

type Named = Pick<Job, 'name' | 'codes'>;

/** The host of a message that is an address, without www; empty for others. */
export function hostOf(message: Message): string {
  const payload = shownPayload(message);
  return URL.canParse(payload) ? new URL(payload).host.replace(/^www\./, '') : '';
}

/** Its name; without one the host of its address, or the first words of its message; empty as long as there is nothing. */
export function titleOf({ name, codes }: Named): string {
  if (name !== '') return name;
  const { message } = codes[0]!;
  return hostOf(message) || shownPayload(message).trim().replace(/\s+/g, ' ').slice(0, 40).trim();
}

/** The same for lists and headings, where something has to stand. */
export const shownTitle = (job: Named): string => titleOf(job) || 'New job';
