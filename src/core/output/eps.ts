/**
 * Encapsulated PostScript of language level 2 for older software: PostScript Language Reference, second edition;
 * Encapsulated PostScript File Format Specification 3.0 (header comments of section 3). Colours without gradients; lines
 * to cut and to score as separations (PLRM 4.8.4). Coordinates are millimetres with y upwards.
 */
import { rgbOfHex } from '../colour';
import { arcCentre, arcRadius, type Region } from '../geometry';
import { readPng } from '../logo';
import { isLine, type Ink, type Operation } from '../plan';
import { hairlineMm, layerLooks, layerNames } from './layers';
import { decimal } from './pathData';
import { onePart, pageOf, plainColour, type Writer } from './writer';

const pointsPerMm = 72 / 25.4;

export const writeEps: Writer = (sheet, { notes }) => {
  const page = pageOf(sheet);
  const [wide, high] = [page.width * pointsPerMm, page.height * pointsPerMm];
  // What lies at the top of the page lies there in the file, whose y grows upwards.
  const flip = (y: number): number => page.y + page.height - y;
  const names = layerNames(sheet);
  const lines = [
    '%!PS-Adobe-3.0 EPSF-3.0',
    `%%BoundingBox: 0 0 ${Math.ceil(wide - 1e-6)} ${Math.ceil(high - 1e-6)}`,
    `%%HiResBoundingBox: 0 0 ${wide.toFixed(6)} ${high.toFixed(6)}`,
    `%%Title: (${escaped(notes.title)})`,
    '%%Creator: (Binarus)',
    '%%LanguageLevel: 2',
    '%%Pages: 1',
    '%%EndComments',
    `% ${ascii(notes.description)}`,
    '%%BeginProlog',
    '/m {moveto} bind def /l {lineto} bind def /h {closepath} bind def',
    '/a {arc} bind def /n {arcn} bind def /f {fill} bind def',
    '%%EndProlog',
    '%%Page: 1 1',
    'gsave',
    `72 25.4 div dup scale ${decimal(-page.x)} 0 translate`,
    `${decimal(hairlineMm)} setlinewidth`,
    ...sheet.operations.flatMap((operation, index) => [
      `% layer ${names[index]}: ${ascii(operation.label)}`,
      ...drawn(operation, flip),
    ]),
    'grestore',
    'showpage',
    '%%EOF',
    '',
  ];
  return onePart(new TextEncoder().encode(lines.join('\n')), page);
};

function drawn(operation: Operation, flip: (y: number) => number): string[] {
  if (isLine(operation)) {
    const { name, tint } = layerLooks[operation.kind];
    const alternative = tint.map((value) => `${decimal(value / 100)} mul exch`);
    // The tint transform takes the amount of the separation and gives cyan, magenta, yellow and black.
    const transform = `{dup ${alternative[0]} dup ${alternative[1]} dup ${alternative[2]} ${decimal(tint[3] / 100)} mul}`;
    return [
      `[/Separation (${name}) /DeviceCMYK ${transform}] setcolorspace 1 setcolor`,
      ...operation.lines.flatMap((contour) => [
        'newpath',
        ...pathOf([contour], flip, operation.isOpen),
        'stroke',
      ]),
    ];
  }
  const colour = plainColour(operation.ink);
  if (colour !== null)
    return [
      `${rgbOfHex(colour).map(decimal).join(' ')} setrgbcolor`,
      'newpath',
      ...pathOf(operation.area, flip),
      'f',
    ];
  return picture(operation.ink as Extract<Ink, { kind: 'picture' }>, operation.area, flip);
}

/** Each outline as moves, lines and true arcs. */
function pathOf(region: Region, flip: (y: number) => number, isOpen = false): string[] {
  return region.map((contour) => {
    const parts = [`${decimal(contour[0]!.x)} ${decimal(flip(contour[0]!.y))} m`];
    contour.forEach((from, index) => {
      const to = contour[(index + 1) % contour.length]!;
      if (isOpen && index === contour.length - 1) return;
      if (from.bulge) {
        const centre = arcCentre(from, to, from.bulge);
        const angle = ({ x, y }: { readonly x: number; readonly y: number }): string =>
          decimal((Math.atan2(centre.y - y, x - centre.x) * 180) / Math.PI);
        // Clockwise on screen is so with y upwards, too.
        parts.push(
          `${decimal(centre.x)} ${decimal(flip(centre.y))} ${decimal(arcRadius(from, to, from.bulge))} ${angle(from)} ${angle(to)} ${from.bulge > 0 ? 'n' : 'a'}`,
        );
      } else if (index < contour.length - 1) parts.push(`${decimal(to.x)} ${decimal(flip(to.y))} l`);
    });
    return parts.join('\n') + (isOpen ? '' : '\nh');
  });
}

const rowBytes = 96;

/** Laid on white: level 2 knows no transparency. */
function picture(
  { png, box, turn, opacity, mirrored }: Extract<Ink, { kind: 'picture' }>,
  area: Region,
  flip: (y: number) => number,
): string[] {
  const read = readPng(png);
  if ('problem' in read) return [];
  const { width, height, rgba } = read;
  let hex = '';
  const digits: string[] = [];
  for (let index = 0; index < width * height; index++) {
    const alpha = (rgba[4 * index + 3]! / 255) * opacity;
    for (const channel of [0, 1, 2])
      hex += Math.round(255 + (rgba[4 * index + channel]! - 255) * alpha)
        .toString(16)
        .padStart(2, '0');
    if (hex.length >= rowBytes) {
      digits.push(hex);
      hex = '';
    }
  }
  return [
    'gsave newpath',
    ...pathOf(area, flip),
    'clip newpath',
    `${decimal(box.x + box.width / 2)} ${decimal(flip(box.y + box.height / 2))} translate ${decimal((-turn * 180) / Math.PI)} rotate`,
    `${mirrored ? '-1 1 scale ' : ''}${decimal(-box.width / 2)} ${decimal(-box.height / 2)} translate ${decimal(box.width)} ${decimal(box.height)} scale`,
    `${width} ${height} 8 [${width} 0 0 ${-height} 0 ${height}] currentfile /ASCIIHexDecode filter false 3 colorimage`,
    ...digits,
    `${hex}>`,
    'grestore',
  ];
}

const ascii = (text: string): string => text.normalize('NFKD').replace(/[^\x20-\x7e]/g, '');
const escaped = (text: string): string => ascii(text).replace(/[\\()]/g, '\\$&');
