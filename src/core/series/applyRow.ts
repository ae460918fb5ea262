/** What a row makes of the job. */
import { applyChanges, jobSchema, scaledJob, type Job } from '../job';
import { newLogo, type LogoSettings } from '../logo';
import { messageSchema } from '../message';
import { rowsOf, type Rows, type SeriesDocument } from './document';
import { columnsIn, inBraces, type Target } from './match';
import { pictureNamed, type NamedPicture } from './pictures';

export type RowProblem =
  | { readonly kind: 'empty'; readonly target: Target; readonly columns: readonly string[] }
  | { readonly kind: 'no-column'; readonly column: string }
  | { readonly kind: 'no-field'; readonly field: string }
  | { readonly kind: 'no-words'; readonly id: string }
  | { readonly kind: 'no-picture'; readonly name: string }
  | { readonly kind: 'no-logo' }
  /** A change that was made to fix something makes no valid piece any more. */
  | { readonly kind: 'no-fix'; readonly why: string }
  | {
      readonly kind: 'not-a-number';
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

const quantityLimits = { least: 0, most: 5000 } as const;
const widthLimits = { least: 5, most: 5000 } as const;

/** What of a series says what rows make. */
export type RowSettings = Pick<SeriesDocument, 'match' | 'pictures' | 'fixes' | 'leftOut'>;

/** What a row says; a problem for each that it cannot. */
export function applyRow(
  job: Job,
  { match, pictures, fixes, leftOut }: RowSettings,
  table: Rows,
  row: number,
): RowJob {
  const cell = cellsOf(table, row);
  const problems: RowProblem[] = [];
  let made = job;
  let quantity = 1;
  let fileName: string | null = null;
  for (const { target, text } of match) {
    const columns = columnsIn(text);
    const missing = columns.filter((column) => cell(column) === null);
    problems.push(...missing.map((column): RowProblem => ({ kind: 'no-column', column })));
    if (missing.length > 0) continue;
    const value = filled(text, cell);
    const isEmpty = columns.length > 0 && columns.every((column) => cell(column) === '');
    if (isEmpty && target.on !== 'quantity') {
      problems.push({ kind: 'empty', target, columns });
      if (target.on === 'message' || target.on === 'width' || target.on === 'logo') continue;
    }
    switch (target.on) {
      case 'message':
        made = withField(made, target.field, value, problems);
        break;
      case 'serial':
        if (isShort('serial', value, problems)) made = { ...made, piece: { ...made.piece, serial: value } };
        break;
      case 'words':
        made = withWords(made, target.id, value, problems);
        break;
      case 'logo':
        made = withLogo(made, pictureNamed(pictures, value), value, problems);
        break;
      case 'logo-title':
        if (isShort('logo-title', value, problems)) made = withLogoTitle(made, value, problems);
        break;
      case 'quantity': {
        const { least, most } = quantityLimits;
        const number = value === '' ? 1 : Number(value);
        if (!Number.isInteger(number) || number < least || number > most)
          problems.push({ kind: 'not-a-number', target, value, least, most });
        else quantity = number;
        break;
      }
      case 'width': {
        const { least, most } = widthLimits;
        const number = Number(value.replace(',', '.'));
        if (!(number >= least && number <= most))
          problems.push({ kind: 'not-a-number', target, value, least, most });
        else made = scaledJob(made, number / made.piece.widthMm);
        break;
      }
      case 'file-name':
        fileName = value;
        break;
    }
  }
  const changes = fixes.flatMap((fix) => (fix.row === null || fix.row === row ? fix.changes : []));
  if (changes.length > 0) {
    const fixed = jobSchema.safeParse(applyChanges(made, changes as Parameters<typeof applyChanges>[1]));
    if (fixed.success) made = fixed.data;
    else problems.push({ kind: 'no-fix', why: fixed.error.issues[0]?.message ?? '' });
  }
  return { job: made, quantity: leftOut.includes(row) ? 0 : quantity, fileName, problems };
}

/** Of a serial number and of a title (as the document has them). */
const mostSigns = 40;

function isShort(field: string, value: string, problems: RowProblem[]): boolean {
  if (value.length <= mostSigns) return true;
  const why = `it has ${value.length} characters; at most ${mostSigns} have room.`;
  problems.push({ kind: 'refused', field, value, why });
  return false;
}

/** Names that rows ask for and no picture has, and pictures that no row asks for. */
export function picturesOfRows({
  match,
  pictures,
  source,
}: Pick<SeriesDocument, 'match' | 'pictures' | 'source'>): {
  readonly missing: readonly string[];
  readonly unused: readonly NamedPicture[];
} {
  const wanted = match.find(({ target }) => target.on === 'logo');
  if (wanted === undefined) return { missing: [], unused: pictures };
  const table = rowsOf({ source });
  const names = new Set(table.rows.map((_, row) => filled(wanted.text, cellsOf(table, row))));
  const used = new Set<NamedPicture>();
  const missing: string[] = [];
  for (const name of names) {
    const picture = pictureNamed(pictures, name);
    if (picture !== undefined) used.add(picture);
    else if (name !== '') missing.push(name);
  }
  return { missing, unused: pictures.filter((picture) => !used.has(picture)) };
}

/** With what the columns hold; a column that is not there holds nothing. */
const filled = (text: string, cell: (column: string) => string | null): string =>
  text.replace(inBraces, (_, column: string) => cell(column) ?? '');

/** What the rows say, text for text, whether or not they can be made. */
export function* textsOfRows({ match, source }: Pick<SeriesDocument, 'match' | 'source'>): Generator<string> {
  const table = rowsOf({ source });
  for (const row of table.rows.keys()) {
    const cell = cellsOf(table, row);
    for (const { text } of match) yield filled(text, cell);
  }
}

function withLogo(job: Job, picture: NamedPicture | undefined, name: string, problems: RowProblem[]): Job {
  if (picture === undefined) {
    problems.push({ kind: 'no-picture', name });
    return job;
  }
  const [first, ...others] = job.codes;
  const source = { kind: picture.kind, file: picture.hash, fileName: picture.name };
  const logo: LogoSettings = first!.logo === null ? newLogo(source) : { ...first!.logo, source };
  return { ...job, codes: [{ ...first!, logo }, ...others] };
}

function withLogoTitle(job: Job, title: string, problems: RowProblem[]): Job {
  const [first, ...others] = job.codes;
  if (first!.logo === null) {
    problems.push({ kind: 'no-logo' });
    return job;
  }
  return { ...job, codes: [{ ...first!, logo: { ...first!.logo, title } }, ...others] };
}

function withField(job: Job, field: string, value: string, problems: RowProblem[]): Job {
  const [first, ...others] = job.codes;
  const before = (first!.message as Readonly<Record<string, unknown>>)[field];
  if (before === undefined && !(field in first!.message)) {
    problems.push({ kind: 'no-field', field });
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
    problems.push({ kind: 'no-words', id });
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

const cellsOf =
  ({ columns, rows }: Rows, row: number) =>
  (column: string): string | null => {
    const place = columns.indexOf(column);
    return place < 0 ? null : rows[row]![place]!;
  };
