/** Words broken into lines. */
import { say, type Fix } from '../finding';
import { brokenEvenly, type PlacedItem, type WordsSettings } from '../piece';
import { changeItem, fix } from './changes';
import type { PieceContext } from './context';
import { tidy } from './itemFixes';
import { safeMmOf } from './making';

const mostWrappedLines = 4;

/** Words that are too long for the piece in lines as high as they are, which is better than letters that nobody can read. */
export function wrappedFix(context: PieceContext, item: PlacedItem, words: WordsSettings): Fix | null {
  const { piece } = context;
  const safeMm = safeMmOf(context);
  const { text, fit, circle, turnDegrees, capitalMm } = words;
  const roomMm = piece.widthMm - 2 * safeMm;
  const isLong = item.box.width > roomMm;
  if (!isLong || circle !== null || turnDegrees !== 0 || fit === 'box' || text.includes('\n')) return null;
  for (let count = 2; count <= mostWrappedLines; count++) {
    const lines = brokenEvenly(text, count);
    const longest = Math.max(...lines.map(({ length }) => length));
    // Letters differ in width, so a little is left over; whether it really fits is tried on the job.
    const widthMm = (item.box.width * longest * 1.08) / text.trim().length;
    if (lines.length !== count || widthMm > roomMm) continue;
    return fix(
      say`Set the ${item.name} in ${count} lines`,
      changeItem(words.id, {
        text: lines.join('\n'),
        fit: 'height',
        capitalMm: tidy(item.capitalMm ?? capitalMm),
        xMm: 'middle',
      }),
    );
  }
  return null;
}
