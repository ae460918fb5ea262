/**
 * The job document: one thing to make. What is saved, what the API carries and what the command line reads are this
 * same document; older ones are brought up to date when they are read.
 */
import { z } from '../schema';
import type { Change } from '../finding';
import { logoSchema } from '../logo';
import { plainPaint, plainStyle, styleSchema } from '../artwork';
import { messageSchema } from '../message';
import { codePlacementSchema, pieceSchema, plainPiece } from '../piece';
import { symbolSchema } from '../symbol';

export const currentFormatVersion = 4;

export const overrideSchema = z.strictObject({
  /** Code of the finding that is overridden. */
  code: z.string().min(1).max(60),
  reason: z.string().trim().min(3, 'Give a reason of at least three characters.').max(500),
  /** When, ISO 8601. */
  at: z.iso.datetime(),
});
export type Override = z.infer<typeof overrideSchema>;

/** A code: what it says, how it is drawn and where it lies. */
const codeSchema = z.strictObject({
  message: messageSchema,
  symbol: symbolSchema,
  style: styleSchema,
  logo: logoSchema.nullable(),
  code: codePlacementSchema,
});
export type CodeSettings = Readonly<z.infer<typeof codeSchema>>;

export const mostCodes = 6;

export const jobSchema = z.strictObject({
  format: z.literal('binarus-job'),
  formatVersion: z.literal(currentFormatVersion),
  name: z.string().trim().min(1, 'A job needs a name.').max(120),
  collection: z.string().trim().max(120),
  /** The owner's own words about the job; they go into no file. */
  note: z.string().max(2000),
  message: messageSchema,
  symbol: symbolSchema,
  style: styleSchema,
  logo: logoSchema.nullable(),
  piece: pieceSchema,
  /** Codes beside the first, whose parts are `message`, `symbol`, `style`, `logo` and `piece.code`. */
  moreCodes: z.array(codeSchema).max(mostCodes - 1),
  making: z.strictObject({
    material: z.string().min(1).max(60),
    machine: z.string().min(1).max(60),
    /** Reflectance reversal: light modules dark, dark modules light. */
    reversed: z.boolean(),
    /** Drawn left for right, for pieces seen from behind. */
    mirrored: z.boolean(),
  }),
  reading: z.strictObject({ distanceM: z.number().min(0.02).max(100) }),
  /** Stops that the owner lets pass, each with a reason. */
  overrides: z.array(overrideSchema).max(50),
});
export type Job = z.infer<typeof jobSchema>;

/** Steps from one format version to the next; the key is the version they start from. Version 1 is the first. */
const migrations: Readonly<Record<number, (document: Record<string, unknown>) => Record<string, unknown>>> = {
  1: (document) => ({ ...document, formatVersion: 2, note: '', style: plainStyle }),
  2: (document) => ({
    ...document,
    formatVersion: 3,
    logo: null,
    style: { ...(document.style as object), round: null, paint: plainPaint },
  }),
  3: (document) => ({ ...document, formatVersion: 4, moreCodes: [], piece: pieceOfVersion3(document.piece) }),
};

/** Until version 3 a piece was a rectangle with one radius and a code in the middle or at a place. */
function pieceOfVersion3(piece: unknown): unknown {
  const parsed = z
    .object({
      widthMm: z.number(),
      heightMm: z.number(),
      cornerRadiusMm: z.number(),
      codeWidthMm: z.number(),
      codePlace: z.union([z.literal('centred'), z.object({ xMm: z.number(), yMm: z.number() })]),
    })
    .safeParse(piece);
  if (!parsed.success) return piece;
  const { widthMm, heightMm, codeWidthMm, cornerRadiusMm, codePlace } = parsed.data;
  const plain = plainPiece(widthMm, heightMm, codeWidthMm, cornerRadiusMm);
  return codePlace === 'centred' ? plain : { ...plain, code: { ...plain.code, ...codePlace } };
}

export type ParsedJob = { readonly job: Job } | { readonly problems: readonly string[] };

/** Reads a job document of any format version. Problems are sentences that name the field. */
export function parseJob(document: unknown): ParsedJob {
  const version = formatVersionOf(document);
  if (version !== null && version > currentFormatVersion)
    return {
      problems: [
        `formatVersion: this document is of version ${version}; this program reads up to ${currentFormatVersion}.`,
      ],
    };
  const parsed = anyJobSchema.safeParse(document);
  return parsed.success ? { job: parsed.data } : { problems: problemsOf(parsed.error) };
}

/** A document of any format version, brought up to date; for what may have been kept by an older program. */
export const anyJobSchema = z.preprocess(bringUpToDate, jobSchema);

function bringUpToDate(document: unknown): unknown {
  let current = document;
  for (let version = formatVersionOf(document) ?? currentFormatVersion; version in migrations; version++)
    current = migrations[version]!(current as Record<string, unknown>);
  return current;
}

function formatVersionOf(document: unknown): number | null {
  if (typeof document !== 'object' || document === null || !('formatVersion' in document)) return null;
  return typeof document.formatVersion === 'number' ? document.formatVersion : null;
}

/** One sentence for each issue, with the path of the field. */
export function problemsOf(error: z.ZodError): string[] {
  return error.issues.map(
    ({ path, message }) => `${path.length > 0 ? path.join('.') : 'document'}: ${message}`,
  );
}

/** The job with the changes of a fix made. Throws when a change does not lead to a valid job. */
export function applyChanges(job: Job, changes: readonly Change[]): Job {
  const copy = structuredClone(job) as unknown as Record<string, unknown>;
  for (const { path, value } of changes) {
    const keys = path.split('.');
    const last = keys.pop()!;
    let place = copy;
    for (const key of keys) place = place[key] as Record<string, unknown>;
    place[last] = value;
  }
  return jobSchema.parse(copy);
}
