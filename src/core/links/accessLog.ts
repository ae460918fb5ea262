/** Lines of access logs in the common and the combined format (Apache HTTP Server documentation, log files; the NCSA common log). */
import { DateTime } from 'luxon';

export interface LoggedRequest {
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly method: string;
  /** Path and query as they were asked for. */
  readonly path: string;
  readonly status: number;
  readonly address: string;
  /** Empty in the common format. */
  readonly userAgent: string;
}

const line =
  /^(\S+) \S+ \S+ \[([^\]]{20,32})\] "([A-Z]{3,10}) (\S{1,2100})(?: HTTP\/[\d.]+)?" (\d{3}) (?:\d+|-)(?: "((?:[^"\\]|\\.)*)" "((?:[^"\\]|\\.)*)")?\s*$/;

/** Null for a line that is none. */
export function readLogLine(text: string): LoggedRequest | null {
  if (text.length > 8192) return null;
  const found = line.exec(text);
  if (found === null) return null;
  const [, address, when, method, path, status, , userAgent = ''] = found as unknown as string[];
  const at = DateTime.fromFormat(when!, 'dd/LLL/yyyy:HH:mm:ss ZZZ', { locale: 'en' });
  if (!at.isValid) return null;
  return {
    at: at.toMillis(),
    method: method!,
    path: path!,
    status: Number(status),
    address: address!,
    userAgent: userAgent === '-' ? '' : userAgent.replace(/\\"/g, '"'),
  };
}

/** Statuses of an answer that forwarded (RFC 9110, 15.4). */
export const isForwarding = ({ status, method }: LoggedRequest): boolean =>
  (method === 'GET' || method === 'HEAD') && [301, 302, 303, 307, 308].includes(status);
