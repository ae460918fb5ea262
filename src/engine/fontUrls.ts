/** Where the page has the fonts that ship with it. */
import archivoLatin700 from '@fontsource/archivo/files/archivo-latin-700-normal.woff?url';
import archivoLatinExt700 from '@fontsource/archivo/files/archivo-latin-ext-700-normal.woff?url';
import barlowCondensedLatin700 from '@fontsource/barlow-condensed/files/barlow-condensed-latin-700-normal.woff?url';
import barlowCondensedLatinExt700 from '@fontsource/barlow-condensed/files/barlow-condensed-latin-ext-700-normal.woff?url';
import zillaSlabLatin700 from '@fontsource/zilla-slab/files/zilla-slab-latin-700-normal.woff?url';
import zillaSlabLatinExt700 from '@fontsource/zilla-slab/files/zilla-slab-latin-ext-700-normal.woff?url';
import kaushanScriptLatin400 from '@fontsource/kaushan-script/files/kaushan-script-latin-400-normal.woff?url';
import kaushanScriptLatinExt400 from '@fontsource/kaushan-script/files/kaushan-script-latin-ext-400-normal.woff?url';
import stardosStencilLatin700 from '@fontsource/stardos-stencil/files/stardos-stencil-latin-700-normal.woff?url';
import splineSansMonoLatin700 from '@fontsource/spline-sans-mono/files/spline-sans-mono-latin-700-normal.woff?url';
import splineSansMonoLatinExt700 from '@fontsource/spline-sans-mono/files/spline-sans-mono-latin-ext-700-normal.woff?url';
import varelaRoundLatin400 from '@fontsource/varela-round/files/varela-round-latin-400-normal.woff?url';
import varelaRoundLatinExt400 from '@fontsource/varela-round/files/varela-round-latin-ext-400-normal.woff?url';
import bungeeLatin400 from '@fontsource/bungee/files/bungee-latin-400-normal.woff?url';
import bungeeLatinExt400 from '@fontsource/bungee/files/bungee-latin-ext-400-normal.woff?url';
import notoSansLatin700 from '@fontsource/noto-sans/files/noto-sans-latin-700-normal.woff?url';
import notoSansLatinExt700 from '@fontsource/noto-sans/files/noto-sans-latin-ext-700-normal.woff?url';
import notoSansGreek700 from '@fontsource/noto-sans/files/noto-sans-greek-700-normal.woff?url';
import notoSansCyrillic700 from '@fontsource/noto-sans/files/noto-sans-cyrillic-700-normal.woff?url';
import notoSansHebrewHebrew700 from '@fontsource/noto-sans-hebrew/files/noto-sans-hebrew-hebrew-700-normal.woff?url';
import notoSansArabicArabic700 from '@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-700-normal.woff?url';
import notoEmojiEmoji400 from '@fontsource/noto-emoji/files/noto-emoji-emoji-400-normal.woff?url';
import type { FontFile } from '../core/words';

export const fontUrls: Readonly<Record<FontFile, string>> = {
  'archivo-latin-700': archivoLatin700,
  'archivo-latin-ext-700': archivoLatinExt700,
  'barlow-condensed-latin-700': barlowCondensedLatin700,
  'barlow-condensed-latin-ext-700': barlowCondensedLatinExt700,
  'zilla-slab-latin-700': zillaSlabLatin700,
  'zilla-slab-latin-ext-700': zillaSlabLatinExt700,
  'kaushan-script-latin-400': kaushanScriptLatin400,
  'kaushan-script-latin-ext-400': kaushanScriptLatinExt400,
  'stardos-stencil-latin-700': stardosStencilLatin700,
  'spline-sans-mono-latin-700': splineSansMonoLatin700,
  'spline-sans-mono-latin-ext-700': splineSansMonoLatinExt700,
  'varela-round-latin-400': varelaRoundLatin400,
  'varela-round-latin-ext-400': varelaRoundLatinExt400,
  'bungee-latin-400': bungeeLatin400,
  'bungee-latin-ext-400': bungeeLatinExt400,
  'noto-sans-latin-700': notoSansLatin700,
  'noto-sans-latin-ext-700': notoSansLatinExt700,
  'noto-sans-greek-700': notoSansGreek700,
  'noto-sans-cyrillic-700': notoSansCyrillic700,
  'noto-sans-hebrew-hebrew-700': notoSansHebrewHebrew700,
  'noto-sans-arabic-arabic-700': notoSansArabicArabic700,
  'noto-emoji-emoji-400': notoEmojiEmoji400,
};
