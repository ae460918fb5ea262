/** A profile: the values of a material on a machine under a name; kept, chosen for jobs, and exchanged as one JSON document. */
import { z } from '../core/schema';
import { problemsOf } from '../core/document';
import { pairKind } from '../core/plan';

export const profileIdSchema = z.uuid();

export const saveProfileSchema = z.strictObject({
  name: z.string().trim().min(1, 'A profile needs a name.').max(80),
  note: z.string().trim().max(500),
  /** The shipped profile, or the own one, that it was copied from. */
  basedOn: z.string().min(1).max(60),
  /** Its own id, once it is kept, stands in `pair.profile`. */
  pair: pairKind.anySchema,
});
export type SaveProfile = z.infer<typeof saveProfileSchema>;

/** Sent twice under one id it makes one. */
export const addProfileSchema = saveProfileSchema.extend({ id: profileIdSchema.optional() });

export const profileSchema = saveProfileSchema.extend({ id: profileIdSchema, savedAt: z.iso.datetime() });
export type Profile = z.infer<typeof profileSchema>;

export const profileListSchema = z.strictObject({ profiles: z.array(profileSchema) });

/** The document that is exported and imported. docs/profiles.md describes it. */
export const profileDocumentSchema = z.strictObject({
  format: z.literal('binarus-profile'),
  // Version 1 had no pointed cutters, layers, bridges and depths; they are null then; until version 3 families of materials were called by words.
  formatVersion: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
  ...saveProfileSchema.shape,
});
export type ProfileDocument = z.infer<typeof profileDocumentSchema>;

export const profileDocument = ({ name, note, basedOn, pair }: SaveProfile): ProfileDocument => ({
  format: 'binarus-profile',
  formatVersion: 4,
  name,
  note,
  basedOn,
  pair,
});

/** Reads a profile document. Problems are sentences that name the field. */
export function parseProfileDocument(
  document: unknown,
): { readonly profile: SaveProfile } | { readonly problems: readonly string[] } {
  const parsed = profileDocumentSchema.safeParse(document);
  if (!parsed.success) return { problems: problemsOf(parsed.error) };
  const { format: _, formatVersion: __, ...profile } = parsed.data;
  return { profile };
}
