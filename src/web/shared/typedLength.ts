/** Lengths as people type them: decimals, fractions, units, sums and products. */
import { mmPerInch, mPerFoot } from '../../core/finding';
import type { LengthUnit } from './units';

const unitsMm: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: mmPerInch,
  inch: mmPerInch,
  '"': mmPerInch,
  '″': mmPerInch,
  ft: mPerFoot * 1000,
  "'": mPerFoot * 1000,
  '′': mPerFoot * 1000,
};

/** A plain number, or a length in millimetres. */
interface Value {
  readonly amount: number;
  readonly isLength: boolean;
}

/** `1 1/2`, `3/8` or `12,5`, with a unit or without. */
const operand =
  /^\s*(?:(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d*)?|[.,]\d+))\s*(mm|cm|m|inch|in|ft|["″'′])?(?![a-wyz\d.,])\s*/i;
const operator = /^([-+*×x/])/;

/**
 * Reads `25.4 mm`, `1/2`, `1 3/8 in`, `2,5`, `40 + 2*3`, `1 in - 2 mm`. A number without a unit is in the unit of the user,
 * next to `*` and `/` a plain number. Millimetres; null when it is no length.
 */
export function parseLength(typed: string, unit: LengthUnit): number | null {
  let rest = typed.trim();
  const sign = /^[-−+]/.exec(rest)?.[0];
  if (sign !== undefined) rest = rest.slice(1);
  const perUnit = unitsMm[unit]!;
  let sum = 0;
  let term: Value | null = null;
  let termSign = sign === undefined || sign === '+' ? 1 : -1;
  let pending: '*' | '/' | null = null;
  for (;;) {
    const found = operand.exec(rest);
    if (found === null) return null;
    rest = rest.slice(found[0].length);
    term = term === null ? valueOf(found) : combined(term, pending!, valueOf(found));
    if (term === null) return null;
    const next = operator.exec(rest)?.[1];
    if (next !== undefined) rest = rest.slice(1);
    if (next === undefined || next === '+' || next === '-') {
      sum += termSign * (term.isLength ? term.amount : term.amount * perUnit);
      termSign = next === '-' ? -1 : 1;
      term = null;
      pending = null;
    } else pending = next === '/' ? '/' : '*';
    if (next === undefined) return rest === '' && Number.isFinite(sum) ? sum : null;
  }
}

function valueOf([, whole, above, below, decimal, unit]: RegExpExecArray): Value {
  const amount =
    decimal === undefined
      ? Number(whole ?? 0) + Number(above) / Number(below)
      : Number(decimal.replace(',', '.'));
  const perUnit = unit === undefined ? undefined : unitsMm[unit.toLowerCase()];
  return perUnit === undefined ? { amount, isLength: false } : { amount: amount * perUnit, isLength: true };
}

/** Null where it gives no length: one times another, or something by a length. */
function combined(left: Value, how: '*' | '/', right: Value): Value | null {
  if (how === '/') return right.isLength ? null : { ...left, amount: left.amount / right.amount };
  if (left.isLength && right.isLength) return null;
  return { amount: left.amount * right.amount, isLength: left.isLength || right.isLength };
}
