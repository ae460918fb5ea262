/** The work sheet: a page to lie beside the machine, with the piece at true size and all that was settled. */
import { placeRegion } from '../geometry';
import { lineOutlines, type FontId, type Typesetter } from '../words';
import type { OperationSheet } from '../plan';
import { drawSheet, finishedPdf, PdfLayers, pointsPerMm, startPdf } from './pdf';
import { pathData } from './pathData';
import type { FileNotes } from './writer';

export interface MakeSheet {
  readonly notes: FileNotes;
  readonly sheet: OperationSheet;
  /** What was settled: a name and a value each, in order. */
  readonly rows: readonly (readonly [name: string, value: string])[];
  /** Under headings of their own: what is not fine, what was let pass and why. */
  readonly lists: readonly { readonly heading: string; readonly lines: readonly string[] }[];
}

/** A4 (ISO 216), upright. */
const page = { widthMm: 210, heightMm: 297, marginMm: 15 };
/** Printed at true size this is as long as it says. */
export const ruleMm = 50;

const [titleFont, textFont]: readonly [FontId, FontId] = ['condensed', 'plain'];
const [titleMm, textMm, leadingMm] = [7, 3.1, 4.9];
const nameColumnMm = 38;

/** Everything that is written, so that its fonts can be loaded. */
export const wordsOfMakeSheet = ({ notes, rows, lists }: MakeSheet): { font: FontId; text: string }[] => [
  { font: titleFont, text: notes.title },
  ...[
    ...rows.flat(),
    ...lists.flatMap(({ heading, lines }) => [heading, ...lines]),
    scaledNote(0.5),
    trueNote,
    ruleNote,
  ].map((text) => ({ font: textFont, text })),
];

const trueNote = 'At true size, as the machine is told: black is marked';
const scaledNote = (scale: number): string =>
  `At ${Math.round(scale * 100)} % of its size, as the machine is told: black is marked`;
const ruleNote = `${ruleMm} mm: measure it after printing; print without fitting to the page`;

/** PDF of one or more pages; words are outlines, so that they look alike everywhere. */
export async function writeMakeSheet(content: MakeSheet, words: Typesetter): Promise<Uint8Array> {
  const { notes, sheet, rows, lists } = content;
  await words.load(wordsOfMakeSheet(content));
  const document = startPdf(notes);
  const width = page.widthMm - 2 * page.marginMm;
  let top = 0;
  const newPage = (): void => {
    document.addPage({ size: [page.widthMm * pointsPerMm, page.heightMm * pointsPerMm], margin: 0 });
    document.scale(pointsPerMm);
    top = page.marginMm;
  };
  const room = (heightMm: number): void => {
    if (top + heightMm > page.heightMm - page.marginMm) newPage();
  };
  const write = (text: string, x: number, sizeMm: number, font: FontId = textFont): void => {
    const outlines = lineOutlines(words, font, text, sizeMm);
    if (outlines.length > 0)
      document.path(pathData(placeRegion(outlines, 1, x, top + sizeMm))).fill('#000000');
  };
  const paragraph = (text: string, x: number, wide: number): void => {
    for (const line of brokenInto(text, wide, (part) => widthOf(words, part))) {
      room(leadingMm);
      write(line, x, textMm);
      top += leadingMm;
    }
  };

  newPage();
  write(notes.title, page.marginMm, titleMm, titleFont);
  top += titleMm + 6;
  // The picture takes what it needs, up to half of the page.
  const scale = Math.min(1, width / sheet.widthMm, (page.heightMm * 0.5) / sheet.heightMm);
  document.save();
  document.scale(1 / pointsPerMm);
  const layers = new PdfLayers(document);
  drawSheet(document, sheet, { space: 'rgb', xMm: page.marginMm, yMm: top, scale }, layers);
  layers.end();
  document.restore();
  top += sheet.heightMm * scale + 4;
  write(scale === 1 ? trueNote : scaledNote(scale), page.marginMm, textMm);
  top += leadingMm + 3;
  drawRule();
  for (const [name, value] of rows) {
    room(leadingMm);
    write(name, page.marginMm, textMm);
    paragraph(value, page.marginMm + nameColumnMm, width - nameColumnMm);
  }
  for (const { heading, lines } of lists) {
    if (lines.length === 0) continue;
    top += 2;
    room(2 * leadingMm);
    write(heading, page.marginMm, textMm * 1.15, titleFont);
    top += leadingMm;
    for (const line of lines) paragraph(line, page.marginMm, width);
  }
  return finishedPdf(document);

  function drawRule(): void {
    const [left, right] = [page.marginMm, page.marginMm + ruleMm];
    document.lineWidth(0.2).moveTo(left, top).lineTo(right, top).stroke('#000000');
    for (let tick = 0; tick <= ruleMm; tick += 10)
      document
        .moveTo(left + tick, top)
        .lineTo(left + tick, top + (tick % 50 === 0 ? 3 : 1.8))
        .stroke('#000000');
    write(ruleNote, right + 4, textMm);
    top += 8;
  }
}

const widthOf = (words: Typesetter, text: string): number =>
  (words.setLine(textFont, text)?.width ?? 0) * textMm;

/** Lines that are no wider; a word that is wider by itself is a line of its own. */
function brokenInto(text: string, wide: number, widthOfText: (text: string) => number): readonly string[] {
  const lines: string[] = [];
  for (const paragraph of text.split('\n')) {
    let line = '';
    for (const word of paragraph.split(' ')) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (line !== '' && widthOfText(longer) > wide) {
        lines.push(line);
        line = word;
      } else line = longer;
    }
    lines.push(line);
  }
  return lines;
}
