/** Every code of a document of a series is drawn from its bytes by another program, its place cut out and read alone. */
import { frameOf, type Brightness, type Frame } from '../camera';
import { loadPdfPictures, type ReadBinary } from '../readback';
import type { Reader } from '../readers';
import type { TellDone } from './measureSeries';
import type { WrittenCode, WrittenSeries } from './writeSeries';

/** What was read where something else should stand; null for nothing. */
export interface WrongCode extends Pick<WrittenCode, 'row' | 'copy' | 'page' | 'place' | 'id'> {
  readonly text: string | null;
}

/** Pixels that a module takes in a page that is read. */
const modulePx = 4;
/** Pages are drawn in so many pixels at most. */
const mostPagePx = 60e6;

/** Every code of every page, drawn from the document's own bytes by another program, its place cut out and read alone. */
export async function readSeries(
  { bytes, codes }: WrittenSeries,
  readers: readonly Reader[],
  binary: (name: ReadBinary) => Promise<ArrayBuffer>,
  tell: TellDone = () => undefined,
): Promise<readonly WrongCode[]> {
  const pages = await (await loadPdfPictures())(bytes, binary);
  const wrong: WrongCode[] = [];
  let [shown, picture, pxPerMm]: [number, Brightness | null, number] = [-1, null, 1];
  for (const [index, code] of codes.entries()) {
    if (code.page !== shown || picture === null) {
      const { widthMm, heightMm } = code;
      pxPerMm = Math.min(modulePx / code.moduleMm, Math.sqrt(mostPagePx / (widthMm * heightMm)));
      shown = code.page;
      picture = pages.picture(shown, pxPerMm);
    }
    const frame = cutOut(picture, code, pxPerMm);
    let text: string | null = null;
    for (const reader of readers) {
      text = await reader.read(frame, code.isBytes);
      if (text === code.payload) break;
    }
    const { row, copy, page, place, id } = code;
    if (text !== code.payload) wrong.push({ row, copy, page, place, id, text });
    if (index % 8 === 7) await tell(index + 1);
  }
  pages.close();
  return wrong;
}

function cutOut(
  { width, height, luma }: Brightness,
  { box, isReversed }: WrittenCode,
  pxPerMm: number,
): Frame {
  const left = Math.max(0, Math.round(box.x * pxPerMm));
  const top = Math.max(0, Math.round(box.y * pxPerMm));
  const right = Math.min(width, Math.round((box.x + box.width) * pxPerMm));
  const bottom = Math.min(height, Math.round((box.y + box.height) * pxPerMm));
  const cropped = new Uint8ClampedArray((right - left) * (bottom - top));
  for (let row = top, index = 0; row < bottom; row++)
    for (let column = left; column < right; column++, index++) {
      const tone = luma[row * width + column]!;
      cropped[index] = isReversed ? 255 - tone : tone;
    }
  return frameOf({ width: right - left, height: bottom - top, luma: cropped });
}
