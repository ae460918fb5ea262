/** Families of materials: what marks, light and ink do on all that belong to one. Adding a family is one entry; common practice, no source. */

interface MaterialFamilyTraits {
  readonly name: string;
  /** What the surface mirrors light like. */
  readonly mirrorsLike: 'metal' | 'plastic';
  /** A beam burns its marks into it, and browns it beside them. */
  readonly burns: boolean;
  /** Ink runs along its fibres, which are not coated. */
  readonly soaks: boolean;
  /** What lies behind it shows beside every printed mark, until white is printed under it. */
  readonly isClearFilm: boolean;
}

const plain = { mirrorsLike: 'plastic', burns: false, soaks: false, isClearFilm: false } as const;
const fibres = { ...plain, burns: true, soaks: true };

export const materialFamilies = {
  paper: { ...fibres, name: 'paper' },
  'thermal-paper': { ...plain, name: 'thermal paper' },
  card: { ...fibres, name: 'card' },
  vinyl: { ...plain, name: 'vinyl' },
  wood: { ...fibres, name: 'wood' },
  cork: { ...plain, burns: true, name: 'cork' },
  leather: { ...plain, burns: true, name: 'leather' },
  acrylic: { ...plain, name: 'acrylic' },
  stone: { ...plain, name: 'stone' },
  glass: { ...plain, name: 'glass' },
  'coated-metal': { ...plain, name: 'coated metal' },
  'bare-metal': { ...plain, mirrorsLike: 'metal', name: 'bare metal' },
  laminate: { ...plain, name: 'laminate' },
  'coloured-vinyl': { ...plain, name: 'coloured vinyl' },
  'clear-film': { ...plain, isClearFilm: true, name: 'clear film' },
  fabric: { ...fibres, name: 'fabric' },
  'sheet-metal': { ...plain, mirrorsLike: 'metal', name: 'sheet metal' },
  'stencil-card': { ...fibres, name: 'stencil card' },
  filament: { ...plain, name: 'filament' },
  resin: { ...plain, name: 'resin' },
} as const satisfies Readonly<Record<string, MaterialFamilyTraits>>;
export type MaterialFamily = keyof typeof materialFamilies;
export const materialFamilyIds = Object.keys(materialFamilies) as [MaterialFamily, ...MaterialFamily[]];
