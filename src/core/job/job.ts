/**
 * The job document: one thing to make. What is saved, what the API carries and what the command line reads are this
 * same document.
 */
import { styleSchema } from '../artwork';
import { logoSchema } from '../logo';
import { messageSchema } from '../message';
import { codeIdSchema, codePlacementSchema, pieceSchema } from '../piece';
import { pairValuesSchema, solidSchema } from '../plan';
import { z } from '../schema';
import { symbolSchema } from '../symbol';

export const currentFormatVersion = 13;

const aboutSchema = z.discriminatedUnion('on', [
  z.strictObject({ on: z.literal('piece') }),
  z.strictObject({ on: z.enum(['code', 'item', 'hole']), id: z.string().min(1).max(40) }),
]);

const overrideSchema = z.strictObject({
  /** Of the findings that are let pass; about the whole piece, it covers whatever they are about. */
  kind: z.string().min(1).max(60),
  about: aboutSchema,
  reason: z.string().trim().min(3, 'Give a reason of at least three characters.').max(500),
  /** When, ISO 8601. */
  at: z.iso.datetime(),
});
export type Override = Readonly<z.infer<typeof overrideSchema>>;

/** A code: what it says, how it is drawn and where it lies. */
const codeSchema = z.strictObject({
  id: codeIdSchema,
  message: messageSchema,
  symbol: symbolSchema,
  style: styleSchema,
  logo: logoSchema.nullable(),
  placement: codePlacementSchema,
});
export type CodeSettings = Readonly<z.infer<typeof codeSchema>>;

export const mostCodes = 6;

const haveOwnIds = (list: readonly { readonly id: string }[]): boolean =>
  new Set(list.map(({ id }) => id)).size === list.length;
const ownIds = 'Two of these have the same id.';

/** What is done beside marking. Each is there for every job; machines that cannot do it pass it over. */
const finishing = {
  /** The marks are filled with paint; null leaves them bare. */
  paintFill: z.strictObject({ colour: z.string().regex(/^#[0-9a-fA-F]{6}$/) }).nullable(),
  /** White is printed under the codes, for clear film. */
  whiteGround: z.boolean(),
  /** What would fall out of a sheet that is cut through is held by bridges. */
  bridged: z.boolean(),
  /** How a body carries its marks. */
  solid: solidSchema,
};

const documentSchema = z.strictObject({
  format: z.literal('binarus-job'),
  formatVersion: z.literal(currentFormatVersion),
  /** Empty while it has none of its own; it is then called after its message. */
  name: z.string().trim().max(120),
  collection: z.string().trim().max(120),
  /** The owner's own words about the job; they go into no file. */
  note: z.string().max(2000),
  /** All alike; the first gives the fields in words their values. */
  codes: z.array(codeSchema).min(1).max(mostCodes),
  piece: pieceSchema,
  making: z.strictObject({
    /** Kept with all its values: what changes in a profile later is offered to the job, never done to it. */
    pair: pairValuesSchema,
    /** Reflectance reversal: light modules dark, dark modules light. */
    reversed: z.boolean(),
    /** Drawn left for right, for pieces seen from behind. */
    mirrored: z.boolean(),
    /** How long the piece is meant to last, and where; null where that does not matter. */
    lasts: z.strictObject({ years: z.number().min(0.05).max(100), outdoors: z.boolean() }).nullable(),
    ...finishing,
  }),
  reading: z.strictObject({
    distanceM: z.number().min(0.02).max(100),
    /** Of the middle of the piece above the ground; null for what is held or lies about. */
    heightM: z.number().min(0).max(100).nullable(),
  }),
  /** Stops that the owner lets pass, each with a reason. */
  overrides: z.array(overrideSchema).max(50),
});

export const jobSchema = documentSchema
  .refine(({ codes, piece }) => haveOwnIds([...codes, ...piece.items]), {
    error: ownIds,
    path: ['codes, items'],
  })
  .refine(({ piece }) => haveOwnIds(piece.holes), { error: ownIds, path: ['piece', 'holes'] });
export type Job = z.infer<typeof jobSchema>;
