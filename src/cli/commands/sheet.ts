/** `binarus sheet`: one piece many times on stock, each code of it read back from the bytes of the sheet. */
import { isLetPass, sheetFiles, sheetOf, unreadCodes } from '../../core/run';
import { evenMargin, layouts, sheetsFor, stocks, type Stock } from '../../core/sheet';
import { outputFormats, type FormatId } from '../../core/output';
import { UsageError, type Outcome, type Values } from '../command';
import { printed, tell } from '../findings';
import { countOf, millimetres, oneOf, required } from '../input';
import { runFile } from '../jobFile';
import { loadReaders, quickFinding } from '../quick';
import { writeInto } from '../writeInto';

export async function layOnSheet(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const { id, stock } = chosenStock(values);
  const formats = String(values.formats ?? 'svg').split(',') as FormatId[];
  const known = outputFormats.filter((format) => !('shows' in format)).map((format) => format.id as string);
  for (const format of formats)
    if (!known.includes(format))
      throw new UsageError(`a sheet is not written as “${format}”; there is ${known.join(', ')}.`);
  const { job, result } = await runFile(values, positionals);
  if (result.heldBackBy.length > 0) {
    tell(result.heldBackBy, job.codes);
    return { output: { files: [], heldBackBy: printed(result.heldBackBy, job.codes) }, stops: true };
  }
  const count = countOf(values, 'count') ?? null;
  const quantity = countOf(values, 'quantity');
  const own = sheetOf(result, {
    stock,
    gapMm: values.gap === undefined ? Math.max(2, result.pair.process.kerfMm) : gapOf(values),
    layout: oneOf(values, 'layout', layouts) ?? 'turned',
    count,
  });
  if ('problem' in own) throw new UsageError(own.problem);
  const proof = await quickFinding(job, result);
  if (proof?.severity === 'stop' && !isLetPass(proof, job.overrides)) {
    tell([proof], job.codes);
    return { output: { files: [], heldBackBy: printed([proof], job.codes) }, stops: true };
  }
  const { laid } = own;
  const { outputBinary } = await import('../../node/outputBinaries');
  const common = { stockName: id, binary: outputBinary };
  const svg = await sheetFiles(job, result, laid, { ...common, format: 'svg' });
  if ('problem' in svg) throw new UsageError(svg.problem);
  const unread = await unreadCodes(svg.files[0]!.bytes, laid, result, await loadReaders());
  const files = [];
  const refused: string[] = [];
  if (unread.length === 0)
    for (const format of formats) {
      const written = format === 'svg' ? svg : await sheetFiles(job, result, laid, { ...common, format });
      if ('problem' in written) refused.push(`${format}: ${written.problem}`);
      else files.push(...written.files);
    }
  await writeInto(required(values, 'out'), files);
  for (const problem of refused) process.stderr.write(`not written: ${problem}\n`);
  return {
    output: {
      stock: id,
      onSheet: laid.places.length,
      fits: laid.fits,
      turned: laid.places.filter(({ quarters }) => quarters % 2 === 1).length,
      waste: Number(laid.waste.toFixed(4)),
      ...(quantity === undefined ? {} : { sheets: sheetsFor(quantity, laid.places.length) }),
      readBack: { codes: laid.codes.length, read: laid.codes.length - unread.length, unread },
      files: files.map(({ name }) => name),
      ...(refused.length === 0 ? {} : { refused }),
    },
    stops: unread.length > 0 || refused.length > 0,
  };
}

function gapOf(values: Values): number {
  const gap = Number(values.gap);
  if (!(gap >= 0 && gap <= 100))
    throw new UsageError(`--gap is from 0 to 100 mm, not “${String(values.gap)}”.`);
  return gap;
}

/** A known one by its id, or a size such as 600x400; with margins on all sides where they are given. */
function chosenStock(values: Values): { readonly id: string; readonly stock: Stock } {
  const name = required(values, 'stock');
  const marginMm = millimetres(values, 'margin');
  const known = stocks.find(({ id }) => id === name);
  const size = /^(\d+(?:\.\d+)?)[x×](\d+(?:\.\d+)?)$/i.exec(name);
  if (known === undefined && size === null)
    throw new UsageError(
      `there is no stock “${name}”; there is ${stocks.map(({ id }) => id).join(', ')}, or a size such as 600x400.`,
    );
  const stock: Stock = known?.stock ?? {
    kind: 'sheet',
    widthMm: Number(size![1]),
    heightMm: Number(size![2]),
    marginMm: evenMargin(5),
  };
  if (marginMm === undefined) return { id: name, stock };
  if (stock.kind === 'labels')
    throw new UsageError('labels that are cut already have their own margins; leave out --margin.');
  return { id: name, stock: { ...stock, marginMm: evenMargin(marginMm) } };
}
