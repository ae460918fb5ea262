/** SVG in true millimetres: one group an operation, filled areas without strokes, cut lines as hairlines, no transforms. */
import { base64 } from '../bytes';
import { isLine, type Ink, type Operation, type OperationSheet } from '../plan';
import { boundsOf, boxContour, connectedAreas, type Box, type Region, type Vertex } from '../geometry';
import { hairlineMm, layerKeys, layerLooks } from './layers';
import { decimal, pathData } from './pathData';
import type { Painted } from './finished';
import { onePart, pageOf, type FileNotes, type Writer } from './writer';

interface SvgOptions {
  /** One path for each area that hangs together, to be taken hold of by itself; otherwise one path for all of an operation. */
  readonly apart?: boolean;
  /** The page, where it is not the piece: an area without colour fills it, so that it goes along and is not cropped unseen. */
  readonly window?: Box;
}

export const svgWriter: Writer = (sheet, { notes }) => onePart(writeSvg(sheet, notes));
export const svgAreasWriter: Writer = (sheet, { notes }) => onePart(writeSvg(sheet, notes, { apart: true }));

/** UTF-8 bytes; the same sheet and notes give the same bytes. */
export function writeSvg(
  sheet: OperationSheet,
  notes: FileNotes,
  { apart = false, window }: SvgOptions = {},
): Uint8Array {
  const page = window ?? pageOf(sheet);
  const [width, height] = [decimal(page.width), decimal(page.height)];
  const definitions = new Definitions();
  const keys = layerKeys(sheet);
  const groups = sheet.operations.map((operation, index) => {
    const { key, number } = keys[index]!;
    // The kind of the operation, numbered from the second of its kind on.
    return writeOperation(operation, number === 1 ? key : `${key}-${number}`, definitions, apart);
  });
  const lines = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" version="1.1" width="${width}mm" height="${height}mm" viewBox="${decimal(page.x)} ${decimal(page.y)} ${width} ${height}"${definitions.usesLinks ? ' xmlns:xlink="http://www.w3.org/1999/xlink"' : ''}>`,
    `<title>${escapeXml(notes.title)}</title>`,
    `<desc>${escapeXml(notes.description)}</desc>`,
    ...definitions.lines(),
    ...(window === undefined
      ? []
      : [
          `<g id="quiet-zone" fill="#ffffff" fill-opacity="0" stroke="none"><path d="${pathData([boxContour(window)])}"/></g>`,
        ]),
    ...groups,
    '</svg>',
    '',
  ];
  return new TextEncoder().encode(lines.join('\n'));
}

/** What is defined once and referred to by name: gradients and clips. */
class Definitions {
  usesLinks = false;
  private readonly names = new Map<string, string>();

  /** The name of a definition; `write` gets the name to put into it. */
  name(prefix: string, write: (id: string) => string): string {
    const content = write('');
    let id = this.names.get(content);
    if (id === undefined) this.names.set(content, (id = `${prefix}${this.names.size + 1}`));
    return id;
  }

  lines(): string[] {
    if (this.names.size === 0) return [];
    const entries = [...this.names].map(([content, id]) => content.replace('id=""', `id="${id}"`));
    return ['<defs>', ...entries, '</defs>'];
  }
}

function writeOperation(operation: Operation, id: string, definitions: Definitions, apart: boolean): string {
  const attributes = `id="${id}" data-label="${escapeXml(operation.label)}"`;
  if (isLine(operation))
    return `<g ${attributes} fill="none" stroke="${layerLooks[operation.kind].lineColour}" stroke-width="${hairlineMm}"><path d="${pathData(operation.lines, operation.isOpen)}"/></g>`;
  const { ink } = operation;
  const areas = apart ? connectedAreas(operation.area) : [operation.area];
  if (ink.kind === 'solid')
    return `<g ${attributes} fill="${ink.colour}" fill-rule="nonzero" stroke="none">${areas.map((area) => `<path d="${pathData(area)}"/>`).join('')}</g>`;
  return `<g ${attributes} fill-rule="nonzero" stroke="none">${areas.map((area) => inkedPaths(ink, area, definitions)).join('')}</g>`;
}

/** Definitions and paths of areas, to be put into an SVG document. */
export function svgOfPainted(painted: readonly Painted[]): string {
  const definitions = new Definitions();
  const paths = painted.map(({ area, ink }) => {
    return ink.kind === 'solid'
      ? `<path fill="${ink.colour}" d="${pathData(area)}"/>`
      : inkedPaths(ink, area, definitions);
  });
  return [...definitions.lines(), ...paths].join('');
}

