/** What a job is called. */
import { shownPayload } from '../message';
import type { Job } from './job';

type Named = Pick<Job, 'name' | 'codes'>;

/** Its name; without one the host of its address, or the first words of its message; empty as long as there is nothing. */
export function titleOf({ name, codes }: Named): string {
  if (name !== '') return name;
  const payload = shownPayload(codes[0]!.message).trim();
  const host = URL.canParse(payload) ? new URL(payload).host : '';
  return host.replace(/^www\./, '') || payload.replace(/\s+/g, ' ').slice(0, 40).trim();
}

/** The same for lists and headings, where something has to stand. */
export const shownTitle = (job: Named): string => titleOf(job) || 'New job';
