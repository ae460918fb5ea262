/** What page and server say to each other about forwarding links. */
import { z } from '../core/schema';
import { devices, linkSchema, phoneKinds, systems, tableForms } from '../core/links';

export const linkIdSchema = z.uuid();

export const linkSettingsSchema = z.strictObject({
  /** Under which the public reaches links; empty as long as there is none. */
  base: z.string().max(300),
  /** Paths are alike in large and small letters, as behind our own door. */
  isCaseFree: z.boolean(),
  /** Beside http and https. */
  schemes: z.array(z.string().regex(/^[a-z][a-z0-9+.-]{0,30}$/)).max(20),
  /** Somebody who makes an address up hits a link once in so many times. */
  oneIn: z.int().min(1).max(1_000_000_000),
  counts: z.boolean(),
  /** Visits one by one; sums by the hour stay. */
  keepDays: z.int().min(1).max(3650),
});
export type LinkSettings = Readonly<z.infer<typeof linkSettingsSchema>>;

export const savedLinkSchema = z.strictObject({
  id: linkIdSchema,
  revision: z.int().min(1),
  savedAt: z.iso.datetime(),
  link: linkSchema,
  /** Of people, in the last 30 days. */
  visits: z.int().min(0),
});
export type SavedLink = Readonly<z.infer<typeof savedLinkSchema>>;

export const doorStateSchema = z.strictObject({
  /** Null where none was asked for: BINARUS_LINKS_PORT. */
  port: z.int().nullable(),
  isOpen: z.boolean(),
  problem: z.string(),
});
export type DoorState = Readonly<z.infer<typeof doorStateSchema>>;

export const linkListSchema = z.strictObject({
  links: z.array(savedLinkSchema),
  settings: linkSettingsSchema,
  door: doorStateSchema,
});
export type LinkList = Readonly<z.infer<typeof linkListSchema>>;

/** The link that an address is of; null for one that is none of ours. */
export const knownLinkSchema = z.strictObject({
  link: savedLinkSchema.nullable(),
  settings: linkSettingsSchema,
});
export type KnownLink = Readonly<z.infer<typeof knownLinkSchema>>;
export const askKnownLinkSchema = z.strictObject({ address: z.string().max(8192) });

export const createLinkSchema = z.strictObject({
  name: z.string().trim().min(1).max(120),
  target: z.string().max(4000),
  /** A readable address; drawn without it. */
  slug: z.string().max(64).nullable(),
});
export type CreateLink = z.infer<typeof createLinkSchema>;

export const saveLinkSchema = z.strictObject({ baseRevision: z.int().min(1), link: linkSchema });
export const tryLinkSchema = z.strictObject({
  at: z.iso.datetime({ offset: true }),
  phone: z.enum(phoneKinds).nullable(),
});
export const triedLinkSchema = z.union([
  z.strictObject({ to: z.string(), rule: z.int().nullable() }),
  z.strictObject({ retired: z.string() }),
]);
export type TriedLink = z.infer<typeof triedLinkSchema>;

export const linkRevisionsSchema = z.strictObject({
  revisions: z.array(z.strictObject({ number: z.int().min(1), savedAt: z.iso.datetime(), link: linkSchema })),
});
export type LinkRevision = z.infer<typeof linkRevisionsSchema>['revisions'][number];

export const askVisitsSchema = z.strictObject({
  link: linkIdSchema.optional(),
  from: z.iso.date(),
  /** Not included. */
  to: z.iso.date(),
  zone: z.string().min(1).max(60),
});
export type AskVisits = z.infer<typeof askVisitsSchema>;

const counted = z.strictObject({ count: z.int().min(0), firsts: z.int().min(0) });
export const visitsSchema = z.strictObject({
  /** Of each day in order, people, previews and robots apart. */
  days: z.array(
    z.strictObject({
      day: z.iso.date(),
      person: z.int().min(0),
      preview: z.int().min(0),
      robot: z.int().min(0),
    }),
  ),
  /** Of people: by hour of the week, Monday 0 to 167. */
  hours: z.array(z.int().min(0)).length(168),
  /** Of people. */
  places: z.array(counted.extend({ slug: z.string() })),
  devices: z.array(counted.extend({ device: z.enum(devices), system: z.enum(systems) })),
});
export type Visits = Readonly<z.infer<typeof visitsSchema>>;

export const tableFormSchema = z.enum(tableForms);
export const readLogSchema = z.strictObject({
  lines: z.int().min(0),
  counted: z.int().min(0),
  /** No log line, or none of a link. */
  passedOver: z.int().min(0),
  /** Read at an earlier time. */
  knownBytes: z.int().min(0),
});
export type ReadLog = z.infer<typeof readLogSchema>;

/** In archives. */
export const archivedLinkSchema = z.strictObject({
  id: linkIdSchema,
  revisions: linkRevisionsSchema.shape.revisions.min(1).max(100_000),
});
export type ArchivedLink = z.infer<typeof archivedLinkSchema>;
