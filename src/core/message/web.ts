/** A web address: what a phone opens. */
import { z } from 'zod';
import type { Finding } from '../finding';
import type { Description, MessageKind } from './kind';

export const webSchema = z.strictObject({
  kind: z.literal('web'),
  /** As typed; the scheme may be missing. */
  address: z.string().max(8192),
});
export type WebMessage = z.infer<typeof webSchema>;

/** `scheme:` with a dot-free name; `host:8080` and `localhost:3000` are not schemes (RFC 3986, 3.1). */
const schemePattern = /^[a-z][a-z0-9+-]*:(?!\d+(?:[/?#]|$))/i;

/** The address with https in front when no scheme was typed; surrounding white space removed. */
function write({ address }: WebMessage): string {
  const trimmed = address.trim();
  if (trimmed === '' || schemePattern.test(trimmed)) return trimmed;
  return `https://${trimmed.replace(/^\/\//, '')}`;
}

function read(payload: string): WebMessage | null {
  return /^https?:\/\/[^\s]+$/i.test(payload) && URL.canParse(payload)
    ? { kind: 'web', address: payload }
    : null;
}

const urlStandard = { tag: 'std', text: 'WHATWG URL Standard' } as const;
const refusedSchemes = /^(javascript|data|vbscript|file):/i;

function describe(message: WebMessage): Description {
  const payload = write(message);
  if (payload === '') return { summary: 'Opens nothing yet.', notes: [], findings: [] };
  const findings: Finding[] = [];
  const notes: string[] = [];
  if (!schemePattern.test(message.address.trim()))
    notes.push('No scheme was typed, so https:// is put in front.');
  if (message.address !== message.address.trim()) notes.push('White space around the address is left out.');
  const refused = refusedSchemes.exec(payload);
  if (refused)
    findings.push(
      stop('address-scheme', `Phones do not open ${refused[1]!.toLowerCase()}: addresses from a code.`),
    );
  else if (!URL.canParse(payload))
    findings.push(stop('address-form', `“${payload}” is not an address that a browser can open.`));
  else if (/\s/.test(payload))
    findings.push(stop('address-space', 'There is a space inside the address; most readers end it there.'));
  const url = URL.canParse(payload) ? new URL(payload) : null;
  const where = url === null ? payload : url.host === '' ? url.href : url.host;
  return { summary: `Opens ${where} in the browser.`, notes, findings };
}

function stop(code: string, text: string): Finding {
  return {
    code,
    severity: 'stop',
    title: 'Address',
    text,
    measured: { value: null, unit: '' },
    required: { value: null, unit: '' },
    source: urlStandard,
    fixes: [],
  };
}

export const web: MessageKind<WebMessage> = { name: 'Web address', schema: webSchema, write, read, describe };
