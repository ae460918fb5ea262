/** `binarus series`: a piece for each row of a table, or for each number; every code read back from the document that was written. */
import { randomInt } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import {
  isLetPass,
  measureSeries,
  readSeries,
  runJob,
  seriesIndex,
  seriesPages,
  writeSeries,
} from '../../core/run';
import type { MeasuredSeries, SeriesRow, WrongCode } from '../../core/run';
import {
  columnsIn,
  matchByName,
  matchSchema,
  numbersSchema,
  isSpreadsheet,
  readSpreadsheet,
  readTable,
  checkSystems,
  seriesNumbers,
  type Match,
  type RowProblem,
  type Table,
  type Target,
} from '../../core/series';
import { layouts, sheetOn, type SheetDocument } from '../../core/sheet';
import { titleOf } from '../../core/job';
import { slug } from '../../core/output';
import { voting } from '../../core/readers';
import { UsageError, type Outcome, type Values } from '../command';
import { printed, tell } from '../findings';
import { countOf, oneOf, required } from '../input';
import { runFile } from '../jobFile';
import { loadReaders, quickFinding } from '../quick';
import { chosenStock, gapOf, marksOf } from '../sheetOptions';
import { writeInto } from '../writeInto';

export async function makeSeries(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const { job, library } = await runFile(values, positionals);
  const table = await tableOf(values);
  const match = matchOf(values, job, table);
  const series = await measureSeries(
    { job, table, match, oneLook: values['own-versions'] === undefined },
    library,
  );
  const held = series.rows.filter(({ state }) => state === 'held back');
  for (const row of held) process.stderr.write(`row ${row.row + 2} is held back: ${whyHeld(row)}\n`);
  const report = reportOf(series, table, match);
  const made = series.rows.filter(({ state }) => state === 'made');
  if (made.length === 0) return { output: { ...report, files: [] }, stops: true };
  // The row that needs the largest symbol stands for all of its version.
  const worst = series.look?.forcedBy ?? made[0]!.row;
  const worstJob = series.jobOf(made.some(({ row }) => row === worst) ? worst : made[0]!.row);
  const proof = await quickFinding(worstJob, runJob(worstJob, undefined, library));
  if (proof?.severity === 'stop' && !isLetPass(proof, job.overrides)) {
    tell([proof], job.codes);
    return { output: { ...report, heldBackBy: printed([proof], job.codes), files: [] }, stops: true };
  }
  const document = values.stock === undefined ? null : sheetOf(values, job.making.pair.process.kerfMm);
  const pages = seriesPages(series, document, library);
  if ('problem' in pages) throw new UsageError(pages.problem);
  const written = await writeSeries(series, pages.laid, document, job, library);
  const { outputBinary } = await import('../../node/outputBinaries');
  const wrong = await readSeries(written, voting(await loadReaders()), outputBinary);
  const stem = `${slug(titleOf(job) || basename(positionals[0]!, '.json')) || 'job'}_series`;
  const files =
    wrong.length > 0
      ? []
      : [
          { name: `${stem}.pdf`, bytes: written.bytes },
          { name: `${stem}_index.csv`, bytes: await seriesIndex(series, written, table, `${stem}.pdf`) },
        ];
  for (const { row, text } of wrong)
    process.stderr.write(
      `row ${row + 2} was not read as it is: ${text === null ? 'nothing was read' : `“${text}”`}\n`,
    );
  await writeInto(required(values, 'out'), files);
  return {
    output: {
      ...report,
      pages: pages.laid.pages.length,
      pieces: pages.laid.pages.reduce((sum, page) => sum + page.length, 0),
      readBack: {
        codes: written.codes.length,
        read: written.codes.length - wrong.length,
        wrong: wrong.map(wrongOf),
      },
      files: files.map(({ name }) => name),
    },
    stops: wrong.length > 0 || held.length > 0,
  };
}

const wrongOf = ({ row, page, place, text }: WrongCode) => ({
  row: row + 2,
  page: page + 1,
  place: place + 1,
  text,
});

