/** What page and server say to each other about series that are made on the server, and about what was made. */
import { z } from '../core/schema';
import { jobSchema, parseJob } from '../core/job';
import { outputFormats, type FormatId } from '../core/output';
import { seriesStages } from '../core/production';
import { seriesDocumentSchema } from '../core/series';
import { sheetDocumentSchema } from '../core/sheet';
import { jobIdSchema } from './shelf';

const formats = outputFormats.map(({ id }) => id) as [FormatId, ...FormatId[]];
export const seriesFormSchema = z.union([z.literal('document'), z.enum(formats)]);

/** Rows are counted from 0. */
const row = z.int().min(0).max(100_000);
const look = z.strictObject({ version: z.int().min(1).max(40), forcedBy: row });

export const runIdSchema = z.uuid();

export const askRunSchema = z.strictObject({
  revision: z.int().min(1),
  form: seriesFormSchema,
  /** Also rows whose message stands on a piece already. */
  again: z.boolean(),
  /** With a contact sheet. */
  contacts: z.boolean(),
  /** Asked for twice under one id it is one. */
  id: runIdSchema.optional(),
});
export type AskRun = z.infer<typeof askRunSchema>;

/** All that a run is made from. */
export const runWishSchema = z.strictObject({
  job: z.preprocess((document) => {
    const parsed = parseJob(document);
    return 'job' in parsed ? parsed.job : document;
  }, jobSchema),
  series: seriesDocumentSchema,
  sheet: sheetDocumentSchema.nullable(),
  form: seriesFormSchema,
  again: z.boolean(),
  contacts: z.boolean(),
  /** That of an earlier run, of which a piece is made again; without it the rows tell. */
  look: look.nullable().optional(),
});
export type RunWish = Readonly<z.infer<typeof runWishSchema>>;

export const runStates = [
  'under-way',
  'made',
  'refused',
  'unproved',
  'mixed-up',
  'given-up',
  'broken',
] as const;
export type RunState = (typeof runStates)[number];

const wrongRow = z.strictObject({ row, text: z.string().nullable() });
export const runReportSchema = z.strictObject({
  made: z.int().min(0),
  heldBack: z.int().min(0),
  /** The first of them, with why. */
  held: z.array(z.strictObject({ row, why: z.string() })).max(100),
  leftOut: z.int().min(0),
  madeBefore: z.int().min(0),
  look: look.nullable(),
  /** Of a document; null for files of their own, and where there is none. */
  pages: z.int().min(0).nullable(),
  codes: z.int().min(0),
  /** Names of the files; their rows have more. */
  files: z.array(z.string().max(300)).max(50_000),
  /** Why nothing was handed over; empty where something was. */
  problem: z.string().max(2000),
  /** The row that a problem is about; null where it is about all. */
  problemRow: row.nullable(),
  wrong: z.array(wrongRow).max(100),
});
export type RunReport = Readonly<z.infer<typeof runReportSchema>>;

const progressSchema = z.strictObject({
  doing: z.enum(seriesStages),
  share: z.number().min(0).max(1),
  /** Null as long as nobody can tell. */
  secondsLeft: z.number().min(0).nullable(),
});

export const runSchema = z.strictObject({
  id: runIdSchema,
  /** By which people call it. */
  number: z.int().min(1),
  jobId: jobIdSchema,
  jobName: z.string(),
  revision: z.int().min(1),
  form: seriesFormSchema,
  askedAt: z.iso.datetime(),
  endedAt: z.iso.datetime().nullable(),
  state: z.enum(runStates),
  progress: progressSchema.nullable(),
  report: runReportSchema.nullable(),
  /** Whether its files are still there; they can be made again. */
  hasFiles: z.boolean(),
});
export type Run = Readonly<z.infer<typeof runSchema>>;
export const runListSchema = z.strictObject({ runs: z.array(runSchema) });

/** A piece that was handed over. */
export const madePieceSchema = z.strictObject({
  runId: runIdSchema,
  runNumber: z.int().min(1),
  jobId: jobIdSchema,
  jobName: z.string(),
  revision: z.int().min(1),
  madeAt: z.iso.datetime(),
  row,
  copy: z.int().min(1),
  /** By which people know it. */
  name: z.string(),
  payload: z.string(),
  file: z.string(),
  page: z.int().min(0).nullable(),
  place: z.int().min(0).nullable(),
  note: z.string(),
});
export type MadePiece = Readonly<z.infer<typeof madePieceSchema>>;

export const piecesAPage = 200;
export const registerSchema = z.strictObject({
  /** The newest first, as many as are answered at once. */
  pieces: z.array(madePieceSchema).max(piecesAPage),
  found: z.int().min(0),
});
export type Register = Readonly<z.infer<typeof registerSchema>>;

export const askRegisterSchema = z.strictObject({
  /** In a name or in a message. */
  find: z.string().max(500).optional(),
  /** The whole message. */
  payload: z.string().max(8192).optional(),
  run: runIdSchema.optional(),
  from: z.coerce.number().int().min(0).max(10_000_000).optional(),
});
export type AskRegister = z.infer<typeof askRegisterSchema>;

export const askMadeSchema = z.strictObject({ payloads: z.array(z.string().max(8192)).max(20_000) });
export const madeBeforeSchema = z.strictObject({
  /** By the place of the message in what was asked: the last run that made it. */
  made: z.array(z.strictObject({ index: z.int().min(0), runNumber: z.int().min(1), at: z.iso.datetime() })),
});
export type MadeBefore = z.infer<typeof madeBeforeSchema>['made'][number];

export const noteSchema = z.strictObject({ note: z.string().max(500) });
export const againSchema = z.strictObject({ row, form: seriesFormSchema, id: runIdSchema.optional() });

/** A run in an archive, with its pieces. */
export const archivedRunSchema = z.strictObject({
  id: runIdSchema,
  jobId: jobIdSchema,
  jobName: z.string().max(500),
  revision: z.int().min(1),
  askedAt: z.iso.datetime(),
  endedAt: z.iso.datetime(),
  wish: runWishSchema,
  report: runReportSchema,
  pieces: z
    .array(
      madePieceSchema.pick({
        row: true,
        copy: true,
        name: true,
        payload: true,
        file: true,
        page: true,
        place: true,
        note: true,
      }),
    )
    .max(1_000_000),
});
export type ArchivedRun = z.infer<typeof archivedRunSchema>;
