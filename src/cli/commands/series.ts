/** `binarus series`: a piece for each row of a table, or for each number; every code read back from the document that was written. */
import { randomInt } from 'node:crypto';
import { basename } from 'node:path';
import { type Job, titleOf } from '../../core/job';
import {
  workersHere,
  produceSeries,
  type MeasuredSeries,
  type SeriesForm,
  type SeriesRow,
  type ProducedSeries,
} from '../../core/production';
import {
  checkSystems,
  columnsIn,
  firstRowOf,
  isSpreadsheet,
  matchByName,
  singleTargets,
  targetsOf,
  matchSchema,
  newSeries,
  numbersSchema,
  problemText,
  readSpreadsheet,
  readTable,
  rowsOf,
  seriesNumbers,
  tableLimits,
  type Match,
  type Rows,
  type SeriesDocument,
  type SeriesSource,
  type Target,
} from '../../core/series';
import { layouts, sheetOn, type SheetDocument } from '../../core/sheet';
import { outputFormats } from '../../core/output';
import { readBounded } from '../../node/readBounded';
import { UsageError, type Outcome, type Values } from '../command';
import { printed, tell } from '../findings';
import { countOf, oneOf, required } from '../input';
import { runFile } from '../jobFile';
import { loadReaders } from '../quick';
import { chosenStock, gapOf, marksOf } from '../sheetOptions';
import { picturesIn } from '../uploads';
import { writeInto } from '../writeInto';

export async function makeSeries(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const { job, library } = await runFile(values, positionals);
  const { source, ...read } = await sourceOf(values);
  const match = matchOf(values, job, rowsOf({ source }));
  const pictures = values.pictures === undefined ? [] : [...(await picturesIn(String(values.pictures)))];
  const series = newSeries(source, { match, pictures, oneLook: values['own-versions'] === undefined });
  const sheet = values.stock === undefined ? null : sheetOf(values, job.making.pair.process.kerfMm);
  const { outputBinary } = await import('../../node/outputBinaries');
  const tools = { library, readers: await loadReaders(), binary: outputBinary };
  const out = required(values, 'out');
  const report: Record<string, unknown> = {
    match: match.map(({ target, text }) => ({ ...target, text })),
    ...read,
  };
  const files: string[] = [];
  let stops = false;
  for (const form of formsOf(values)) {
    const contacts = values.contacts !== undefined;
    const wish = { job: named(job, positionals), series, sheet, form, contacts };
    const taken = await produceSeries(wish, workersHere(wish, tools));
    if (files.length === 0) {
      Object.assign(report, rowsReport(taken.series, series));
      stops = tellHeld(taken.series, series);
    }
    Object.assign(report, takenReport(taken, series, job));
    if (taken.state !== 'made') stops = true;
    else files.push(...(await writtenInto(out, taken.files)));
    if (taken.state === 'refused' && taken.series.rows.some(({ state }) => state === 'made'))
      throw new UsageError(taken.problem);
  }
  return { output: { ...report, files }, stops };
}

/** A job without a name has that of its file. */
const named = (job: Job, [path]: readonly string[]): Job =>
  titleOf(job) === '' ? { ...job, name: basename(path!, '.json') } : job;

async function writtenInto(
  out: string,
  files: readonly { readonly name: string; readonly kept: Uint8Array }[],
): Promise<readonly string[]> {
  await writeInto(
    out,
    files.map(({ name, kept }) => ({ name, bytes: kept })),
  );
  return files.map(({ name }) => name);
}

/** `pdf` is one document with an index; every other format is a file for each row. */
function formsOf(values: Values): readonly SeriesForm[] {
  const names = String(values.formats ?? 'pdf').split(',');
  return names.map((name) => {
    if (name === 'pdf') return 'document';
    const format = outputFormats.find(({ id }) => id === name);
    if (format === undefined)
      throw new UsageError(
        `--formats has ${outputFormats.map(({ id }) => id).join(', ')}, with commas between them; not “${name}”.`,
      );
    return format.id;
  });
}

/** Whether any is held back. */
function tellHeld({ rows }: MeasuredSeries, series: SeriesDocument): boolean {
  const held = rows.filter(({ state }) => state === 'held-back');
  for (const row of held)
    process.stderr.write(`row ${row.row + firstRowOf(series)} is blocked: ${whyHeld(row)}\n`);
  return held.length > 0;
}

function takenReport(taken: ProducedSeries<Uint8Array>, series: SeriesDocument, job: Job): object {
  const first = firstRowOf(series);
  switch (taken.state) {
    case 'refused':
      process.stderr.write(`${taken.problem}\n`);
      return { problem: taken.problem };
    case 'unproved':
      tell([taken.finding], job.codes);
      return { heldBackBy: printed([taken.finding], job.codes), unprovedRow: taken.row + first };
    case 'mixed-up':
      for (const { row, text } of taken.wrong)
        process.stderr.write(
          `row ${row + first} was not read as it is: ${text === null ? 'nothing was read' : `“${text}”`}\n`,
        );
      return {
        readBack: {
          codes: taken.codes,
          read: taken.codes - taken.wrong.length,
          wrong: taken.wrong.map(({ row, page, place, text }) => ({
            row: row + first,
            page: page === null ? null : page + 1,
            place: place === null ? null : place + 1,
            text,
          })),
        },
      };
    case 'made': {
      const { codes } = taken;
      return {
        ...(taken.pages === null ? {} : { pages: taken.pages }),
        pieces: new Set(codes.map(({ row, copy }) => `${row} ${copy}`)).size,
        readBack: { codes: codes.length, read: codes.length, wrong: [] },
      };
    }
  }
}

