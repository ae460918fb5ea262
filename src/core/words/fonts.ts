/** The fonts that ship with the program, by character. Each is a list of files that together hold its signs. */

/** Files of the font packages: package, subset, weight. */
export const fontFiles = [
  'archivo-latin-700',
  'archivo-latin-ext-700',
  'barlow-condensed-latin-700',
  'barlow-condensed-latin-ext-700',
  'zilla-slab-latin-700',
  'zilla-slab-latin-ext-700',
  'kaushan-script-latin-400',
  'kaushan-script-latin-ext-400',
  'stardos-stencil-latin-700',
  'spline-sans-mono-latin-700',
  'spline-sans-mono-latin-ext-700',
  'varela-round-latin-400',
  'varela-round-latin-ext-400',
  'bungee-latin-400',
  'bungee-latin-ext-400',
  'noto-sans-latin-700',
  'noto-sans-latin-ext-700',
  'noto-sans-greek-700',
  'noto-sans-cyrillic-700',
  'noto-sans-hebrew-hebrew-700',
  'noto-sans-arabic-arabic-700',
  'noto-emoji-emoji-400',
] as const;
export type FontFile = (typeof fontFiles)[number];

/** Where a font file lies among the installed packages. */
export function packagePathOf(file: FontFile): string {
  const [, family, rest] = /^(.*?)-((?:latin|latin-ext|greek|cyrillic|hebrew|arabic|emoji)-\d+)$/.exec(file)!;
  return `@fontsource/${family}/files/${family}-${rest}-normal.woff`;
}

export const fontIds = [
  'plain',
  'condensed',
  'slab',
  'script',
  'stencil',
  'monospaced',
  'rounded',
  'display',
] as const;
export type FontId = (typeof fontIds)[number];

export interface Typeface {
  readonly id: FontId;
  readonly name: string;
  readonly files: readonly FontFile[];
}

export const typefaces: readonly Typeface[] = [
  { id: 'plain', name: 'Plain', files: ['archivo-latin-700', 'archivo-latin-ext-700'] },
  {
    id: 'condensed',
    name: 'Condensed',
    files: ['barlow-condensed-latin-700', 'barlow-condensed-latin-ext-700'],
  },
  { id: 'slab', name: 'Slab', files: ['zilla-slab-latin-700', 'zilla-slab-latin-ext-700'] },
  { id: 'script', name: 'Script', files: ['kaushan-script-latin-400', 'kaushan-script-latin-ext-400'] },
  { id: 'stencil', name: 'Stencil', files: ['stardos-stencil-latin-700'] },
  {
    id: 'monospaced',
    name: 'Monospaced',
    files: ['spline-sans-mono-latin-700', 'spline-sans-mono-latin-ext-700'],
  },
  { id: 'rounded', name: 'Rounded', files: ['varela-round-latin-400', 'varela-round-latin-ext-400'] },
  { id: 'display', name: 'Display', files: ['bungee-latin-400', 'bungee-latin-ext-400'] },
];

/** Asked in this order for signs that a font lacks: other scripts, and Latin letters with rarer accents. */
export const spareFiles: readonly FontFile[] = [
  'noto-sans-latin-700',
  'noto-sans-latin-ext-700',
  'noto-sans-greek-700',
  'noto-sans-cyrillic-700',
  'noto-sans-hebrew-hebrew-700',
  'noto-sans-arabic-arabic-700',
];
