/** Things to put on a piece, and where they go to begin with. */
import type { Box } from '../geometry';
import { freeId, type Job, newArt, newBorder, newFrame, newWords } from '../job';
import type { LogoSource } from '../logo';
import type { ItemSettings } from '../piece';

export type Start = 'words' | 'call' | 'host' | 'frame' | 'art' | 'border';

export const startNames: Readonly<Record<Start, string>> = {
  words: 'Words',
  call: 'Call to action',
  host: 'Where it leads',
  frame: 'Frame',
  art: 'Icon or picture',
  border: 'Border line',
};

export const startKinds: Readonly<Record<Start, ItemSettings['kind']>> = {
  words: 'words',
  call: 'words',
  host: 'words',
  frame: 'frame',
  art: 'art',
  border: 'border',
};

/** Below the code where there is room, else above it. */
export function newThing(start: Start, job: Job, made: { readonly quietZone: Box } | null): ItemSettings {
  const { items, widthMm, heightMm } = job.piece;
  const id = freeId(startKinds[start], items);
  const capitalMm = Number(Math.min(6, Math.max(2, Math.min(widthMm, heightMm) / 12)).toFixed(1));
  const quiet = made?.quietZone;
  const below = quiet === undefined ? heightMm : quiet.y + quiet.height;
  const hasRoom = heightMm - below > capitalMm + 2;
  const yMm = Number(Math.max(1, hasRoom ? below + 1 : (quiet?.y ?? 0) - capitalMm - 1).toFixed(1));
  const words = { ...newWords(id), capitalMm, yMm, widthMm: Number((widthMm * 0.7).toFixed(1)) };
  switch (start) {
    case 'words':
      return { ...words, text: 'Words' };
    case 'call':
      return { ...words, text: 'SCAN ME' };
    case 'host':
      return { ...words, text: '{host}' };
    case 'frame':
      return newFrame(id);
    case 'border':
      return newBorder(id);
    case 'art': {
      const source: LogoSource = { kind: 'icon', icon: 'anchor' };
      return { ...newArt(id, source), widthMm: Number(Math.min(12, widthMm / 6).toFixed(1)) };
    }
  }
}
