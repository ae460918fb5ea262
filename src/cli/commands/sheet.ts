/** `binarus sheet`: pieces many times on stock, each code of it read back from the bytes of the sheet. */
import {
  checkedSheetFiles,
  cutWay,
  jobForCount,
  laySheets,
  loadCaption,
  shapeOf,
  sheetParts,
  widestOnSheet,
  type LaidSheets,
} from '../../core/imposition';
import { isLetPass, emptyLibrary, runJob, type JobResult, type Library } from '../../core/run';
import { layouts, sheetOn, type ChosenStock, type SheetDocument } from '../../core/sheet';
import { outputFormats, type FormatId } from '../../core/output';
import { UsageError, type Outcome, type Values } from '../command';
import { printed, tell } from '../findings';
import { countOf, oneOf, required } from '../input';
import { runFile } from '../jobFile';
import { loadReaders, quickFinding } from '../quick';
import { chosenStock, emptyOf, gapOf, marksOf } from '../sheetOptions';
import { writeInto } from '../writeInto';

export async function layOnSheet(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const stock = chosenStock(values);
  const formats = String(values.formats ?? 'svg').split(',') as FormatId[];
  const known = outputFormats.filter((format) => !('shows' in format)).map((format) => format.id as string);
  for (const format of formats)
    if (!known.includes(format))
      throw new UsageError(`a sheet is not written as “${format}”; there is ${known.join(', ')}.`);
  if (positionals.length === 0) throw new UsageError('give one job file, or several.');
  const results: JobResult[] = [];
  let library: Library | undefined;
  for (const path of positionals) {
    const { result, library: jobLibrary } = await runFile(values, [path]);
    library ??= jobLibrary;
    if (result.heldBackBy.length > 0) return heldBack(result, result.heldBackBy);
    results.push(result);
    if (values.resize !== undefined) results.push(resized(results.pop()!, values, stock, jobLibrary));
  }
  const document = documentOf(values, stock, results);
  const { words } = library ?? emptyLibrary;
  await loadCaption(document, words);
  const laid = laySheets(
    document,
    results.map((result, piece) => ({ result, quantity: document.pieces[piece]!.quantity })),
    words,
  );
  const stop = laid.notes.find(({ severity }) => severity === 'stop');
  if (stop !== undefined) throw new UsageError(stop.text);
  const count = countOf(values, 'count');
  if (count !== undefined && results.length === 1 && count > laid.perSheet)
    throw new UsageError(tooMany(document, results[0]!, laid.perSheet, count));
  for (const result of results) {
    if (result.heldBackBy.length > 0) return heldBack(result, result.heldBackBy);
    const proof = await quickFinding(result.job, result);
    if (proof?.severity === 'stop' && !isLetPass(proof, result.job.overrides))
      return heldBack(result, [proof]);
  }
  return written(values, formats, document, laid);
}

async function written(
  values: Values,
  formats: readonly FormatId[],
  document: SheetDocument,
  laid: LaidSheets,
): Promise<Outcome> {
  const { outputBinary } = await import('../../node/outputBinaries');
  const part = oneOf(values, 'part', sheetParts) ?? 'all';
  const { files, codes, unread, measures, refused } = await checkedSheetFiles(document, laid, {
    formats,
    part,
    binary: outputBinary,
    readers: loadReaders,
  });
  await writeInto(required(values, 'out'), files);
  const refusals = refused.map(({ format, problem }) => `${format}: ${problem}`);
  for (const refusal of refusals) process.stderr.write(`not written: ${refusal}\n`);
  const [page] = laid.pages;
  const way = cutWay(laid, page!);
  return {
    output: {
      stock: document.stock.id,
      onSheet: page!.placed.length,
      fits: laid.perSheet,
      turned: page!.placed.filter(({ quarters }) => quarters % 2 === 1).length,
      waste: Number(laid.waste.toFixed(4)),
      sheets: laid.sheets,
      ...(way.cutMm === 0
        ? {}
        : {
            cut: {
              alongMm: Number(way.cutMm.toFixed(1)),
              betweenMm: Number(way.travelMm.toFixed(1)),
              seconds: way.seconds === null ? null : Math.round(way.seconds),
            },
          }),
      pieces: laid.pieces.map(({ result: { job } }) => `${job.piece.widthMm} x ${job.piece.heightMm} mm`),
      readBack: { codes, read: codes - unread.length, unread, measures },
      files: files.map(({ name }) => name),
      ...(refused.length === 0 ? {} : { refused: refusals }),
    },
    stops: unread.length > 0 || refused.length > 0,
  };
}

function heldBack({ job }: JobResult, findings: JobResult['heldBackBy']): Outcome {
  tell(findings, job.codes);
  return { output: { files: [], heldBackBy: printed(findings, job.codes) }, stops: true };
}

function documentOf(values: Values, stock: ChosenStock, results: readonly JobResult[]): SheetDocument {
  const { kerfMm } = results[0]!.pair.process;
  const quantity = countOf(values, 'quantity') ?? countOf(values, 'count') ?? null;
  const first = sheetOn(stock, {
    gapMm: gapOf(values, kerfMm),
    layout: oneOf(values, 'layout', layouts) ?? 'turned',
    empty: emptyOf(values),
    marks: marksOf(values),
  });
  return { ...first, pieces: results.map(() => ({ ...first.pieces[0]!, quantity })) };
}

/** The job in the largest size of which the count fits. */
function resized(result: JobResult, values: Values, stock: ChosenStock, library: Library): JobResult {
  const count = countOf(values, 'count');
  if (count === undefined) throw new UsageError('--resize needs --count: the size follows from it.');
  const sized = jobForCount(documentOf(values, stock, [result]), result, count, library);
  if (sized === null)
    throw new UsageError(
      `no size of the piece gives ${count} on ${stock.name}; labels that are cut already have their own.`,
    );
  return runJob(sized, undefined, library);
}

function tooMany(document: SheetDocument, result: JobResult, fits: number, count: number): string {
  const { width: widthMm, height: heightMm } = shapeOf(result.made!);
  const size = (width: number): string =>
    `${Number(width.toFixed(2))} × ${Number(((width * heightMm) / widthMm).toFixed(2))} mm`;
  const first = `${fits} pieces of ${size(widthMm)} fit, and ${count} are wanted.`;
  const widest = widestOnSheet(document, shapeOf(result.made!), count);
  return widest === null ? first : `${first} So many fit up to ${size(widest)}; --resize makes it so.`;
}
