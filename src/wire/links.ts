/** What page and server say to each other about forwarding links. */
import { z } from '../core/schema';
import {
  devices,
  groupings,
  isZone,
  linkSchema,
  phoneKinds,
  slugSchema,
  systems,
  tableForms,
} from '../core/links';

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
  /** The forwarding server was opened on purpose, and is open again after a restart. Set by opening and closing it alone. */
  isDoorOpen: z.boolean().default(false),
});
export type LinkSettings = Readonly<z.infer<typeof linkSettingsSchema>>;

export const savedLinkSchema = z.strictObject({
  id: linkIdSchema,
  revision: z.int().min(1),
  savedAt: z.iso.datetime(),
  /** Under which it was sent. */
  saveId: z.uuid().optional(),
  link: linkSchema,
  /** Of people, in the last 30 days. */
  visits: z.int().min(0),
});
export type SavedLink = Readonly<z.infer<typeof savedLinkSchema>>;

export const publicAccessSchema = z.strictObject({
  /** Null where none was asked for: BINARUS_LINKS_PORT. */
  port: z.int().nullable(),
  isOpen: z.boolean(),
  problem: z.string(),
});
export type PublicAccess = Readonly<z.infer<typeof publicAccessSchema>>;

export const askLinksSchema = z.strictObject({
  find: z.string().max(200).default(''),
  from: z.coerce.number().int().min(0).default(0),
  count: z.coerce.number().int().min(1).max(500).default(100),
});
export type AskLinks = z.infer<typeof askLinksSchema>;

export const linkListSchema = z.strictObject({
  /** Those that were asked for, the last that was changed first. */
  links: z.array(savedLinkSchema),
  /** How many there are of which these are some. */
  total: z.int().min(0),
  collections: z.array(z.string()),
  campaigns: z.array(z.string()),
  settings: linkSettingsSchema,
  door: publicAccessSchema,
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
  /** Sent twice under one id it makes one. */
  id: linkIdSchema.optional(),
});
export type CreateLink = z.infer<typeof createLinkSchema>;

/** `saveId` is a new one for each link that is sent; the same when it is sent again. */
export const saveLinkSchema = z.strictObject({
  baseRevision: z.int().min(1),
  link: linkSchema,
  saveId: z.uuid().optional(),
});
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

/** Of a link, a collection or a campaign; of all links without any. */
/** What an address of a link stands on. */
const linkPieceSchema = z.strictObject({
  slug: z.string(),
  job: z.string(),
  name: z.string(),
  /** Pieces of a series. */
  made: z.int().min(0),
});
export type LinkPiece = Readonly<z.infer<typeof linkPieceSchema>>;
export const linkPiecesSchema = z.strictObject({ pieces: z.array(linkPieceSchema) });

/** What became of asking an address. */
export const answeredSchema = z.strictObject({
  outcome: z.enum([
    'answers',
    'refuses',
    'no-address',
    'no-host',
    'certificate',
    'silent',
    'goes-round',
    'other-scheme',
  ]),
  status: z.int().nullable(),
  /** Where it ended. */
  at: z.string(),
  /** Where it was sent on to, in order. */
  hops: z.array(z.string()),
  /** It ended with somebody else. */
  isThirdParty: z.boolean(),
});
export type Answered = Readonly<z.infer<typeof answeredSchema>>;
export const askAddressSchema = z.strictObject({
  address: z
    .string()
    .max(8192)
    .refine((address) => URL.canParse(address) && /^https?:$/.test(new URL(address).protocol), {
      error: 'Only http and https addresses can be asked.',
    }),
});

export const askVisitsSchema = z.strictObject({
  link: linkIdSchema.optional(),
  collection: z.string().min(1).max(80).optional(),
  campaign: z.string().min(1).max(80).optional(),
  from: z.iso.date(),
  /** Not included. */
  to: z.iso.date(),
  zone: z.string().min(1).max(60).refine(isZone, 'There is no such time zone.'),
});
export type AskVisits = z.infer<typeof askVisitsSchema>;

const amount = z.int().min(0);
/** People by what they came to. */
const shareSchema = z.strictObject({
  name: z.string(),
  count: amount,
  firsts: amount,
  /** The link, where it is one. */
  link: linkIdSchema.nullable(),
});
export type Share = Readonly<z.infer<typeof shareSchema>>;
const kind = {
  device: z.enum(devices),
  system: z.enum(systems),
  language: z.string().max(40),
  count: amount,
};

export const visitsSchema = z.strictObject({
  /** Of each day in order, people, previews and robots apart. */
  days: z.array(z.strictObject({ day: z.iso.date(), person: amount, preview: amount, robot: amount })),
  /** Of people: by hour of the week, Monday 0 to 167. */
  hours: z.array(amount).length(168),
  /** Of people, the most first; the last row is whatever is left. */
  shares: z.record(z.enum([...groupings, 'piece']), z.array(shareSchema).readonly()),
  /** What people came with; an empty language is one that was not said. */
  kinds: z.array(z.strictObject(kind)).readonly(),
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
export const countedSumsSchema = z.strictObject({
  slug: slugSchema,
  /** Hours since 1970. */
  hours: z.array(
    z.strictObject({ hour: amount, person: amount, preview: amount, robot: amount, firsts: amount }),
  ),
  /** Of people; days of UTC since 1970. */
  days: z.array(z.strictObject({ day: amount, ...kind })),
});
export type CountedSums = Readonly<z.infer<typeof countedSumsSchema>>;

export const archivedLinkSchema = z.strictObject({
  id: linkIdSchema,
  revisions: linkRevisionsSchema.shape.revisions.min(1).max(100_000),
  /** Sums of its visits; single visits stay where they are. */
  counted: z.array(countedSumsSchema).max(200).readonly().default([]),
});
export type ArchivedLink = z.infer<typeof archivedLinkSchema>;
