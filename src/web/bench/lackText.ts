/** Why a photograph is not read, in words. */
import type { Lack, Look } from '../../core/proof';
import { percentText } from '../shared/units';

/** What a reader lacked in a picture, with what was measured of it. */
export function lackText({
  lack,
  narrowestPixels,
  losses,
}: Pick<Look, 'lack' | 'narrowestPixels' | 'losses'>): string {
  if (lack === null) return 'Every reader reads it.';
  const texts: Readonly<Record<Lack, string>> = {
    frame: 'So near, held like this, it does not fit the picture.',
    glare: `A lamp is mirrored in it: ${percentText(losses.blownShare)} of the code is blown out.`,
    pixels: `Too few pixels: ${narrowestPixels.toFixed(1)} a module where it is seen the most narrowly; readers need 3.`,
    contrast: `Too little between light and dark: ${Math.round(losses.contrastSteps)} of 255 steps.`,
    light: 'Too little light: the noise of the picture comes near the difference of its modules.',
    codewords: `Modules come out wrong: ${losses.worst} codewords of one block, of which ${losses.correctable} can be corrected.`,
    patterns:
      'The modules are all there, but a reader does not find the patterns by which it knows the code.',
  };
  return texts[lack];
}
