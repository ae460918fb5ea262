/**
 * PDF (ISO 32000-1): the page is the piece, with what its edge needs beside it; a layer for each operation (8.11), lines to
 * cut and to score as spot colours (8.6.6.4) that overprint (8.6.7), trim and bleed boxes (14.11.2). Written by a package.
 */
import { PDFDocument, type PdfColour, type PdfGradient, type PdfReference } from 'pdfkit';
import { toBytes } from 'pdfkit/output';
import { rgbOfHex } from '../colour';
import { arcCentre, boundsOf, type Box, type Region, type Vertex } from '../geometry';
import {
  isLine,
  type AreaOperation,
  type Ink,
  type InkStop,
  type LineOperation,
  type OperationSheet,
} from '../plan';
import { hairlineMm, layerLooks, layerNames } from './layers';
import { decimal } from './pathData';
import { onePart, pageOf, type FileNotes, type Writer } from './writer';

export const pointsPerMm = 72 / 25.4;

/** How colours are written: as they are on screen, or as what is printed. */
export type ColourSpace = 'rgb' | 'cmyk';

/** A colour as cyan, magenta, yellow and black in hundredths: black takes over what all three share (common practice). */
export function cmykOf(colour: string): readonly [number, number, number, number] {
  const [red, green, blue] = rgbOfHex(colour);
  const black = 1 - Math.max(red, green, blue);
  if (black > 0.999) return [0, 0, 0, 100];
  const part = (value: number): number => Math.round((1000 * (1 - value - black)) / (1 - black)) / 10;
  return [part(red), part(green), part(blue), Math.round(1000 * black) / 10];
}

/** Every file says the same of when it was made: the same job gives the same bytes. */
const noDate = new Date(Date.UTC(2000, 0, 1));

/** A document without pages, in the version that knows layers. */
export function startPdf({ title, description }: FileNotes): PDFDocument {
  return new PDFDocument({
    autoFirstPage: false,
    pdfVersion: '1.5',
    font: null,
    info: { Title: title, Subject: description, Creator: 'Binarus', CreationDate: noDate },
    displayTitle: true,
  });
}

export async function finishedPdf(document: PDFDocument): Promise<Uint8Array> {
  const bytes = toBytes(document);
  document.end();
  return bytes;
}

/** How far printed areas reach beyond the piece. */
function bleedOf({ operations, widthMm, heightMm }: OperationSheet): number {
  const all = operations.flatMap((operation) => (isLine(operation) ? [] : operation.area));
  const bounds = boundsOf(all);
  if (bounds === null) return 0;
  const { x, y, width, height } = bounds;
  return Math.max(0, -x, -y, x + width - widthMm, y + height - heightMm);
}

/** A page for a sheet, with its boxes, and the sheet on it. */
function addSheetPage(
  document: PDFDocument,
  sheet: OperationSheet,
  space: ColourSpace,
  layers: PdfLayers,
): void {
  const bleedMm = bleedOf(sheet);
  const box = pageOf(sheet);
  const beside = Math.max(sheet.marginMm, Math.ceil(bleedMm * 10) / 10);
  const page: Box = {
    x: -beside,
    y: -beside,
    width: box.width + 2 * (beside - sheet.marginMm),
    height: box.height + 2 * (beside - sheet.marginMm),
  };
  document.addPage({ size: [page.width * pointsPerMm, page.height * pointsPerMm], margin: 0 });
  const boxOf = (around: number): number[] => [
    (beside - around) * pointsPerMm,
    (beside - around) * pointsPerMm,
    (beside + sheet.widthMm + around) * pointsPerMm,
    (beside + sheet.heightMm + around) * pointsPerMm,
  ];
  Object.assign(document.page.dictionary.data, {
    TrimBox: boxOf(0),
    BleedBox: boxOf(bleedMm),
  });
  drawSheet(document, sheet, { space, xMm: beside, yMm: beside, scale: 1 }, layers);
}

const writeIn =
  (space: ColourSpace): Writer =>
  async (sheet, { notes }) => {
    const document = startPdf(notes);
    const layers = new PdfLayers(document);
    addSheetPage(document, sheet, space, layers);
    layers.end();
    return onePart(await finishedPdf(document));
  };

