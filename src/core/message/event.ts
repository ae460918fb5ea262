/** A calendar event (RFC 5545). */
import { DateTime } from 'luxon';
import { z } from '../schema';
import type { FindingKind, PartFinding } from '../finding';
import { fieldFinding, standardSource, type MessageKind } from './kind';

/** `2027-06-12T10:00`, without a zone; or `2027-06-12` for whole days. */
const localTime = z
  .string()
  .regex(/^(\d{4}-\d{2}-\d{2}(T\d{2}:\d{2})?)?$/, 'A date such as 2027-06-12, with a time such as T10:00.');

export const eventForms = ['event', 'calendar'] as const;

export const eventSchema = z.strictObject({
  kind: z.literal('event'),
  title: z.string().max(300),
  start: localTime,
  /** For whole days the last day, which belongs to the event. */
  end: localTime,
  allDay: z.boolean(),
  /** Zone of start and end, by its IANA name; `UTC` for none. */
  zone: z.string().max(60),
  place: z.string().max(300),
  note: z.string().max(1000),
  /** The event alone, as phones read it from codes (common practice), or the whole calendar object of RFC 5545. */
  form: z.enum(eventForms),
});
export type EventMessage = z.infer<typeof eventSchema>;

const rfc = standardSource('RFC 5545');

/** Escaping of RFC 5545, 3.3.11. */
const escaped = (text: string): string =>
  text
    .trim()
    .replace(/([\\,;])/g, '\\$1')
    .replace(/\r\n?|\n/g, '\\n');
const unescaped = (text: string): string =>
  text.replace(/\\([nN\\,;])/g, (_all, letter: string) => (/n/i.test(letter) ? '\n' : letter));

const day = (date: string): DateTime => DateTime.fromISO(date.slice(0, 10), { zone: 'UTC' });
/** Times are written in UTC, so that no zone table has to come along (RFC 5545, 3.3.5, form 2). */
const moment = (time: string, zone: string): DateTime =>
  DateTime.fromISO(time, { zone: zone || 'UTC' }).toUTC();

function timeLines({ allDay, start, end, zone }: EventMessage): string[] {
  if (allDay) {
    // The end is not part of the event (RFC 5545, 3.6.1), so it is the day after the last.
    const after = day(end === '' ? start : end).plus({ days: 1 });
    return [
      `DTSTART;VALUE=DATE:${day(start).toFormat('yyyyMMdd')}`,
      `DTEND;VALUE=DATE:${after.toFormat('yyyyMMdd')}`,
    ];
  }
  const stamp = (time: string): string => moment(time, zone).toFormat("yyyyMMdd'T'HHmmss'Z'");
  return [`DTSTART:${stamp(start)}`, ...(end === '' ? [] : [`DTEND:${stamp(end)}`])];
}

function write(message: EventMessage): string {
  if (message.start === '' || !moment(message.start, message.zone).isValid) return '';
  const times = timeLines(message);
  const event = [
    'BEGIN:VEVENT',
    ...(message.form === 'calendar'
      ? [`UID:${fingerprint([message.title, ...times])}@binarus`, `DTSTAMP:${stampOf(message)}`]
      : []),
    ...(message.title.trim() === '' ? [] : [`SUMMARY:${escaped(message.title)}`]),
    ...times,
    ...(message.place.trim() === '' ? [] : [`LOCATION:${escaped(message.place)}`]),
    ...(message.note.trim() === '' ? [] : [`DESCRIPTION:${escaped(message.note)}`]),
    'END:VEVENT',
  ];
  const lines =
    message.form === 'calendar'
      ? ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Binarus//EN', ...event, 'END:VCALENDAR']
      : event;
  return [...lines, ''].join('\r\n');
}

