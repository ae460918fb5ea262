/** What is typed and what lies in files, read into values; whatever makes no sense is told as a usage error. */
import { readBounded } from '../node/readBounded';
import { UsageError, type Values } from './command';

/** A job file with its pictures is the largest; a series with its table has 12 MB at most. */
const mostJsonBytes = 64e6;

export async function readJson(path: string): Promise<unknown> {
  try {
    return JSON.parse(
      (await readBounded(path === '-' ? '/dev/stdin' : path, mostJsonBytes)).toString('utf8'),
    );
  } catch (error) {
    throw new UsageError(`cannot read ${path}: ${(error as Error).message}`);
  }
}

export function none(positionals: readonly string[]): void {
  if (positionals.length > 0) throw new UsageError(`“${positionals[0]}” is one word too many.`);
}

export function required(values: Values, name: string): string {
  const value = values[name];
  if (typeof value !== 'string') throw new UsageError(`--${name} is missing.`);
  return value;
}

export function wholeNumber(values: Values, name: string): number | undefined {
  const value = values[name];
  if (value === undefined) return undefined;
  return typeof value === 'string' && /^\d{1,3}$/.test(value) ? Number(value) : Number.NaN;
}

/** From 1 to a most; undefined where the option is not given. */
export function countOf(values: Values, name: string, most = 999_999_999): number | undefined {
  const value = values[name];
  if (value === undefined) return undefined;
  const number = typeof value === 'string' && /^\d+$/.test(value) ? Number(value) : NaN;
  if (!(number >= 1 && number <= most))
    throw new UsageError(`--${name} is a whole number from 1 to ${most}, not “${String(value)}”.`);
  return number;
}

export function millimetres(values: Values, name: string): number | undefined {
  const value = values[name];
  if (value === undefined) return undefined;
  const number = Number(value);
  if (!(number > 0)) throw new UsageError(`--${name} is a number of millimetres, not “${String(value)}”.`);
  return number;
}

export function pieceSize(values: Values): { width: number; height: number } | undefined {
  const value = values.piece;
  if (value === undefined) return undefined;
  const match = /^(\d+(?:\.\d+)?)\s*[x×]\s*(\d+(?:\.\d+)?)$/i.exec(String(value));
  if (match === null)
    throw new UsageError(`--piece is width x height in millimetres, such as 60x40, not “${String(value)}”.`);
  return { width: Number(match[1]), height: Number(match[2]) };
}

/** One of some words; undefined where the option is not given. */
export function oneOf<Word extends string>(
  values: Values,
  name: string,
  words: readonly Word[],
): Word | undefined {
  const value = values[name];
  if (value === undefined) return undefined;
  const word = words.find((one) => one === value);
  if (word === undefined)
    throw new UsageError(`--${name} is one of ${words.join(', ')}, not “${String(value)}”.`);
  return word;
}
