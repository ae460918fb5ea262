/** What is said of a sheet in the shell. */
import {
  evenMargin,
  marksSchema,
  noMarks,
  stocks,
  usualGap,
  type ChosenStock,
  type SheetMarks,
} from '../core/sheet';
import { UsageError, type Values } from './command';
import { millimetres, required } from './input';

/** Two millimetres, or what the cut takes, where it is not given. */
export function gapOf(values: Values, kerfMm: number): number {
  if (values.gap === undefined) return usualGap(kerfMm);
  const gap = Number(values.gap);
  if (!(gap >= 0 && gap <= 100))
    throw new UsageError(`--gap is from 0 to 100 mm, not “${String(values.gap)}”.`);
  return gap;
}

/** Places of the first sheet that are used already, counted from 1. */
export function emptyOf(values: Values): number[] {
  if (values.empty === undefined) return [];
  return String(values.empty)
    .split(',')
    .flatMap((text) => {
      const range = /^(\d{1,5})(?:-(\d{1,5}))?$/.exec(text.trim());
      const [from, to] = [Number(range?.[1]), Number(range?.[2] ?? range?.[1])];
      if (range === null || from < 1 || to < from)
        throw new UsageError(`--empty has numbers of places such as 1-4,9, not “${text}”.`);
      return Array.from({ length: to - from + 1 }, (_, index) => from - 1 + index);
    });
}

export function marksOf(values: Values): SheetMarks {
  if (values.marks === undefined) return noMarks;
  const names = String(values.marks).split(',');
  const known = Object.keys(marksSchema.shape);
  const wrong = names.find((name) => !known.includes(name));
  if (wrong !== undefined)
    throw new UsageError(`--marks has ${known.join(', ')}, with commas between them; not “${wrong}”.`);
  return marksSchema.parse(Object.fromEntries(known.map((name) => [name, names.includes(name)])));
}

/** A known one by its id, or a size such as 600x400; with margins on all sides where they are given. */
export function chosenStock(values: Values): ChosenStock {
  const name = required(values, 'stock');
  const marginMm = millimetres(values, 'margin');
  const known = stocks.find(({ id }) => id === name);
  const size = /^(\d+(?:\.\d+)?)[x×](\d+(?:\.\d+)?)$/i.exec(name);
  if (known === undefined && size === null)
    throw new UsageError(
      `there is no stock “${name}”; there is ${stocks.map(({ id }) => id).join(', ')}, or a size such as 600x400.`,
    );
  const stock: ChosenStock['stock'] = known?.stock ?? {
    kind: 'sheet',
    widthMm: Number(size![1]),
    heightMm: Number(size![2]),
    marginMm: evenMargin(5),
  };
  const named = { id: name, name };
  if (marginMm === undefined) return { ...named, stock };
  if (stock.kind !== 'sheet')
    throw new UsageError('labels that are cut already have their own margins; leave out --margin.');
  return { ...named, stock: { ...stock, marginMm: evenMargin(marginMm) } };
}