/** The same event has the same identifier and stamp, so that the same job gives the same code. */
function fingerprint(parts: readonly string[]): string {
  let hash = 0x811c9dc5;
  for (const byte of new TextEncoder().encode(parts.join('\n'))) hash = Math.imul(hash ^ byte, 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}

const stampOf = ({ start, zone, allDay }: EventMessage): string =>
  (allDay ? day(start) : moment(start, zone)).toFormat("yyyyMMdd'T'HHmmss'Z'");

const empty: EventMessage = {
  kind: 'event',
  title: '',
  start: '',
  end: '',
  allDay: false,
  zone: 'UTC',
  place: '',
  note: '',
  form: 'event',
};

function read(payload: string): EventMessage | null {
  if (!/^BEGIN:V(EVENT|CALENDAR)\r?\n/i.test(payload)) return null;
  const message: EventMessage = { ...empty, form: /^BEGIN:VCALENDAR/i.test(payload) ? 'calendar' : 'event' };
  for (const text of payload.replace(/\r?\n[ \t]/g, '').split(/\r?\n/)) {
    const match = /^([A-Z-]+)((?:;[^:]*)?):(.*)$/i.exec(text);
    if (match === null) continue;
    const [, name, parameters, value] = match as unknown as [string, string, string, string];
    const upper = name.toUpperCase();
    if (upper === 'SUMMARY') message.title = unescaped(value);
    else if (upper === 'LOCATION') message.place = unescaped(value);
    else if (upper === 'DESCRIPTION') message.note = unescaped(value);
    else if (upper === 'DTSTART' || upper === 'DTEND') {
      const zone = /TZID=([^;]+)/i.exec(parameters)?.[1];
      if (zone !== undefined) message.zone = zone;
      const isDate = /^\d{8}$/.test(value);
      message.allDay ||= isDate;
      const time = DateTime.fromFormat(value.replace(/Z$/i, ''), isDate ? 'yyyyMMdd' : "yyyyMMdd'T'HHmmss", {
        zone: 'UTC',
      });
      if (!time.isValid) continue;
      if (upper === 'DTSTART') message.start = time.toFormat(isDate ? 'yyyy-MM-dd' : "yyyy-MM-dd'T'HH:mm");
      else
        message.end = isDate
          ? time.minus({ days: 1 }).toFormat('yyyy-MM-dd')
          : time.toFormat("yyyy-MM-dd'T'HH:mm");
    }
  }
  return message;
}

function problems(message: EventMessage): PartFinding[] {
  const stop = (kind: FindingKind, text: string): PartFinding[] => [
    fieldFinding(kind, 'stop', 'Event', text, rfc),
  ];
  if (!message.allDay && !DateTime.local({ zone: message.zone || 'UTC' }).isValid)
    return stop('event-zone', `“${message.zone}” is not a time zone. It looks like Europe/London.`);
  if (message.start === '') return [];
  if (!day(message.start).isValid || !moment(message.start, message.zone).isValid)
    return stop('event-start', `“${message.start}” is not a date that exists.`);
  if (!message.allDay && !message.start.includes('T'))
    return stop('event-time', 'Give a time as well, or make it a whole day.');
  if (message.end !== '' && moment(message.end, message.zone) < moment(message.start, message.zone))
    return stop('event-end', 'The event ends before it begins.');
  return [];
}

export const event: MessageKind<EventMessage> = {
  name: 'Calendar event',
  schema: eventSchema,
  empty,
  write,
  read,
  describe: (message) => {
    const findings = problems(message);
    if (message.start === '' || findings.length > 0)
      return { summary: 'Adds no event yet: it needs a beginning.', notes: [], findings };
    const shown = message.allDay
      ? day(message.start).setLocale('en-GB').toLocaleString(DateTime.DATE_HUGE)
      : `${DateTime.fromISO(message.start)
          .setLocale('en-GB')
          .toLocaleString(DateTime.DATETIME_FULL)
          .replace(/ [A-Z+\d:]+$/, '')} ${message.zone} time`;
    return {
      summary: `Offers to add “${message.title || 'an event'}” to the calendar: ${shown}.`,
      notes: message.allDay ? [] : ['Times are written in UTC; the phone shows them in its own zone.'],
      findings,
    };
  },
};
