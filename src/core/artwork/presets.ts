/** Styles that come with the program: points in the space of the style, each measured with every reader. */
import { plainStyle, squareModules, type FinderShape, type ModuleStyle, type Style } from './style';

export interface Preset {
  readonly id: string;
  readonly name: string;
  readonly style: Style;
}

const round = (cornerModules: number, corners: FinderShape['corners'] = 'all'): FinderShape => ({
  corner: 'round',
  cornerModules,
  corners,
});
const cut = (cornerModules: number): FinderShape => ({ corner: 'cut', cornerModules, corners: 'all' });
const modules = (change: Partial<ModuleStyle>): ModuleStyle => ({ ...squareModules, ...change });
const styled = (change: Partial<ModuleStyle>, ring = round(0), centre = round(0)): Style => ({
  ...plainStyle,
  modules: modules(change),
  finders: [{ ring, centre }],
});

export const presets: readonly Preset[] = [
  { id: 'plain', name: 'Plain', style: plainStyle },
  { id: 'tile', name: 'Tile', style: styled({ join: 'none', fill: 0.86 }) },
  {
    id: 'pebble',
    name: 'Pebble',
    style: styled({ cornerSize: 0.4, innerFillet: 0.15 }, round(1), round(0.6)),
  },
  {
    id: 'rope',
    name: 'Rope',
    style: styled(
      { cornerSize: 0.5, innerFillet: 0.3, diagonal: 'bridge', diagonalModules: 0.3 },
      round(1),
      round(0.75),
    ),
  },
  {
    id: 'rivet',
    name: 'Rivet',
    style: styled({ join: 'none', cornerSize: 0.5, fill: 0.86 }, round(1), round(0.75)),
  },
  {
    id: 'planking',
    name: 'Planking',
    style: styled({ join: 'rows', cornerSize: 0.5, fill: 0.82 }, round(1), round(0.5)),
  },
  {
    id: 'piles',
    name: 'Piles',
    style: styled({ join: 'columns', cornerSize: 0.5, fill: 0.82 }, round(1), round(0.5)),
  },
  {
    id: 'cleat',
    name: 'Cleat',
    style: styled({ join: 'none', corner: 'cut', cornerSize: 0.3, fill: 0.94 }, cut(0.9), cut(0.5)),
  },
  { id: 'lozenge', name: 'Lozenge', style: styled({ join: 'none', corner: 'cut', cornerSize: 0.5 }) },
  {
    id: 'leaf',
    name: 'Leaf',
    style: styled(
      { join: 'none', cornerSize: 0.5, corners: 'falling', fill: 0.94 },
      round(1, 'sides'),
      round(0.75, 'sides'),
    ),
  },
  {
    id: 'shingle',
    name: 'Shingle',
    style: styled({ join: 'none', cornerSize: 0.5, corners: 'lower', fill: 0.92 }, round(1), round(0)),
  },
  {
    id: 'clinker',
    name: 'Clinker',
    style: styled({ join: 'rows', corner: 'cut', cornerSize: 0.4, corners: 'rising', fill: 0.86 }),
  },
  { id: 'anvil', name: 'Anvil', style: styled({ join: 'none', corner: 'scoop', cornerSize: 0.22 }) },
  {
    id: 'porthole',
    name: 'Porthole',
    style: styled({ join: 'none', cornerSize: 0.5, fill: 0.98 }, round(2.5), round(1.5)),
  },
];

/** The shapes of a style; two styles with the same text have the same shapes. */
export const shapesKey = ({ modules, finders, alignment, round }: Omit<Style, 'paint'>): string =>
  JSON.stringify([modules, finders, alignment, round]);

/** The preset with the same shapes, if there is one. */
export const presetOf = (style: Style): Preset | undefined =>
  presets.find((preset) => shapesKey(preset.style) === shapesKey(style));

export const styleName = (style: Style): string =>
  style.round === null
    ? (presetOf(style)?.name ?? 'own shapes')
    : `round ${styleName({ ...style, round: null })}`;
