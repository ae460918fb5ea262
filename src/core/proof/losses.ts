/** Why a photograph is not read: what of it a reader had to work with, and which codewords it shows wrong. */
import { contrastOf, wrongModules } from '../photo';
import { lostCodewords, type LostCodewords, type QrSymbol } from '../symbol';
import type { ModulesSeen } from '../simulation';

export interface Losses extends LostCodewords {
  /** 1 for modules on the wrong side of the threshold around them, or not to be seen at all; row by row. */
  readonly wrong: Uint8Array;
  /** Between the means of light and of dark modules, in steps of 255. */
  readonly contrastSteps: number;
  readonly blownShare: number;
  /** Share of the modules that the picture shows nothing of. */
  readonly unseenShare: number;
}

export function lossesOf(
  symbol: Pick<QrSymbol, 'version' | 'level' | 'size' | 'modules'>,
  { luma, blownShare }: ModulesSeen,
): Losses {
  const wrong = wrongModules(symbol, luma);
  const unseenShare = luma.reduce((sum, value) => sum + (Number.isNaN(value) ? 1 : 0), 0) / luma.length;
  return {
    ...lostCodewords(symbol, wrong),
    wrong,
    contrastSteps: contrastOf(symbol, luma),
    blownShare,
    unseenShare,
  };
}
