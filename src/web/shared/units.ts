/** Lengths as the user reads them: millimetres and metres, or inches and feet. */
import type { Finding, Quantity } from '../../core/finding';

export type LengthUnit = 'mm' | 'in';

export const mmPerInch = 25.4;
const mPerFoot = 0.3048;

/** A number without its unit, as it stands in a field. */
export function lengthNumber(mm: number, unit: LengthUnit): string {
  return unit === 'mm' ? trimmed(mm, 3) : trimmed(mm / mmPerInch, 4);
}

/** `29.00 mm` or `1.142 in`. */
export function lengthText(mm: number, unit: LengthUnit, moreDecimals = 0): string {
  return unit === 'mm'
    ? `${mm.toFixed(2 + moreDecimals)} mm`
    : `${(mm / mmPerInch).toFixed(3 + moreDecimals)} in`;
}

export function distanceText(m: number, unit: LengthUnit, moreDecimals = 0): string {
  const decimals = 2 + moreDecimals;
  return unit === 'mm' ? `${m.toFixed(decimals)} m` : `${(m / mPerFoot).toFixed(decimals)} ft`;
}

/** Reads a typed length: a number, with a comma or a point, with or without `mm`, `cm`, `in` or `"`. Null when it is none. */
export function parseLength(typed: string, unit: LengthUnit): number | null {
  const match = /^\s*([-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*(mm|cm|in|")?\s*$/i.exec(typed);
  if (match === null) return null;
  const value = Number(match[1]!.replace(',', '.'));
  const given = match[2]?.toLowerCase() ?? unit;
  return value * (given === 'mm' ? 1 : given === 'cm' ? 10 : mmPerInch);
}

/** A measured or required value with its unit. */
export function quantityText({ value, unit }: Quantity, lengthUnit: LengthUnit, moreDecimals = 0): string {
  if (value === null) return unit;
  if (unit === 'mm') return lengthText(value, lengthUnit, moreDecimals);
  if (unit === 'm') return distanceText(value, lengthUnit, moreDecimals);
  if (unit === '%') return `${value.toFixed(moreDecimals)} %`;
  if (unit === 'X') return `${value.toFixed(1 + moreDecimals)} X`;
  if (unit === 'dots') return `${trimmed(value, 2)} dots`;
  return `${trimmed(value, 2)} ${unit}`.trim();
}

/** A measured value that fails is given the decimals that tell it from the required one. */
export function measuredText(
  { measured, required, severity }: Pick<Finding, 'measured' | 'required' | 'severity'>,
  lengthUnit: LengthUnit,
): string {
  const text = (moreDecimals: number): string => quantityText(measured, lengthUnit, moreDecimals);
  const isToldApart = (moreDecimals: number): boolean =>
    severity === 'fine' || text(moreDecimals) !== quantityText(required, lengthUnit, moreDecimals);
  return text([0, 1, 2].find(isToldApart) ?? 3);
}

/** A required value, without decimals that say nothing. */
export function requirementText(required: Quantity, lengthUnit: LengthUnit): string {
  const { value, unit } = required;
  if (value !== null && unit === 'mm') return `${lengthNumber(value, lengthUnit)} ${lengthUnit}`;
  return quantityText(required, lengthUnit);
}

/** Rewrites the millimetres and metres in a sentence of the core for a reader of inches. */
export function sentenceIn(text: string, unit: LengthUnit): string {
  if (unit === 'mm') return text;
  const inches = (mm: string): string => trimmed(Number(mm) / mmPerInch, 3);
  return text
    .replace(
      /(\d+(?:\.\d+)?) × (\d+(?:\.\d+)?) mm/g,
      (_all, a: string, b: string) => `${inches(a)} × ${inches(b)} in`,
    )
    .replace(/(\d+(?:\.\d+)?) mm/g, (_all, mm: string) => `${inches(mm)} in`)
    .replace(/(\d+(?:\.\d+)?) m\b/g, (_all, m: string) => `${trimmed(Number(m) / mPerFoot, 2)} ft`);
}

function trimmed(value: number, decimals: number): string {
  return String(Number(value.toFixed(decimals)));
}
