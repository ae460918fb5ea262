/**
 * What a knock-out does to a symbol, exactly: which modules can be read wrong, which codewords they belong to, and
 * what that takes of each block (ISO/IEC 18004:2015, 7.5.1 and Table 9; codeword placement 7.7.3).
 */
import { lostCodewords, type LostCodewords, type ModuleRole, type QrSymbol } from '../symbol';
import { sampleModules, samplesPerModule, type PlacedLogo } from './knockOut';

export interface Damage extends LostCodewords {
  /** 1 for modules that can be read wrong, row by row. */
  readonly modules: Uint8Array;
}

/** Readers look at the middle of a module: samples within this share of its side count. */
const lookedAt = 2 / 3;
/** Darkness of what is looked at from which a module surely reads dark, and up to which surely light. */
const surelyDark = 0.95;
const surelyLight = 0.05;

export function knockOutDamage(
  symbol: Pick<QrSymbol, 'size' | 'modules' | 'version' | 'level'>,
  placed: PlacedLogo,
): Damage {
  const modules = unsureModules(symbol, placed);
  return { ...lostCodewords(symbol, modules), modules };
}

function unsureModules(
  { size, modules }: Pick<QrSymbol, 'size' | 'modules'>,
  placed: PlacedLogo,
): Uint8Array {
  const ink = sampleModules(placed.ink, size);
  const mixed = placed.mixed.length > 0 ? sampleModules(placed.mixed, size) : null;
  const knocked = placed.cuts ? sampleModules(placed.knockOut, size) : null;
  const across = size * samplesPerModule;
  const skip = Math.round(((1 - lookedAt) / 2) * samplesPerModule);
  const unsure = new Uint8Array(size * size);
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++) {
      const module = row * size + column;
      const isDark = modules[module] === 1;
      const stays = isDark && placed.cleared[module] === 0;
      let dark = 0;
      let count = 0;
      let isMixed = false;
      for (let down = skip; down < samplesPerModule - skip; down++)
        for (let right = skip; right < samplesPerModule - skip; right++) {
          const index = (row * samplesPerModule + down) * across + column * samplesPerModule + right;
          count++;
          if (mixed?.[index] === 1) isMixed = true;
          if (ink[index] === 1 || (stays && knocked?.[index] !== 1)) dark++;
        }
      const share = dark / count;
      if (isMixed || (isDark ? share < surelyDark : share > surelyLight)) unsure[module] = 1;
    }
  return unsure;
}

/** Patterns by which a code is found and opened: never to be covered. */
export const protectedRoles: readonly ModuleRole[] = [
  'finder-ring',
  'finder-centre',
  'finder-gap',
  'separator',
  'format',
  'version',
];