/** Many sheets as pages of one document, each made when its turn comes; layers of one name are one layer. */
export async function writePdfPages(
  sheets: AsyncIterable<OperationSheet>,
  notes: FileNotes,
): Promise<Uint8Array> {
  const document = startPdf(notes);
  const layers = new PdfLayers(document);
  for await (const sheet of sheets) addSheetPage(document, sheet, 'rgb', layers);
  layers.end();
  return finishedPdf(document);
}

export const writePdf = writeIn('rgb');
export const writePdfCmyk = writeIn('cmyk');

export interface SheetPlace {
  readonly space: ColourSpace;
  /** Where the upper left corner of the piece lies on the page. */
  readonly xMm: number;
  readonly yMm: number;
  readonly scale: number;
}

/** Layers of a document (8.11), by their names. */
export class PdfLayers {
  private readonly groups = new Map<string, { readonly group: PdfReference; readonly tag: string }>();

  constructor(private readonly document: PDFDocument) {}

  /** What the content of the page at hand calls the layer of a name. */
  tagOf(name: string): string {
    let layer = this.groups.get(name);
    if (layer === undefined) {
      const group = this.document.ref({ Type: 'OCG', Name: new String(name) });
      this.groups.set(name, (layer = { group, tag: `L${this.groups.size + 1}` }));
    }
    const { data } = this.document.page.resources;
    data.Properties = { ...(data.Properties as object | undefined), [layer.tag]: layer.group };
    return layer.tag;
  }

  /** When everything is drawn. */
  end(): void {
    const groups = [...this.groups.values()].map(({ group }) => group);
    for (const group of groups) group.end();
    const order = this.document.ref({ OCGs: groups, D: { Order: groups, ON: groups } });
    order.end();
    this.document._root.data.OCProperties = order;
  }
}

/** Draws a sheet onto the page at hand, in layers of its own. */
export function drawSheet(
  document: PDFDocument,
  sheet: OperationSheet,
  place: SheetPlace,
  layers: PdfLayers,
): void {
  const names = layerNames(sheet);
  document.save();
  document.scale(pointsPerMm * place.scale);
  document.translate(place.xMm / place.scale, place.yMm / place.scale);
  const pen = new Pen(document, place.space);
  sheet.operations.forEach((operation, index) => {
    document.addContent(`/OC /${layers.tagOf(names[index]!)} BDC`);
    document.save();
    if (isLine(operation)) pen.line(operation);
    else pen.area(operation);
    document.restore();
    document.addContent('EMC');
  });
  document.restore();
}

/** Path operators (8.5.2) of outlines, closed unless they are said to be open; arcs of a quarter turn at most are cubic curves. */
export function pathOperators(region: Region, isOpen = false): string {
  const parts: string[] = [];
  for (const contour of region) {
    const first = contour[0]!;
    parts.push(`${decimal(first.x)} ${decimal(first.y)} m`);
    contour.forEach((from, index) => {
      const isLast = index === contour.length - 1;
      const to = isLast ? first : contour[index + 1]!;
      if (isLast && isOpen) return;
      if (from.bulge) addArc(parts, from, to, from.bulge);
      // Closing draws the last straight edge.
      else if (!isLast) parts.push(`${decimal(to.x)} ${decimal(to.y)} l`);
    });
    if (!isOpen) parts.push('h');
  }
  return parts.join('\n');
}

/** Handles of four thirds of the tangent of a quarter of the turn: a quarter circle is kept to 0.03 % (from memory). */
function addArc(parts: string[], from: Vertex, to: Vertex, bulge: number): void {
  const centre = arcCentre(from, to, bulge);
  const turn = 4 * Math.atan(bulge);
  const steps = Math.ceil(Math.abs(turn) / (Math.PI / 2) - 1e-9);
  const handle = (4 / 3) * Math.tan(turn / steps / 4);
  const radius = { x: from.x - centre.x, y: from.y - centre.y };
  const pointAt = (step: number): { x: number; y: number } => {
    const [sin, cos] = [Math.sin((turn * step) / steps), Math.cos((turn * step) / steps)];
    return { x: radius.x * cos - radius.y * sin, y: radius.x * sin + radius.y * cos };
  };
  let begin = radius;
  for (let step = 1; step <= steps; step++) {
    const end = pointAt(step);
    const [x, y] = step === steps ? [to.x, to.y] : [centre.x + end.x, centre.y + end.y];
    parts.push(
      [
        centre.x + begin.x - handle * begin.y,
        centre.y + begin.y + handle * begin.x,
        centre.x + end.x + handle * end.y,
        centre.y + end.y - handle * end.x,
        x,
        y,
      ]
        .map(decimal)
        .join(' ') + ' c',
    );
    begin = end;
  }
}

