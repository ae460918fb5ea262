/** Lengths as the user reads them: millimetres and metres, or inches and feet. */
import { mmPerInch, mPerFoot, mPerYard, type Finding, type Quantity } from '../../core/finding';

export type LengthUnit = 'mm' | 'in';

/** A number without its unit, as it is shown: hundredths of a millimetre, thousandths of an inch. */
export const lengthNumber = (mm: number, unit: LengthUnit): string =>
  unit === 'mm' ? trimmed(mm, 2) : trimmed(mm / mmPerInch, 3);

/** A number without its unit, as it stands in a field, which gives back what was typed. */
export const fieldNumber = (mm: number, unit: LengthUnit): string =>
  unit === 'mm' ? trimmed(mm, 3) : trimmed(mm / mmPerInch, 4);

/** `29.00 mm` or `1.142 in`. */
export function lengthText(mm: number, unit: LengthUnit, moreDecimals = 0): string {
  return unit === 'mm'
    ? `${fixed(mm, 2 + moreDecimals)} mm`
    : `${fixed(mm / mmPerInch, 3 + moreDecimals)} in`;
}

/** The length of all that a tool follows: metres from one on. */
export const pathText = (mm: number, unit: LengthUnit): string =>
  unit === 'mm' && mm >= 1000 ? `${fixed(mm / 1000, 2)} m` : lengthText(mm, unit);

/** A distance from which something is read: whole inches up to a yard, then feet. */
export function distanceText(m: number, unit: LengthUnit, moreDecimals = 0): string {
  if (unit === 'mm') return `${fixed(m, 2 + moreDecimals)} m`;
  const feet = m / mPerFoot;
  return m < mPerYard ? `${fixed(feet * 12, moreDecimals)} in` : `${fixed(feet, 1 + moreDecimals)} ft`;
}

/** Steps that rulers in inches have. */
const inchSteps = [1 / 256, 1 / 128, 1 / 64, 1 / 32, 1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2, 4, 8];

/** A length one step on or back: by so many millimetres, or to the next mark of a ruler in inches with steps about as large. */
export function steppedMm(mm: number, stepMm: number, direction: 1 | -1, unit: LengthUnit): number {
  if (unit === 'mm') return Number((mm + direction * stepMm).toFixed(4));
  const wanted = stepMm / mmPerInch;
  const step = inchSteps.reduce((best, one) =>
    Math.abs(one - wanted) < Math.abs(best - wanted) ? one : best,
  );
  const marks = mm / mmPerInch / step;
  const next = direction > 0 ? Math.floor(marks + 1e-6) + 1 : Math.ceil(marks - 1e-6) - 1;
  return next * step * mmPerInch;
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
      return `${fixed(value, moreDecimals)} %`;
    case 'X':
      return `${fixed(value, 1 + moreDecimals)} X`;
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

/** A share of a whole. */
export const percentText = (share: number): string => `${Math.round(share * 100)} %`;

export const areaText = (mm2: number, unit: LengthUnit): string =>
  unit === 'mm'
    ? `${trimmed(mm2, mm2 < 100 ? 2 : 0)} mm²`
    : `${trimmed(mm2 / mmPerInch ** 2, mm2 < 100 ? 4 : 2)} in²`;

/** A measured value that fails is given the decimals that tell it from the required one. */
export function measuredText(
  { measured, required, severity }: Pick<Finding, 'measured' | 'required' | 'severity'>,
  lengthUnit: LengthUnit,
): string {
  const text = (moreDecimals: number): string => quantityText(measured, lengthUnit, moreDecimals);
  const ofNothing = (moreDecimals: number): string =>
    'value' in measured ? quantityText({ ...measured, value: 0 }, lengthUnit, moreDecimals) : '';
  const isToldApart = (moreDecimals: number): boolean =>
    severity === 'fine' || text(moreDecimals) !== quantityText(required, lengthUnit, moreDecimals);
  const moreDecimals = [0, 1, 2].find(isToldApart) ?? 3;
  // A distance below nothing is how far something lies over something else.
  const isOver = 'value' in measured && measured.value < 0 && text(moreDecimals) !== ofNothing(moreDecimals);
  return isOver
    ? `over by ${quantityText({ ...measured, value: -measured.value }, lengthUnit, moreDecimals)}`
    : text(moreDecimals);
}

/** A required value, without decimals that say nothing. */
export function requirementText(required: Quantity, lengthUnit: LengthUnit): string {
  if ('value' in required && required.unit === 'mm')
    return `${fieldNumber(required.value, lengthUnit)} ${lengthUnit}`;
  return quantityText(required, lengthUnit);
}

function trimmed(value: number, decimals: number): string {
  return String(Number(value.toFixed(decimals)));
}

/** With so many decimals, and never less than nothing when it is nothing: `−0.00` says nothing to anybody. */
function fixed(value: number, decimals: number): string {
  return value.toFixed(decimals).replace(/^-(?=0(?:\.0*)?$)/, '');
}

/** `40 s`, `3 min 20 s`, `1 h 5 min`: an estimate, so the shorter unit is left out where it says little. */
export function durationText(seconds: number): string {
  if (seconds < 1) return 'under 1 s';
  if (seconds < 60) return `${Math.round(seconds)} s`;
  const minutes = Math.floor(seconds / 60);
  if (minutes >= 60) return `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  const left = Math.round((seconds % 60) / 5) * 5;
  return left === 60 ? `${minutes + 1} min` : left === 0 ? `${minutes} min` : `${minutes} min ${left} s`;
}