function inkedPaths(ink: Exclude<Ink, { kind: 'solid' }>, area: Region, definitions: Definitions): string {
  const data = pathData(area);
  switch (ink.kind) {
    case 'linear': {
      const { from, to } = ink;
      const id = definitions.name(
        'linear',
        (name) =>
          `<linearGradient id="${name}" gradientUnits="userSpaceOnUse" x1="${decimal(from.x)}" y1="${decimal(from.y)}" x2="${decimal(to.x)}" y2="${decimal(to.y)}">${stopElements(ink.stops)}</linearGradient>`,
      );
      return `<path fill="url(#${id})" d="${data}"/>`;
    }
    case 'radial': {
      const id = definitions.name(
        'radial',
        (name) =>
          `<radialGradient id="${name}" gradientUnits="userSpaceOnUse" cx="${decimal(ink.centre.x)}" cy="${decimal(ink.centre.y)}" r="${decimal(ink.radius)}">${stopElements(ink.stops)}</radialGradient>`,
      );
      return `<path fill="url(#${id})" d="${data}"/>`;
    }
    case 'square':
      return squarePaths(ink, area, data, definitions);
    case 'picture':
      return pictureElement(ink, data, definitions);
  }
}

/**
 * SVG has no gradient in squares. Two linear ones stand for it: across the whole area, and from top to bottom within
 * the two triangles above and below the middle. Along the diagonals both have the same colour, so no seam shows.
 */
function squarePaths(
  { box, turn, stops }: Extract<Ink, { kind: 'square' }>,
  area: Region,
  data: string,
  definitions: Definitions,
): string {
  const x = box.x + box.width / 2;
  const y = box.y + box.height / 2;
  const fromMiddle = stops.map(({ at, colour }) => ({ at: 0.5 + at / 2, colour }));
  const mirrored = stops.map(({ at, colour }) => ({ at: 0.5 - at / 2, colour })).reverse();
  const both = stopElements([...mirrored, ...fromMiddle]);
  const turned = turn === 0 ? '' : ` gradientTransform="${rotation(turn, { x, y })}"`;
  const gradient = (x1: number, y1: number, x2: number, y2: number): string =>
    definitions.name(
      'square',
      (name) =>
        `<linearGradient id="${name}" gradientUnits="userSpaceOnUse" x1="${decimal(x1)}" y1="${decimal(y1)}" x2="${decimal(x2)}" y2="${decimal(y2)}"${turned}>${both}</linearGradient>`,
    );
  const across = gradient(box.x, y, box.x + box.width, y);
  const down = gradient(x, box.y, x, box.y + box.height);
  // As far as the ink is used, and no farther: renderers break on places far off the page.
  const used = boundsOf(area) ?? box;
  const reach = Math.hypot(
    Math.max(Math.abs(used.x - x), Math.abs(used.x + used.width - x)),
    Math.max(Math.abs(used.y - y), Math.abs(used.y + used.height - y)),
  );
  const share = reach / Math.min(box.width, box.height);
  const [wide, high] = [box.width * share, box.height * share];
  const above = `M${decimal(x)} ${decimal(y)}L${decimal(x - wide)} ${decimal(y - high)}L${decimal(x + wide)} ${decimal(y - high)}Z`;
  const below = `M${decimal(x)} ${decimal(y)}L${decimal(x + wide)} ${decimal(y + high)}L${decimal(x - wide)} ${decimal(y + high)}Z`;
  const clip = definitions.name(
    'clip',
    (name) =>
      `<clipPath id="${name}"><path d="${above}${below}"${turn === 0 ? '' : ` transform="${rotation(turn, { x, y })}"`}/></clipPath>`,
  );
  return `<path fill="url(#${across})" d="${data}"/><path clip-path="url(#${clip})" fill="url(#${down})" d="${data}"/>`;
}

function pictureElement(
  { png, box, turn, opacity, mirrored }: Extract<Ink, { kind: 'picture' }>,
  data: string,
  definitions: Definitions,
): string {
  definitions.usesLinks = true;
  const clip = definitions.name('clip', (name) => `<clipPath id="${name}"><path d="${data}"/></clipPath>`);
  const place = `width="${decimal(box.width)}" height="${decimal(box.height)}" preserveAspectRatio="none" opacity="${decimal(opacity)}"`;
  const source = `xlink:href="data:image/png;base64,${base64(png)}"`;
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const moves = [...(turn === 0 ? [] : [rotation(turn, middle)]), ...(mirrored ? ['scale(-1 1)'] : [])].join(
    ' ',
  );
  const transform = moves === '' ? '' : ` transform="${moves}"`;
  const left = mirrored ? -box.x - box.width : box.x;
  const image = `<image x="${decimal(left)}" y="${decimal(box.y)}" ${place}${transform} ${source}/>`;
  return `<g clip-path="url(#${clip})">${image}</g>`;
}

const rotation = (turn: number, { x, y }: Vertex): string =>
  `rotate(${decimal((turn * 180) / Math.PI)} ${decimal(x)} ${decimal(y)})`;

const stopElements = (stops: readonly { readonly at: number; readonly colour: string }[]): string =>
  stops.map(({ at, colour }) => `<stop offset="${decimal(at)}" stop-color="${colour}"/>`).join('');

/** Text for content and attributes; control characters that XML 1.0 does not allow are left out. */
export function escapeXml(text: string): string {
  return text
    .replace(/[^\t\n\r\u0020-\ufffd]/gu, (character) => (character.codePointAt(0)! > 0xffff ? character : ''))
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;');
}