async function tableOf(values: Values): Promise<Table> {
  if (values.table !== undefined && values.numbers !== undefined)
    throw new UsageError('give --table or --numbers, not both.');
  if (values.numbers !== undefined) return numbered(values);
  const path = required(values, 'table');
  let bytes: Uint8Array;
  try {
    bytes = await readFile(path);
  } catch (error) {
    throw new UsageError(`cannot read ${path}: ${(error as Error).message}`);
  }
  const read = isSpreadsheet(bytes) ? await readSpreadsheet(bytes) : readTable(bytes);
  if ('problem' in read) throw new UsageError(`${path}: ${read.problem}`);
  return read.table;
}

/** Counted from one number to another, or so many that are drawn by lot. */
function numbered(values: Values): Table {
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
  const found = seriesNumbers(wish.data, () => randomInt(0, 2 ** 32) / 2 ** 32);
  if ('problem' in found) throw new UsageError(found.problem);
  return {
    columns: ['number'],
    rows: found.numbers.map((number) => [number]),
    encoding: 'utf-8',
    separator: ',',
    notes: [],
  };
}

/** Columns by their names, and over them what is said: `address=https://ternquay.example/{number}`. */
function matchOf(values: Values, job: Parameters<typeof matchByName>[0], table: Table): Match {
  const given = (Array.isArray(values.match) ? values.match : []).map((entry) => {
    const found = /^([^=]+)=(.+)$/s.exec(String(entry));
    if (found === null)
      throw new UsageError(`--match is what=text, such as address={link}; not “${String(entry)}”.`);
    const [, name, text] = found as unknown as [string, string, string];
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

function targetOf(name: string, job: Parameters<typeof matchByName>[0]): Target {
  switch (name) {
    case 'serial':
    case 'quantity':
    case 'width':
      return { on: name };
    case 'file':
      return { on: 'file name' };
  }
  if (job.piece.items.some(({ id, kind }) => id === name && kind === 'words'))
    return { on: 'words', id: name };
  const fields = Object.keys(job.codes[0]!.message).filter((field) => field !== 'kind');
  if (fields.includes(name)) return { on: 'message', field: name };
  const items = job.piece.items.filter(({ kind }) => kind === 'words').map(({ id }) => id);
  throw new UsageError(
    `nothing of the job is called “${name}”; there is ${[...fields, ...items, 'serial', 'quantity', 'width', 'file'].join(', ')}.`,
  );
}

function sheetOf(values: Values, kerfMm: number): SheetDocument {
  return sheetOn(chosenStock(values), {
    gapMm: gapOf(values, kerfMm),
    layout: oneOf(values, 'layout', layouts) ?? 'turned',
    marks: marksOf(values),
  });
}

function problemText(problem: RowProblem): string {
  switch (problem.kind) {
    case 'empty':
      return `${problem.columns.join(' and ')} is empty`;
    case 'no column':
      return `there is no column “${problem.column}”`;
    case 'no field':
      return `the message has no ${problem.field}`;
    case 'no words':
      return `there are no words ${problem.id}`;
    case 'not a number':
      return `“${problem.value}” is no number from ${problem.least} to ${problem.most}`;
    case 'refused':
      return `${problem.field} cannot be “${problem.value}”: ${problem.why}`;
  }
}
const whyHeld = ({ problems, stops }: SeriesRow): string =>
  [...problems.map(problemText), ...stops.map(({ title }) => title)].join('; ');

function reportOf({ rows, look }: MeasuredSeries, table: Table, match: Match) {
  return {
    rows: rows.length,
    made: rows.filter(({ state }) => state === 'made').length,
    heldBack: rows
      .filter(({ state }) => state === 'held back')
      .map((row) => ({ row: row.row + 2, why: whyHeld(row) })),
    leftOut: rows.filter(({ state }) => state === 'left out').map(({ row }) => row + 2),
    repeated: rows.flatMap(({ row, repeats }) =>
      repeats === null ? [] : [{ row: row + 2, as: repeats + 2 }],
    ),
    ...(look === null ? {} : { version: look.version, forcedByRow: look.forcedBy + 2 }),
    match: match.map(({ target, text }) => ({ ...target, text })),
    table: { encoding: table.encoding, separator: table.separator, notes: table.notes },
  };
}
