/** How large a logo can be before it costs too much. */
import type { QrSymbol } from '../symbol';
import { largestWhole } from '../numbers';
import { knockOutDamage, protectedRoles, type Damage } from './damage';
import type { LogoArt } from './ink';
import { placeLogo } from './knockOut';
import type { LogoSettings } from './settings';

/** Whether half of what each block corrects is left, and no pattern is covered that a code is found or opened by. */
export const isSafeDamage = ({ worst, correctable, patterns }: Damage): boolean =>
  worst <= correctable / 2 && patterns.every((role) => !protectedRoles.includes(role));

const least = 0.04;
const most = 0.7;
const step = 0.005;

/** The largest share of the symbol's side that is safe, in steps of half a per cent; null when none is. */
export function largestSafeShare(
  art: LogoArt,
  settings: LogoSettings,
  symbol: Pick<QrSymbol, 'size' | 'modules' | 'version' | 'level'>,
  inColour: boolean,
): number | null {
  const isSafe = (share: number): boolean =>
    isSafeDamage(knockOutDamage(symbol, placeLogo(art, { ...settings, share }, symbol.size, inColour)));
  // Damage hardly ever falls as the logo grows, but it can by a codeword: the last steps are walked.
  const shareAt = (index: number): number => Number((least + index * step).toFixed(3));
  const low = largestWhole(0, Math.round((most - least) / step) - 1, (index) => isSafe(shareAt(index)));
  if (low === null) return null;
  for (let index = low + 4; index > low; index--)
    if (shareAt(index) <= most && isSafe(shareAt(index))) return shareAt(index);
  return shareAt(low);
}
