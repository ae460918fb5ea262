/**
 * Lines of access logs in the common and the combined format (Apache HTTP Server documentation, log files; the NCSA common log), with the
 * name of the host before them (vhost_combined of Debian's Apache) or more after them (whom a proxy asked for, in nginx's own sample).
 */
export interface LoggedRequest {
  /** Milliseconds since 1970. */
  readonly at: number;
  /** Who was asked, where the log says so. */
  readonly host: string | null;
  readonly method: string;
  /** Path and query as they were asked for. */
  readonly path: string;
  readonly status: number;
  readonly address: string;
  /** Empty in the common format. */
  readonly userAgent: string;
}

const line =
  /^(?:(\S+) )?(\S+) \S+ \S+ \[([^\]]{20,32})\] "([A-Z]{3,10}) (\S{1,2100})(?: HTTP\/[\d.]+)?" (\d{3}) (?:\d+|-)(?: "((?:[^"\\]|\\.)*)" "((?:[^"\\]|\\.)*)")?(?:\s.*)?$/;

/** Null for a line that is none. */
export function readLogLine(text: string): LoggedRequest | null {
  if (text.length > 8192) return null;
  const found = line.exec(text);
  if (found === null) return null;
  const [, host, address, when, method, path, status, , userAgent = ''] = found as unknown as string[];
  const time = timeOf(when!);
  if (time === null) return null;
  return {
    at: time,
    host: host?.replace(/:\d+$/, '').toLowerCase() ?? null,
    method: method!,
    path: path!,
    status: Number(status),
    address: address!,
    userAgent: userAgent === '-' ? '' : userAgent.replace(/\\"/g, '"'),
  };
}

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const moment = /^(\d{2})\/([A-Z][a-z]{2})\/(\d{4}):(\d{2}):(\d{2}):(\d{2}) ([+-])(\d{2})(\d{2})$/;

/** Milliseconds since 1970 of `10/Oct/2000:13:55:36 -0700`; null for what is no time. */
function timeOf(text: string): number | null {
  const found = moment.exec(text);
  if (found === null) return null;
  const [, day, name, year, hour, minute, second, sign, ahead, and] = found as unknown as string[];
  const month = months.indexOf(name!);
  if (month < 0 || Number(day) > 31 || Number(hour) > 23 || Number(minute) > 59 || Number(second) > 60)
    return null;
  const utc = Date.UTC(Number(year), month, Number(day), Number(hour), Number(minute), Number(second));
  return utc - (sign === '-' ? -1 : 1) * (Number(ahead) * 60 + Number(and)) * 60_000;
}

/** Statuses of an answer that forwarded (RFC 9110, 15.4). */
export const isForwarding = ({ status, method }: LoggedRequest): boolean =>
  (method === 'GET' || method === 'HEAD') && [301, 302, 303, 307, 308].includes(status);
