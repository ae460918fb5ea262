/** A code as a measuring scanner sees it: from the front, in even light, without noise or loss. */
import { brightnessOf } from '../camera';
import { gradeSymbol, type Standard, type SymbolGrade } from '../grades';
import { fitGrid, transposed, type Corners } from '../photo';
import { photograph, plainSetting, shotOf } from '../simulation';
import type { CodeToRead } from './setup';
import type { Studio } from './studio';

/** Pixels a module of the picture that is measured, within what a picture holds. */
const wantedPixels = 8;
const sharpPx = 0.3;

/** Null where no grid can be laid on what the machine makes of it. */
export function gradeFromFront(studio: Studio, code: CodeToRead, standard: Standard): SymbolGrade | null {
  const { setup } = studio;
  const setting = plainSetting(1000, setup.shine);
  // So near that a module takes the pixels that are wanted.
  const distanceMm = (setting.camera.focalPx * code.moduleMm) / wantedPixels;
  const subject = studio.subject(code, { setting: { ...setting, distanceMm }, wear: null });
  const plain = shotOf(setting, setup.seed, 0);
  const field = (code.quietZone.width / code.moduleMm + 6) * subject.pixelsPerModule;
  const frame = photograph(
    { ...subject, shortSidePx: Math.ceil(field) },
    { ...plain, lens: { ...plain.lens, blurPx: sharpPx, noiseSteps: 0, lossShare: 0.02 } },
  );
  const reach = (code.symbol.size * subject.pixelsPerModule) / 2;
  const [low, high] = [frame.width / 2 - reach, frame.width / 2 + reach];
  const corners: Corners = [
    { x: low, y: low },
    { x: high, y: low },
    { x: high, y: high },
    { x: low, y: high },
  ];
  const picture = brightnessOf(frame);
  const grid = fitGrid(picture, corners, code.symbol.version);
  if (grid === null) return null;
  // A piece may be made left for right on purpose, and a reversed one has no grid at all.
  const [upright, mirrored] = [grid, transposed(grid)].map((view) =>
    gradeSymbol(picture, view, code.symbol, standard),
  );
  return upright!.overall >= mirrored!.overall ? upright! : mirrored!;
}
