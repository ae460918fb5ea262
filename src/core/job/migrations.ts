/** Job documents of older format versions, brought up to date. The tests keep one saved document of each version. */
import { plainPaint, plainStyle } from '../artwork';
import { DocumentKind } from '../document';
import { plainPiece } from '../piece';
import { withFamilyId } from '../plan';
import { z } from '../schema';
import pairsOfVersion7 from './pairsOfVersion7.json' with { type: 'json' };
import { plainFinishing } from './newJob';
import { currentFormatVersion, jobSchema, type Job } from './job';

type Document = Record<string, unknown>;

/** Steps from one format version to the next; the key is the version they start from. Version 1 is the first. */
const steps: Readonly<Record<number, (document: Document) => Document>> = {
  1: (document) => ({ ...document, formatVersion: 2, note: '', style: plainStyle }),
  2: (document) => ({
    ...document,
    formatVersion: 3,
    logo: null,
    style: { ...(document.style as object), round: null, paint: plainPaint },
  }),
  3: (document) => ({ ...document, formatVersion: 4, moreCodes: [], piece: pieceOfVersion3(document.piece) }),
  4: withListOfCodes,
  // Until version 5 a job without a name of its own was called so.
  5: (document) => ({
    ...document,
    formatVersion: 6,
    name: document.name === 'New job' ? '' : document.name,
  }),
  6: (document) => ({ ...document, formatVersion: 7, piece: pieceOfVersion6(document.piece) }),
  7: (document) => ({
    ...document,
    formatVersion: 8,
    making: makingOfVersion7(document.making),
    piece: withField(document.piece, 'bend'),
    reading: withField(document.reading, 'heightM'),
  }),
  // Until version 8 marks stayed bare, nothing was cut through and nothing built up; the pair's new values say null.
  8: (document) => ({
    ...document,
    formatVersion: 9,
    making:
      typeof document.making === 'object' && document.making !== null
        ? { ...document.making, ...plainFinishing }
        : document.making,
  }),
  // Until version 9 nothing was known of the power of lasers; the pair says null.
  9: (document) => ({ ...document, formatVersion: 10 }),
  // Until version 10 every logo was a knock-out, which is what the schema takes for one that says nothing.
  10: (document) => ({ ...document, formatVersion: 11 }),
  // Until version 11 no logo was drawn by parts of modules, and nothing was brushed, which is what the schema takes for one without strokes.
  11: (document) => ({ ...document, formatVersion: 12 }),
  12: (document) => ({
    ...document,
    formatVersion: 13,
    making: withPartMended(document.making, 'pair', withFamilyId),
    piece: withPartMended(document.piece, 'holes', holesOfVersion12),
  }),
};

export const jobKind = new DocumentKind({
  noun: 'the job',
  schema: jobSchema,
  newestVersion: currentFormatVersion,
  steps,
});

/** A document of any format version, brought up to date; for what may have been kept by an older program. */
export const anyJobSchema = jobKind.anySchema;

export type ParsedJob = { readonly job: Job } | { readonly problems: readonly string[] };

/** Reads a job document of any format version. Problems are sentences that name the field. */
export function parseJob(document: unknown): ParsedJob {
  const read = jobKind.read(document);
  return 'document' in read ? { job: read.document } : read;
}

/** A part of the document with a field that it did not have, which says nothing. */
const withField = (part: unknown, name: string): unknown =>
  typeof part === 'object' && part !== null ? { ...part, [name]: null } : part;

/**
 * Until version 7 a document named its material and machine; their values, as they were then, stood in the program. Nothing
 * was known of beds and shifts, so neither stops what was made before.
 */
function makingOfVersion7(making: unknown): unknown {
  const parsed = z.looseObject({ material: z.string(), machine: z.string() }).safeParse(making);
  if (!parsed.success) return making;
  const { material, machine, ...rest } = parsed.data;
  const pairs: Readonly<Record<string, unknown>> = pairsOfVersion7;
  return {
    ...rest,
    lasts: null,
    pair: pairs[`${material}/${machine}`] ?? `no values are known for ${material} by ${machine}`,
  };
}

