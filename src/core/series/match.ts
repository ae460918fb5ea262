/** Which column goes where: said by hand, or found by names. */
import { z } from '../schema';
import type { Job } from '../job';

/** Where a text goes. A text names columns in braces: `https://ternquay.example/jacket/{number}`. */
const targetSchema = z.discriminatedUnion('on', [
  /** A field of the message of the first code. */
  z.strictObject({ on: z.literal('message'), field: z.string().min(1).max(60) }),
  /** What `{serial}` stands for in words. */
  z.strictObject({ on: z.literal('serial') }),
  z.strictObject({ on: z.literal('words'), id: z.string().min(1).max(60) }),
  /** The name of a picture that becomes the logo of the first code. */
  z.strictObject({ on: z.literal('logo') }),
  /** Words below the logo. */
  z.strictObject({ on: z.literal('logo-title') }),
  z.strictObject({ on: z.literal('quantity') }),
  z.strictObject({ on: z.literal('file-name') }),
  /** Width of the piece in millimetres; all that lies on it goes along. */
  z.strictObject({ on: z.literal('width') }),
]);
export type Target = Readonly<z.infer<typeof targetSchema>>;

export const matchSchema = z
  .array(z.strictObject({ target: targetSchema, text: z.string().min(1).max(2000) }))
  .max(60);
export type Match = z.infer<typeof matchSchema>;

/** What there is once in every job, in the order in which people look for it, and what the page and the shell call it. */
export const singleTargets = {
  serial: { name: 'serial', short: 'serial' },
  quantity: { name: 'quantity', short: 'quantity' },
  width: { name: 'width', short: 'width' },
  logo: { name: 'logo', short: 'logo' },
  'logo-title': { name: 'logo title', short: 'title' },
  'file-name': { name: 'file name', short: 'file' },
} as const satisfies Readonly<
  Record<Exclude<Target['on'], 'message' | 'words'>, { readonly name: string; readonly short: string }>
>;
type SingleTarget = keyof typeof singleTargets;
const singleTargetIds = Object.keys(singleTargets) as readonly SingleTarget[];

/** Fields of a message that say how it is written, or what it is about, and not what it says. */
const notOfRows: readonly string[] = ['kind', 'purpose'];

/** All that a row can set of a job: fields of its first message, words by their ids, and what there is once. */
export function targetsOf({ codes, piece }: Job): readonly Target[] {
  const fields = Object.entries(codes[0]!.message).filter(
    ([field, value]) =>
      !notOfRows.includes(field) &&
      (typeof value === 'string' || typeof value === 'number' || Array.isArray(value)),
  );
  const items = piece.items.filter(({ kind }) => kind === 'words');
  return [
    ...fields.map(([field]): Target => ({ on: 'message', field })),
    ...items.map(({ id }): Target => ({ on: 'words', id })),
    ...singleTargetIds.map((on): Target => ({ on })),
  ];
}

/** A column that a text names. */
export const inBraces = /\{([^{}]+)\}/g;

export const columnsIn = (text: string): readonly string[] =>
  [...text.matchAll(inBraces)].map(([, column]) => column!);

const words = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]+/g, '');
/** What people call the same thing. */
const otherNames: Readonly<Record<string, readonly string[]>> = {
  address: ['url', 'link', 'website', 'web', 'target'],
  quantity: ['count', 'number of pieces', 'copies', 'qty', 'pieces'],
  serial: ['number', 'no', 'nr', 'serial number', 'id'],
  'file-name': ['file', 'filename'],
  first: ['first name', 'given name'],
  logo: ['picture', 'image', 'picture file', 'logo file'],
  family: ['family name', 'last name', 'surname'],
  text: ['message', 'content'],
};

/** Columns that are called like something that a row can say; nobody has to match those by hand. */
export function matchByName(job: Job, columns: readonly string[]): Match {
  const free = [...columns];
  const named = (name: string): string | undefined => {
    const names = new Set([name, ...(otherNames[name] ?? [])].map(words));
    const index = free.findIndex((column) => names.has(words(column)));
    return index < 0 ? undefined : free.splice(index, 1)[0];
  };
  const match: { target: Target; text: string }[] = [];
  const matchByName = (target: Target, name: string): void => {
    const column = named(name);
    if (column !== undefined) match.push({ target, text: `{${column}}` });
  };
  const { message } = job.codes[0]!;
  for (const field of Object.keys(message))
    if (field !== 'kind') matchByName({ on: 'message', field }, field);
  for (const item of job.piece.items)
    if (item.kind === 'words') matchByName({ on: 'words', id: item.id }, item.id);
  matchByName({ on: 'serial' }, 'serial');
  matchByName({ on: 'quantity' }, 'quantity');
  matchByName({ on: 'file-name' }, 'file-name');
  matchByName({ on: 'logo' }, 'logo');
  return match;
}
