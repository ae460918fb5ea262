/** A contact sheet: every piece of a series small, with what it is known by, on pages of A4 (ISO 216). */
import type { PDFDocument, PdfReference } from 'pdfkit';
import type { OperationSheet } from '../plan';
import { boundsOf, type Region } from '../geometry';
import type { FontId, SetLine, Typesetter } from '../words';
import { decimal } from './pathData';
import { drawSheet, finishedPdf, pathOperators, PdfLayers, pointsPerMm, startPdf } from './pdf';
import type { FileNotes } from './writer';

export interface ContactCell {
  readonly sheet: OperationSheet;
  readonly label: string;
}

const page = { widthMm: 210, heightMm: 297, marginMm: 12 };
const [columns, rows] = [5, 6];
const cellMm = {
  width: (page.widthMm - 2 * page.marginMm) / columns,
  height: (page.heightMm - 2 * page.marginMm) / rows,
};
const [labelMm, padMm] = [2.4, 3];
export const cellsOfContactSheet = columns * rows;
const font: FontId = 'plain';

/** Each cell is made when its turn comes. Words are cut off where the cell ends. */
export async function writeContactSheet(
  cells: AsyncIterable<ContactCell>,
  notes: FileNotes,
  words: Typesetter | null,
): Promise<Uint8Array> {
  const document = startPdf(notes);
  const layers = new PdfLayers(document);
  const letters = new Letters(document);
  let index = 0;
  for await (const { sheet, label } of cells) {
    const position = index++ % cellsOfContactSheet;
    if (position === 0)
      document.addPage({ size: [page.widthMm * pointsPerMm, page.heightMm * pointsPerMm], margin: 0 });
    const x = page.marginMm + (position % columns) * cellMm.width;
    const y = page.marginMm + Math.floor(position / columns) * cellMm.height;
    const room = { width: cellMm.width - padMm, height: cellMm.height - 2 * padMm - labelMm };
    const scale = Math.min(1, room.width / sheet.widthMm, room.height / sheet.heightMm);
    const place = { space: 'rgb' as const, xMm: x, yMm: y, scale };
    drawSheet(
      document,
      { ...sheet, operations: sheet.operations.filter(({ kind }) => kind !== 'base') },
      place,
      layers,
    );
    await words?.load([{ font, text: label }]);
    const line = lineWithin(words, label, room.width);
    if (line === null) continue;
    document.save();
    document.scale(pointsPerMm);
    for (const { shape, x: along, y: up } of line.glyphs)
      letters.draw(shape.area, x + along * labelMm, y + room.height + padMm + up * labelMm, labelMm);
    document.restore();
  }
  layers.end();
  return finishedPdf(document);
}

function lineWithin(words: Typesetter | null, text: string, widthMm: number): SetLine | null {
  let shown = text;
  let line = words?.setLine(font, shown) ?? null;
  while (line !== null && shown.length > 1 && line.width * labelMm > widthMm) {
    shown = `${shown.replace(/…$/, '').slice(0, -1)}…`;
    line = words!.setLine(font, shown);
  }
  return line;
}

/** Letters as forms (ISO 32000-1, 8.10): each is in the document once, however often it is drawn. */
class Letters {
  private readonly forms = new Map<Region, { readonly form: PdfReference; readonly name: string }>();

  constructor(private readonly document: PDFDocument) {}

  draw(area: Region, x: number, y: number, size: number): void {
    const { document } = this;
    const box = boundsOf(area);
    if (box === null) return;
    let letter = this.forms.get(area);
    if (letter === undefined) {
      const form = document.ref({
        Type: 'XObject',
        Subtype: 'Form',
        BBox: [box.x, box.y, box.x + box.width, box.y + box.height],
      });
      form.end(`${pathOperators(area)}\nf`);
      this.forms.set(area, (letter = { form, name: `Letter${this.forms.size + 1}` }));
    }
    document.page.xobjects[letter.name] = letter.form;
    document.addContent(
      `q ${decimal(size)} 0 0 ${decimal(size)} ${decimal(x)} ${decimal(y)} cm 0 g /${letter.name} Do Q`,
    );
  }
}
