/** A forwarding link as it is kept: its addresses, where it leads, by which rules, and what is said once it is retired. */
import { DocumentKind } from '../document';
import { z } from '../schema';

export const linkFormatVersion = 1;

/** Letters, digits and hyphens, as they can stand in any path (RFC 3986, 2.3). */
export const slugPattern = /^[0-9A-Za-z](?:[0-9A-Za-z-]{0,62}[0-9A-Za-z])?$/;
export const slugSchema = z.string().regex(slugPattern, 'It has letters, digits and hyphens, 64 at most.');

/** Addresses are alike in large and small letters. */
export const slugKey = (slug: string): string => slug.toUpperCase();

export const targetLimit = 2000;

/** Schemes that are never forwarded to: they run something in the page or on the phone that asks (from memory). */
const neverSchemes = ['javascript', 'data', 'vbscript', 'file', 'blob', 'about', 'view-source', 'filesystem'];
export const usualSchemes = ['http', 'https'] as const;

/** Why a target cannot be; null where it can. `schemes` are those that the owner allows beside http and https. */
export function targetFault(target: string, schemes: readonly string[]): string | null {
  if (target.length > targetLimit)
    return `The target has ${target.length} characters; at most ${targetLimit} are forwarded to.`;
  // What could end a header line, or an address in one (RFC 9110, 5.5 and 10.2.2).
  if (/[^\x21-\x7e]/.test(target)) return 'The target holds a space or a sign that an address cannot have.';
  if (!URL.canParse(target)) return `“${target}” is no address.`;
  const scheme = new URL(target).protocol.slice(0, -1);
  if (neverSchemes.includes(scheme)) return `${scheme}: is never forwarded to.`;
  if (!(usualSchemes as readonly string[]).includes(scheme) && !schemes.includes(scheme))
    return `${scheme}: is not among the schemes that are allowed: ${[...usualSchemes, ...schemes].join(', ')}.`;
  return null;
}

/** As it is written in a header: with other scripts as browsers send them (WHATWG URL). */
export const writtenTarget = (typed: string): string => {
  const trimmed = typed.trim();
  return URL.canParse(trimmed) ? new URL(trimmed).href : trimmed;
};

const time = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'A time is such as 08:30.');
/** A day and a time as a clock in the zone of the schedule shows them. */
const moment = z.string().regex(/^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/);

export const scheduleSchema = z.strictObject({
  /** IANA name. */
  zone: z.string().min(1).max(60),
  /** From this moment on; null from ever. */
  from: moment.nullable(),
  /** Up to this moment; null for ever. */
  to: moment.nullable(),
  /** 1 is Monday (ISO 8601). */
  days: z.array(z.int().min(1).max(7)).min(1).max(7),
  /** Of each day; over midnight where the second is earlier. Null for all of it. */
  hours: z.strictObject({ from: time, to: time }).nullable(),
});
export type Schedule = Readonly<z.infer<typeof scheduleSchema>>;

export const phoneKinds = ['Android', 'Apple'] as const;
export type PhoneKind = (typeof phoneKinds)[number];

export const ruleSchema = z.strictObject({
  schedule: scheduleSchema.nullable(),
  /** For apps; null for whatever asks. */
  phone: z.enum(phoneKinds).nullable(),
  target: z.string().min(1).max(targetLimit),
});
export type Rule = Readonly<z.infer<typeof ruleSchema>>;

/** An address of its own for each place where the code hangs, so that visits are told apart. */
export const placeSchema = z.strictObject({ slug: slugSchema, name: z.string().max(80) });

export const linkSchema = z.strictObject({
  formatVersion: z.literal(linkFormatVersion),
  name: z.string().trim().min(1).max(120),
  collection: z.string().max(80),
  campaign: z.string().max(80),
  note: z.string().max(2000),
  /** The first is that of the link itself; none of them is ever given to another. */
  places: z.array(placeSchema).min(1).max(200),
  target: z.string().min(1).max(targetLimit),
  /** In their order: the first that holds. */
  rules: z.array(ruleSchema).max(20),
  /** What a page says in the owner's words once the link leads nowhere; null as long as it leads. */
  retired: z.strictObject({ text: z.string().max(1000) }).nullable(),
});
export type Link = Readonly<z.infer<typeof linkSchema>>;

export const linkKind = new DocumentKind({
  noun: 'the link',
  schema: linkSchema,
  newestVersion: linkFormatVersion,
});

/** A link as it begins. */
export const newLink = (name: string, slug: string, target: string): Link => ({
  formatVersion: linkFormatVersion,
  name,
  collection: '',
  campaign: '',
  note: '',
  places: [{ slug, name: '' }],
  target,
  rules: [],
  retired: null,
});

/** What is wrong with a link as a whole, in sentences with where. */
export function linkFaults(link: Link, schemes: readonly string[]): readonly string[] {
  const faults: string[] = [];
  const main = targetFault(link.target, schemes);
  if (main !== null) faults.push(main);
  link.rules.forEach(({ target, schedule }, index) => {
    const fault = targetFault(target, schemes);
    if (fault !== null) faults.push(`Rule ${index + 1}: ${fault}`);
    if (schedule !== null && !isZone(schedule.zone))
      faults.push(`Rule ${index + 1}: there is no time zone “${schedule.zone}”.`);
    if (schedule !== null && schedule.from !== null && schedule.to !== null && schedule.to <= schedule.from)
      faults.push(`Rule ${index + 1} ends at ${schedule.to}, before it begins at ${schedule.from}.`);
  });
  const keys = new Set<string>();
  for (const { slug } of link.places) {
    if (keys.has(slugKey(slug))) faults.push(`“${slug}” is the address of two places.`);
    keys.add(slugKey(slug));
  }
  return faults;
}

export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}
