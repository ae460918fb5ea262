/** A place on the map (RFC 5870). */
import { z } from '../schema';
import type { PartFinding } from '../finding';
import { commonPractice, fieldFinding, standardSource, type MessageKind } from './kind';

export const placeForms = ['geo', 'map'] as const;

export const placeSchema = z.strictObject({
  kind: z.literal('place'),
  /** Degrees north and east (WGS 84), as typed. */
  latitude: z.string().max(20),
  longitude: z.string().max(20),
  /** A `geo:` address, or an address of a map with `{latitude}` and `{longitude}` where they go. */
  form: z.enum(placeForms),
  pattern: z.string().max(500),
});
export type PlaceMessage = z.infer<typeof placeSchema>;

const rfc = standardSource('RFC 5870, 3.4.2');

/** Degrees as typed, with a comma or a point; null when they are none. */
function degrees(typed: string): number | null {
  const text = typed.trim().replace(',', '.');
  return /^[-+]?\d{1,3}(\.\d+)?$/.test(text) ? Number(text) : null;
}

const within = (value: number | null, most: number): value is number =>
  value !== null && Math.abs(value) <= most;

function write({ latitude, longitude, form, pattern }: PlaceMessage): string {
  const [north, east] = [degrees(latitude), degrees(longitude)];
  if (!within(north, 90) || !within(east, 180)) return '';
  if (form === 'geo') return `geo:${north},${east}`;
  return pattern.trim().replaceAll('{latitude}', String(north)).replaceAll('{longitude}', String(east));
}

function problems({ latitude, longitude, form, pattern }: PlaceMessage): PartFinding[] {
  const findings: PartFinding[] = [];
  const check = (name: 'latitude' | 'longitude', typed: string, most: number): void => {
    if (typed.trim() !== '' && !within(degrees(typed), most))
      findings.push(
        fieldFinding(
          `place-${name}`,
          'stop',
          'Place',
          `“${typed}” is no ${name}: give degrees from −${most} to ${most}, such as 50.35.`,
          rfc,
        ),
      );
  };
  check('latitude', latitude, 90);
  check('longitude', longitude, 180);
  if (
    form === 'map' &&
    pattern.trim() !== '' &&
    !(pattern.includes('{latitude}') && pattern.includes('{longitude}'))
  )
    findings.push(
      fieldFinding(
        'place-pattern',
        'stop',
        'Map address',
        'The address needs {latitude} and {longitude} where they go.',
        commonPractice,
      ),
    );
  return findings;
}

export const place: MessageKind<PlaceMessage> = {
  name: 'Place',
  schema: placeSchema,
  empty: { kind: 'place', latitude: '', longitude: '', form: 'geo', pattern: '' },
  write,
  read: (payload) => {
    const match = /^geo:(-?\d+(?:\.\d+)?),(-?\d+(?:\.\d+)?)(?:[,;?].*)?$/i.exec(payload);
    return match && { kind: 'place', latitude: match[1]!, longitude: match[2]!, form: 'geo', pattern: '' };
  },
  describe: (message) => ({
    summary:
      write(message) === ''
        ? 'Shows no place yet.'
        : `Shows ${message.latitude.trim()}, ${message.longitude.trim()} on the phone's map.`,
    notes:
      message.form === 'geo'
        ? ['Some phones do not open geo: addresses; a map address opens on all of them.']
        : [],
    findings: problems(message),
  }),
};
