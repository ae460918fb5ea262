/** A Wi-Fi login, in the form that phones read (common practice; described by the Wi-Fi Alliance's WPA3 specification, section 7). */
import { z } from '../schema';
import type { PartFinding } from '../finding';
import { commonPractice, fieldFinding, fieldFix, standardSource, type MessageKind } from './kind';

export const wifiSecurities = ['wpa', 'open', 'wep'] as const;

export const wifiSchema = z.strictObject({
  kind: z.literal('wifi'),
  network: z.string().max(64),
  /** WPA2 or WPA3 personal; open; or the legacy WEP. */
  security: z.enum(wifiSecurities),
  password: z.string().max(128),
  hidden: z.boolean(),
});
export type WifiMessage = z.infer<typeof wifiSchema>;

const escaped = (text: string): string => text.replace(/([\\;,":])/g, '\\$1');

/** A name that could be taken for hexadecimal digits is put in quotation marks, so that it is taken as it stands. */
function quoted(text: string): string {
  return /^(?:[0-9a-f]{2})+$/i.test(text) ? `"${text}"` : escaped(text);
}

function write({ network, security, password, hidden }: WifiMessage): string {
  if (network === '') return '';
  const type = { wpa: 'T:WPA;', open: 'T:nopass;', wep: 'T:WEP;' }[security];
  const key = security === 'open' ? '' : `P:${quoted(password)};`;
  return `WIFI:${type}S:${quoted(network)};${key}${hidden ? 'H:true;' : ''};`;
}

function read(payload: string): WifiMessage | null {
  if (!/^WIFI:/i.test(payload)) return null;
  const fields = new Map<string, string>();
  // A field ends at a semicolon that no backslash protects.
  for (const match of payload.slice(5).matchAll(/([A-Z]+):((?:\\.|[^;\\])*);/gis)) {
    const value = match[2]!;
    const inQuotes = /^"(.*)"$/s.exec(value);
    fields.set(match[1]!.toUpperCase(), inQuotes ? inQuotes[1]! : value.replace(/\\(.)/gs, '$1'));
  }
  const type = (fields.get('T') ?? '').toLowerCase();
  return {
    kind: 'wifi',
    network: fields.get('S') ?? '',
    security: type === 'wep' ? 'wep' : type === 'nopass' || type === '' ? 'open' : 'wpa',
    password: fields.get('P') ?? '',
    hidden: /^(true|1)$/i.test(fields.get('H') ?? ''),
  };
}

function problems({ network, security, password }: WifiMessage): PartFinding[] {
  const findings: PartFinding[] = [];
  const ieee = standardSource('IEEE 802.11, 9.4.2.2 and annex J.4');
  const bytes = new TextEncoder().encode(network).length;
  if (bytes > 32)
    findings.push(
      fieldFinding(
        'wifi-name',
        'stop',
        'Network',
        `The name has ${bytes} bytes; a network name has at most 32.`,
        ieee,
      ),
    );
  if (
    security === 'wpa' &&
    (password.length < 8 || password.length > 63) &&
    !/^[0-9a-f]{64}$/i.test(password)
  )
    findings.push(
      fieldFinding(
        'wifi-password',
        'stop',
        'Password',
        `The password has ${password.length} characters; WPA passwords have 8 to 63.`,
        ieee,
      ),
    );
  if (security === 'wep')
    findings.push(
      fieldFinding('wifi-wep', 'caution', 'Security', 'WEP is broken; new phones refuse it.', commonPractice),
    );
  if (network !== network.trim())
    findings.push(
      fieldFinding(
        'wifi-space',
        'caution',
        'Network',
        'The name begins or ends with a space, as it was typed.',
        commonPractice,
        [fieldFix('Remove it', { network: network.trim() })],
      ),
    );
  return findings;
}

export const wifi: MessageKind<WifiMessage> = {
  name: 'Wi-Fi login',
  schema: wifiSchema,
  empty: { kind: 'wifi', network: '', security: 'wpa', password: '', hidden: false },
  write,
  read,
  describe: (message) =>
    message.network === ''
      ? { summary: 'Joins no network yet.', notes: [], findings: [] }
      : {
          summary: `Offers to join the ${message.security === 'open' ? 'open ' : ''}network “${message.network}”.`,
          notes: message.security === 'open' ? [] : ['Anybody who photographs the sign has the password.'],
          findings: problems(message),
        },
};
