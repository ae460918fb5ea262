/** Lengths as the user reads them: millimetres and metres, or inches and feet. */
import { mmPerInch, mPerFoot, type Finding, type Quantity } from '../../core/finding';

export type LengthUnit = 'mm' | 'in';

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
export function quantityText(quantity: Quantity, lengthUnit: LengthUnit, moreDecimals = 0): string {
  if ('words' in quantity) return quantity.words;
  const { value, unit, of } = quantity;
  if (of !== undefined) return `${trimmed(value, 2)} of ${trimmed(of, 2)}`;
  switch (unit) {
    case 'mm':
      return lengthText(value, lengthUnit, moreDecimals);
    case 'm':
      return distanceText(value, lengthUnit, moreDecimals);
    case 'mm²':
      return areaText(value, lengthUnit);
    case '%':
      return `${value.toFixed(moreDecimals)} %`;
    case 'X':
      return `${value.toFixed(1 + moreDecimals)} X`;
    case '°':
      return `${trimmed(value, 2)}°`;
    case 'dots':
    case 'bits':
    case 'characters':
    case 'codewords':
    case '':
      return `${trimmed(value, 2)} ${unit}`.trim();
  }
}

export const areaText = (mm2: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${trimmed(mm2, 2)} mm²` : `${trimmed(mm2 / mmPerInch ** 2, 4)} in²`;

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
  if ('value' in required && required.unit === 'mm')
    return `${lengthNumber(required.value, lengthUnit)} ${lengthUnit}`;
  return quantityText(required, lengthUnit);
}

function trimmed(value: number, decimals: number): string {
  return String(Number(value.toFixed(decimals)));
}
