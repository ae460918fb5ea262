/** The values of a material on a machine as a document: profiles, test pieces and jobs hold them. */
import { DocumentKind } from '../../document';
import { z } from '../../schema';
import { pairValuesSchema } from './schema';

const familySchema = z.looseObject({ material: z.looseObject({ family: z.string() }) });

/** Until version 1 a family was called by its words: “bare metal”. What is of today is left as it is. */
export function withFamilyId(pair: unknown): unknown {
  const parsed = familySchema.safeParse(pair);
  if (!parsed.success) return pair;
  const { material, ...rest } = parsed.data;
  return { ...rest, material: { ...material, family: material.family.replaceAll(' ', '-') } };
}

/** Values say no version: each step leaves what is of today as it is. */
export const pairKind = new DocumentKind({
  noun: 'the profile',
  schema: pairValuesSchema,
  newestVersion: 2,
  versionWithout: 1,
  steps: { 1: (pair) => withFamilyId(pair) as Record<string, unknown> },
});
