/** Checks for tests. */
import type { SaveCheck } from '../wire';

export const goodCheck: SaveCheck = {
  revision: 1,
  note: '',
  fileName: 'rack.jpg',
  // A few bytes that are nothing to look at.
  thumbnail: 'AAECAwQF',
  result: {
    verdict: 'good',
    message: 'same',
    isSameSymbol: true,
    help: 'none',
    readers: [{ name: 'ZBar', votes: true, read: true }],
    version: 3,
    level: 'M',
    mask: 2,
    pixelsPerModule: 5.2,
    compared: { wrong: [4, 70], worst: 1, correctable: 13, contrast: 0.62, growthModules: 0.04 },
  },
};