/** Rows, with what is told of a file that they are read from. */
async function sourceOf(values: Values): Promise<{ readonly source: SeriesSource; readonly table?: object }> {
  if (values.table !== undefined && values.numbers !== undefined)
    throw new UsageError('give --table or --numbers, not both.');
  if (values.numbers !== undefined) return { source: numbered(values) };
  const path = required(values, 'table');
  let bytes: Uint8Array;
  try {
    bytes = await readBounded(path, tableLimits.bytes);
  } catch (error) {
    throw new UsageError(`cannot read ${path}: ${(error as Error).message}`);
  }
  const read = isSpreadsheet(bytes) ? await readSpreadsheet(bytes) : readTable(bytes);
  if ('problem' in read) throw new UsageError(`${path}: ${read.problem}`);
  const { columns, rows, ...table } = read.table;
  return {
    source: { kind: 'table', name: basename(path), columns: [...columns], rows: rows.map((row) => [...row]) },
    table,
  };
}

/** Counted from one number to another, or so many that are drawn by lot. */
function numbered(values: Values): SeriesSource {
  const range = /^(\d{1,12})-(\d{1,12})$/.exec(String(values.numbers));
  const lot = /^(\d{1,5})x(\d{1,2})$/.exec(String(values.numbers));
  if (range === null && lot === null)
    throw new UsageError(
      '--numbers is a range such as 1-48, or 48x6 for so many drawn ones of so many characters.',
    );
  const prefix = String(values.prefix ?? '');
  const check = oneOf(values, 'check', checkSystems) ?? null;
  const wish = numbersSchema.safeParse(
    range === null
      ? { kind: 'drawn', count: Number(lot![1]), length: Number(lot![2]), prefix }
      : {
          kind: 'running',
          first: Number(range[1]),
          step: 1,
          count: Number(range[2]) - Number(range[1]) + 1,
          digits: countOf(values, 'digits', 12) ?? range[2]!.length,
          prefix,
          suffix: '',
          check,
        },
  );
  if (!wish.success) throw new UsageError(`--numbers: ${wish.error.issues[0]!.message}`);
  const drawn = seriesNumbers(wish.data, () => randomInt(0, 2 ** 32) / 2 ** 32);
  if ('problem' in drawn) throw new UsageError(drawn.problem);
  return { kind: 'numbers', wish: wish.data, numbers: [...drawn.numbers] };
}

/** Columns by their names, and over them what is said: `address=https://ternquay.example/{number}`. */
function matchOf(values: Values, job: Job, table: Rows): Match {
  const given = (Array.isArray(values.match) ? values.match : []).map((entry) => {
    const match = /^([^=]+)=(.+)$/s.exec(String(entry));
    if (match === null)
      throw new UsageError(`--match is what=text, such as address={link}; not “${String(entry)}”.`);
    const [, name, text] = match as unknown as [string, string, string];
    const unknown = columnsIn(text).find((column) => !table.columns.includes(column));
    if (unknown !== undefined)
      throw new UsageError(`there is no column “${unknown}”; there is ${table.columns.join(', ')}.`);
    return { target: targetOf(name, job), text };
  });
  const key = (target: Target): string => JSON.stringify(target);
  const said = new Set(given.map(({ target }) => key(target)));
  const match = [...matchByName(job, table.columns).filter(({ target }) => !said.has(key(target))), ...given];
  const parsed = matchSchema.safeParse(match);
  if (!parsed.success) throw new UsageError(`--match: ${parsed.error.issues[0]!.message}`);
  if (!match.some(({ target }) => target.on === 'message'))
    throw new UsageError(
      `no column says what the codes hold: give --match FIELD=TEXT, such as address=https://ternquay.example/{${table.columns[0]!}}.`,
    );
  return parsed.data;
}

function targetOf(name: string, job: Job): Target {
  const targets = targetsOf(job);
  const named = targets.find((target) => shellName(target) === name);
  if (named === undefined)
    throw new UsageError(
      `nothing of the job is called “${name}”; there is ${targets.map(shellName).join(', ')}.`,
    );
  return named;
}

function shellName(target: Target): string {
  if (target.on === 'message') return target.field;
  return target.on === 'words' ? target.id : singleTargets[target.on].short;
}

function sheetOf(values: Values, kerfMm: number): SheetDocument {
  return sheetOn(chosenStock(values), {
    gapMm: gapOf(values, kerfMm),
    layout: oneOf(values, 'layout', layouts) ?? 'turned',
    marks: marksOf(values),
  });
}

const whyHeld = ({ problems, stops }: SeriesRow): string =>
  [...problems.map(problemText), ...stops.map(({ title }) => title)].join('; ');

function rowsReport({ rows, look }: MeasuredSeries, series: SeriesDocument): object {
  const first = firstRowOf(series);
  return {
    rows: rows.length,
    made: rows.filter(({ state }) => state === 'made').length,
    heldBack: rows
      .filter(({ state }) => state === 'held-back')
      .map((row) => ({ row: row.row + first, why: whyHeld(row) })),
    leftOut: rows.filter(({ state }) => state === 'left-out').map(({ row }) => row + first),
    repeated: rows.flatMap(({ row, repeats }) =>
      repeats === null ? [] : [{ row: row + first, as: repeats + first }],
    ),
    ...(look === null ? {} : { version: look.version, forcedByRow: look.forcedBy + first }),
  };
}