/** A part of the document with one of its fields put right; as it is where it has no such field. */
function withPartMended(part: unknown, name: string, mend: (field: unknown) => unknown): unknown {
  if (typeof part !== 'object' || part === null || !(name in part)) return part;
  return { ...part, [name]: mend((part as Document)[name]) };
}

/** Until version 12 a row of holes was called by its words: “two across”. */
const holesOfVersion12 = (holes: unknown): unknown =>
  Array.isArray(holes) ? holes.map(withPatternId) : holes;

/** The same of one hole, or of what is set of one. */
export const withPatternId = (hole: unknown): unknown =>
  withPartMended(hole, 'pattern', (pattern) =>
    typeof pattern === 'string' ? pattern.replaceAll(' ', '-') : pattern,
  );

/** Until version 6 nobody knew which words came with a template. */
function pieceOfVersion6(piece: unknown): unknown {
  const parsed = z.looseObject({ items: z.array(z.looseObject({ kind: z.string() })) }).safeParse(piece);
  if (!parsed.success) return piece;
  const items = parsed.data.items.map((item) =>
    item.kind === 'words' || item.kind === 'frame' ? { ...item, sample: false } : item,
  );
  return { ...parsed.data, items };
}

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
  const place = codePlace === 'centred' ? { xMm: 'middle', yMm: 'middle' } : codePlace;
  return {
    ...plainPiece(widthMm, heightMm, cornerRadiusMm),
    code: { widthMm: codeWidthMm, turnDegrees: 0, ...place },
  };
}

const codeParts = { message: z.unknown(), symbol: z.unknown(), style: z.unknown(), logo: z.unknown() };

/** What version 4 had of all that changed. */
const version4Schema = z.looseObject({
  ...codeParts,
  piece: z.looseObject({
    code: z.unknown(),
    items: z.array(z.looseObject({ id: z.string() })),
    holes: z.array(z.looseObject({ id: z.string() })),
  }),
  moreCodes: z.array(z.looseObject({ ...codeParts, code: z.unknown() })),
  overrides: z.array(z.looseObject({ code: z.string() })),
});

/**
 * Version 4 had the parts of the first code in the document itself and those of the others in `moreCodes`; frames counted
 * codes from 0, and overrides named a code by `~1` behind the kind of finding.
 */
function withListOfCodes(document: Document): Document {
  const parsed = version4Schema.safeParse(document);
  // What is wrong is told by the schema of today.
  if (!parsed.success) return { ...document, formatVersion: 5 };
  const { message, symbol, style, logo, piece, moreCodes, overrides, ...rest } = parsed.data;
  const { code: firstPlace, items, holes, ...restOfPiece } = piece;
  const codes = [{ message, symbol, style, logo, code: firstPlace }, ...moreCodes].map(
    ({ code, ...parts }, index) => ({ id: `code-${index + 1}`, ...parts, placement: code }),
  );
  return {
    ...rest,
    formatVersion: 5,
    codes,
    piece: {
      ...restOfPiece,
      items: withOwnIds(items, codes).map((item) =>
        item.kind === 'frame' ? { ...item, around: `code-${Number(item.around) + 1}` } : item,
      ),
      holes: withOwnIds(holes, []),
    },
    overrides: overrides.map(({ code, ...override }) => {
      const [kind, place] = code.split('~');
      const about = code.startsWith('piece-')
        ? { on: 'piece' }
        : { on: 'code', id: `code-${Number(place ?? 0) + 1}` };
      return { ...override, kind, about };
    }),
  };
}

/** Ids that came twice, or that others have, get a number. */
function withOwnIds<Part extends { readonly id: string }>(
  parts: readonly Part[],
  others: readonly { readonly id: string }[],
): Part[] {
  const taken = new Set(others.map(({ id }) => id));
  return parts.map((part) => {
    let { id } = part;
    for (let number = 2; taken.has(id); number++) id = `${part.id.slice(0, 34)}-${number}`;
    taken.add(id);
    return { ...part, id };
  });
}