class Pen {
  private overprint: PdfReference | null = null;

  constructor(
    private readonly document: PDFDocument,
    private readonly space: ColourSpace,
  ) {}

  /** A stroke in the spot colour of its operation, which leaves what lies under it. */
  line({ lines, kind, isOpen }: LineOperation): void {
    const { name, tint } = layerLooks[kind];
    if (this.document.spotColors[name] === undefined) this.document.addSpotColor(name, ...tint);
    this.overprints();
    this.document.lineWidth(hairlineMm);
    for (const contour of lines) this.path([contour], isOpen).stroke(name);
  }

  area({ area, ink }: AreaOperation): void {
    if (area.length === 0) return;
    switch (ink.kind) {
      case 'solid':
        return void this.path(area).fill(this.inkOf(ink));
      case 'linear': {
        const { from, to } = ink;
        const gradient = this.document.linearGradient(from.x, from.y, to.x, to.y);
        return void this.path(area).fill(this.stops(gradient, ink.stops));
      }
      case 'radial': {
        const { x, y } = ink.centre;
        const gradient = this.document.radialGradient(x, y, 0, x, y, ink.radius);
        return void this.path(area).fill(this.stops(gradient, ink.stops));
      }
      case 'square':
        return this.square(area, ink);
      case 'picture':
        return this.picture(area, ink);
    }
  }

  /** Outlines become the path at hand. */
  private path(region: Region, isOpen = false): PDFDocument {
    return this.document.addContent(pathOperators(region, isOpen));
  }

  /** A graphics state (ISO 32000-1, table 58): OP and op, with mode 1, so that black keeps the other plates. */
  private overprints(): void {
    const { document } = this;
    if (this.overprint === null) {
      this.overprint = document.ref({ Type: 'ExtGState', OP: true, op: true, OPM: 1 });
      this.overprint.end();
    }
    document.page.ext_gstates.Overprint = this.overprint;
    document.addContent('/Overprint gs');
  }

  /** The name of a spot colour, or the colour itself. */
  private inkOf({ colour, plate }: Extract<Ink, { kind: 'solid' }>): PdfColour {
    if (plate === undefined) return this.colour(colour);
    const { name, tint } = layerLooks[plate];
    if (this.document.spotColors[name] === undefined) this.document.addSpotColor(name, ...tint);
    return name;
  }

  private colour(hex: string): PdfColour {
    return this.space === 'rgb' ? hex : cmykOf(hex);
  }

  private stops(gradient: PdfGradient, stops: readonly InkStop[]): PdfGradient {
    for (const { at, colour } of stops) gradient.stop(at, this.colour(colour));
    return gradient;
  }

  /** As in SVG: one gradient across all of it, and one down within the triangles above and below the middle. */
  private square(area: Region, { box, turn, stops }: Extract<Ink, { kind: 'square' }>): void {
    const { document } = this;
    const both = [
      ...stops.map(({ at, colour }) => ({ at: 0.5 - at / 2, colour })).reverse(),
      ...stops.map(({ at, colour }) => ({ at: 0.5 + at / 2, colour })),
    ];
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    this.path(area).clip();
    document.rotate((turn * 180) / Math.PI, { origin: [x, y] });
    const [wide, high] = [box.width * 20, box.height * 20];
    const across = document.linearGradient(box.x, y, box.x + box.width, y);
    document.rect(x - wide, y - high, 2 * wide, 2 * high).fill(this.stops(across, both));
    const down = document.linearGradient(x, box.y, x, box.y + box.height);
    document
      .polygon([x, y], [x - wide, y - high], [x + wide, y - high])
      .polygon([x, y], [x + wide, y + high], [x - wide, y + high])
      .fill(this.stops(down, both));
  }

  private picture(
    area: Region,
    { png, box, turn, opacity, mirrored }: Extract<Ink, { kind: 'picture' }>,
  ): void {
    const { document } = this;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    this.path(area).clip();
    document.rotate((turn * 180) / Math.PI, { origin: [x, y] });
    if (mirrored) document.scale(-1, 1, { origin: [x, y] });
    document.opacity(opacity);
    document.image(png, box.x, box.y, { width: box.width, height: box.height });
  }
}
