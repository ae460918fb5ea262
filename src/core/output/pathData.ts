/** SVG path data of outlines (SVG 1.1, 8.3): absolute commands only, ten-thousandths of a unit. */
import { arcRadius, type Contour, type Region } from '../geometry';

/** Steps to a unit: coordinates are rounded to ten-thousandths. */
const steps = 10000;

/** A number with at most four decimals and no trailing zeros; the same bytes on every machine. */
export function decimal(value: number): string {
  const count = Math.round(value * steps);
  const fraction = Math.abs(count) % steps;
  const digits = fraction === 0 ? '' : `.${String(fraction).padStart(4, '0').replace(/0+$/, '')}`;
  return `${count < 0 ? '-' : ''}${Math.floor(Math.abs(count) / steps)}${digits}`;
}

/** Subpaths, one for each outline, closed unless they are said to be open. */
export function pathData(region: Region, isOpen = false): string {
  const text = new AsciiText();
  for (const contour of region) addSubpath(text, contour, isOpen);
  return text.toString();
}

function addSubpath(text: AsciiText, contour: Contour, isOpen: boolean): void {
  const first = contour[0]!;
  let x = Math.round(first.x * steps);
  let y = Math.round(first.y * steps);
  text.reserve(contour.length + 1);
  text.letter('M');
  text.steps(x);
  text.letter(' ');
  text.steps(y);
  for (let index = 0; index < contour.length; index++) {
    const from = contour[index]!;
    const isLast = index === contour.length - 1;
    // Closing draws the last straight edge.
    if (isLast && (isOpen || !from.bulge)) break;
    const to = isLast ? first : contour[index + 1]!;
    const toX = Math.round(to.x * steps);
    const toY = Math.round(to.y * steps);
    if (from.bulge) {
      const radius = Math.round(arcRadius(from, to, from.bulge) * steps);
      text.letter('A');
      text.steps(radius);
      text.letter(' ');
      text.steps(radius);
      text.letters(Math.abs(from.bulge) > 1 ? ' 0 1 ' : ' 0 0 ');
      text.letters(from.bulge > 0 ? '1 ' : '0 ');
      text.steps(toX);
      text.letter(' ');
      text.steps(toY);
    } else if (toY === y) {
      text.letter('H');
      text.steps(toX);
    } else if (toX === x) {
      text.letter('V');
      text.steps(toY);
    } else {
      text.letter('L');
      text.steps(toX);
      text.letter(' ');
      text.steps(toY);
    }
    x = toX;
    y = toY;
  }
  if (!isOpen) text.letter('Z');
}

/** Most letters that one stretch of an outline takes: an arc with four numbers of up to 21 digits, sign and point. */
const longestStretch = 128;

/** Written over by every path; one is finished before the next is begun. */
let scratch = new Uint8Array(1 << 16);

/** Grown letter by letter as bytes: half a million short strings at every key press would have to be collected again. */
class AsciiText {
  private bytes = scratch;
  private length = 0;

  /** Makes room for so many stretches. */
  reserve(stretches: number): void {
    const needed = this.length + stretches * longestStretch;
    if (needed <= this.bytes.length) return;
    const grown = new Uint8Array(2 * needed);
    grown.set(this.bytes.subarray(0, this.length));
    this.bytes = scratch = grown;
  }

  letter(letter: string): void {
    this.bytes[this.length++] = letter.charCodeAt(0);
  }

  letters(letters: string): void {
    for (let place = 0; place < letters.length; place++)
      this.bytes[this.length++] = letters.charCodeAt(place);
  }

  /** A number of steps as `decimal` writes it. */
  steps(count: number): void {
    let rest = count;
    if (rest < 0) {
      this.letter('-');
      rest = -rest;
    }
    const whole = Math.floor(rest / steps);
    // Beyond 32 bits (20 km) digits are not taken off one by one.
    if (whole > 0xffff_ffff) this.letters(String(whole));
    else this.digits(whole);
    let fraction = rest - whole * steps;
    if (fraction === 0) return;
    this.letter('.');
    for (let unit = steps / 10; fraction > 0; unit /= 10) {
      const digit = Math.floor(fraction / unit);
      this.bytes[this.length++] = zero + digit;
      fraction -= digit * unit;
    }
  }

  toString(): string {
    return ascii.decode(this.bytes.subarray(0, this.length));
  }

  private digits(whole: number): void {
    let unit = 1;
    while (unit * 10 <= whole) unit *= 10;
    for (let rest = whole; unit >= 1; unit = Math.floor(unit / 10)) {
      const digit = Math.floor(rest / unit);
      this.bytes[this.length++] = zero + digit;
      rest -= digit * unit;
    }
  }
}

const zero = '0'.charCodeAt(0);
const ascii = new TextDecoder();
