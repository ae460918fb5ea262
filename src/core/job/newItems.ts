/** Things to put on a piece, with what they begin with. */
import { newLogo, type LogoSource } from '../logo';
import type { ArtSettings, BorderSettings, FrameSettings, ItemSettings, WordsSettings } from '../piece';

/** What differs from a new item of its kind. */
export type ItemDraft =
  | ({ readonly kind: 'words'; readonly text: string } & Partial<WordsSettings>)
  | ({ readonly kind: 'art'; readonly source: LogoSource } & Partial<ArtSettings>)
  | ({ readonly kind: 'frame' } & Partial<FrameSettings>)
  | ({ readonly kind: 'border' } & Partial<BorderSettings>);

/** The items of a piece, numbered by kind and order. */
export const itemsOf = (drafts: readonly ItemDraft[]): ItemSettings[] => drafts.map(itemOf);

const plainInk = newLogo({ kind: 'icon', icon: 'anchor' }).ink;

function itemOf(draft: ItemDraft, index: number): ItemSettings {
  const id = `${draft.kind}-${index + 1}`;
  switch (draft.kind) {
    case 'words':
      return { ...newWords(id), ...draft };
    case 'art':
      return { ...newArt(id, draft.source), ...draft };
    case 'frame':
      return { ...newFrame(id), ...draft };
    case 'border':
      return { ...newBorder(id), ...draft };
  }
}

/** Words to begin with. */
export const newWords = (id: string): WordsSettings => ({
  id,
  kind: 'words',
  xMm: 'middle',
  yMm: 2,
  turnDegrees: 0,
  colour: null,
  text: 'SCAN ME',
  sample: false,
  font: 'plain',
  fit: 'height',
  capitalMm: 4,
  widthMm: 30,
  heightMm: 12,
  align: 'middle',
  lineSpacing: 1.7,
  tracking: 0,
  circle: null,
  drawn: 'filled',
});

export const newArt = (id: string, source: LogoSource): ArtSettings => ({
  id,
  kind: 'art',
  xMm: 2,
  yMm: 2,
  turnDegrees: 0,
  colour: null,
  source,
  ink: { ...plainInk, keepsColours: false },
  widthMm: 10,
});

export const newFrame = (id: string): FrameSettings => ({
  id,
  kind: 'frame',
  around: 'code-1',
  shape: 'panel',
  colour: null,
  gapMm: 0.5,
  lineMm: 0.8,
  bandMm: 6,
  cornerMm: 2,
  side: 'below',
  text: 'SCAN ME',
  sample: false,
  font: 'plain',
});

export const newBorder = (id: string): BorderSettings => ({
  id,
  kind: 'border',
  colour: null,
  insetMm: 2,
  lineMm: 0.5,
  corner: 'mitre',
});
