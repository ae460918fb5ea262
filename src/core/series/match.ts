/** Which column goes where, and what a row makes of the job. */
import { z } from '../schema';
import type { Job } from '../job';
import { scaledJob } from '../job';
import { messageSchema } from '../message';
import type { Table } from './table';

/** Where a text goes. A text names columns in braces: `https://ternquay.example/jacket/{number}`. */
const targetSchema = z.discriminatedUnion('on', [
  /** A field of the message of the first code. */
  z.strictObject({ on: z.literal('message'), field: z.string().min(1).max(60) }),
  /** What `{serial}` stands for in words. */
  z.strictObject({ on: z.literal('serial') }),
  z.strictObject({ on: z.literal('words'), id: z.string().min(1).max(60) }),
  z.strictObject({ on: z.literal('quantity') }),
  z.strictObject({ on: z.literal('file name') }),
  /** Width of the piece in millimetres; all that lies on it goes along. */
  z.strictObject({ on: z.literal('width') }),
]);
export type Target = Readonly<z.infer<typeof targetSchema>>;

export const matchSchema = z
  .array(z.strictObject({ target: targetSchema, text: z.string().min(1).max(2000) }))
  .max(60);
export type Match = z.infer<typeof matchSchema>;

export type RowProblem =
  | { readonly kind: 'empty'; readonly target: Target; readonly columns: readonly string[] }
  | { readonly kind: 'no column'; readonly column: string }
  | { readonly kind: 'no field'; readonly field: string }
  | { readonly kind: 'no words'; readonly id: string }
  | {
      readonly kind: 'not a number';
      readonly target: Target;
      readonly value: string;
      readonly least: number;
      readonly most: number;
    }
  | { readonly kind: 'refused'; readonly field: string; readonly value: string; readonly why: string };

export interface RowJob {
  readonly job: Job;
  readonly quantity: number;
  /** Null for the usual one. */
  readonly fileName: string | null;
  readonly problems: readonly RowProblem[];
}

const inBraces = /\{([^{}]+)\}/g;

export const columnsIn = (text: string): readonly string[] =>
  [...text.matchAll(inBraces)].map(([, column]) => column!);

const quantityLimits = { least: 0, most: 5000 } as const;
const widthLimits = { least: 5, most: 5000 } as const;

/** What a row says: `cell` gives a column's cell, null where there is no such column. */
export function applyRow(job: Job, match: Match, cell: (column: string) => string | null): RowJob {
  const problems: RowProblem[] = [];
  let made = job;
  let quantity = 1;
  let fileName: string | null = null;
  for (const { target, text } of match) {
    const columns = columnsIn(text);
    const missing = columns.filter((column) => cell(column) === null);
    problems.push(...missing.map((column): RowProblem => ({ kind: 'no column', column })));
    if (missing.length > 0) continue;
    const value = text.replace(inBraces, (_, column: string) => cell(column)!);
    const isEmpty = columns.length > 0 && columns.every((column) => cell(column) === '');
    if (isEmpty && target.on !== 'quantity') {
      problems.push({ kind: 'empty', target, columns });
      if (target.on === 'message' || target.on === 'width') continue;
    }
    switch (target.on) {
      case 'message':
        made = withField(made, target.field, value, problems);
        break;
      case 'serial':
        made = { ...made, piece: { ...made.piece, serial: value.slice(0, 40) } };
        break;
      case 'words':
        made = withWords(made, target.id, value, problems);
        break;
      case 'quantity': {
        const { least, most } = quantityLimits;
        const number = value === '' ? 1 : Number(value);
        if (!Number.isInteger(number) || number < least || number > most)
          problems.push({ kind: 'not a number', target, value, least, most });
        else quantity = number;
        break;
      }
      case 'width': {
        const { least, most } = widthLimits;
        const number = Number(value.replace(',', '.'));
        if (!(number >= least && number <= most))
          problems.push({ kind: 'not a number', target, value, least, most });
        else made = scaledJob(made, number / made.piece.widthMm);
        break;
      }
      case 'file name':
        fileName = value;
        break;
    }
  }
  return { job: made, quantity, fileName, problems };
}

function withField(job: Job, field: string, value: string, problems: RowProblem[]): Job {
  const [first, ...others] = job.codes;
  const before = (first!.message as Readonly<Record<string, unknown>>)[field];
  if (before === undefined && !(field in first!.message)) {
    problems.push({ kind: 'no field', field });
    return job;
  }
  const typed = Array.isArray(before)
    ? value === ''
      ? []
      : [value]
    : typeof before === 'number'
      ? Number(value)
      : value;
  const parsed = messageSchema.safeParse({ ...first!.message, [field]: typed });
  if (!parsed.success) {
    problems.push({ kind: 'refused', field, value, why: parsed.error.issues[0]?.message ?? '' });
    return job;
  }
  return { ...job, codes: [{ ...first!, message: parsed.data }, ...others] };
}

function withWords(job: Job, id: string, value: string, problems: RowProblem[]): Job {
  const { items } = job.piece;
  if (!items.some((item) => item.id === id && item.kind === 'words')) {
    problems.push({ kind: 'no words', id });
    return job;
  }
  return {
    ...job,
    piece: {
      ...job.piece,
      items: items.map((item) =>
        item.id === id && item.kind === 'words' ? { ...item, text: value, sample: false } : item,
      ),
    },
  };
}

export const cellsOf =
  ({ columns, rows }: Pick<Table, 'columns' | 'rows'>, row: number) =>
  (column: string): string | null => {
    const place = columns.indexOf(column);
    return place < 0 ? null : rows[row]![place]!;
  };

const words = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]+/g, '');
/** What people call the same thing. */
const otherNames: Readonly<Record<string, readonly string[]>> = {
  address: ['url', 'link', 'website', 'web', 'target'],
  quantity: ['count', 'number of pieces', 'copies', 'qty', 'pieces'],
  serial: ['number', 'no', 'nr', 'serial number', 'id'],
  'file name': ['file', 'filename'],
  first: ['first name', 'given name'],
  family: ['family name', 'last name', 'surname'],
  text: ['message', 'content'],
};

/** Columns that are called like something that a row can say; nobody has to match those by hand. */
export function matchByName(job: Job, columns: readonly string[]): Match {
  const free = [...columns];
  const named = (name: string): string | undefined => {
    const names = new Set([name, ...(otherNames[name] ?? [])].map(words));
    const at = free.findIndex((column) => names.has(words(column)));
    return at < 0 ? undefined : free.splice(at, 1)[0];
  };
  const match: { target: Target; text: string }[] = [];
  const take = (target: Target, name: string): void => {
    const column = named(name);
    if (column !== undefined) match.push({ target, text: `{${column}}` });
  };
  const { message } = job.codes[0]!;
  for (const field of Object.keys(message)) if (field !== 'kind') take({ on: 'message', field }, field);
  for (const item of job.piece.items) if (item.kind === 'words') take({ on: 'words', id: item.id }, item.id);
  take({ on: 'serial' }, 'serial');
  take({ on: 'quantity' }, 'quantity');
  take({ on: 'file name' }, 'file name');
  return match;
}
