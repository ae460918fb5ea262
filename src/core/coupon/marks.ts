/** How the marks of a patch came out: tones, and how far its edges lie from where they were meant. */
import type { Brightness } from '../camera';
import { linearOfEncoded } from '../colour';
import type { Vertex } from '../geometry';
import { valueAt } from '../photo';
import type { QrSymbol } from '../symbol';

/** From columns and rows to pixels. */
export type At = (x: number, y: number) => Vertex;

export interface Tones {
  readonly dark: number;
  readonly light: number;
}

/** Light of each pixel as it fell on it, 0 to 1: what lies between two pixels is half of the light of both, not of their tones. */
export interface LightPlane {
  readonly width: number;
  readonly height: number;
  readonly light: Float32Array;
}

const linearOfLuma = Float32Array.from({ length: 256 }, (_, luma) => linearOfEncoded(luma / 255));

export const lightOf = ({ width, height, luma }: Brightness): LightPlane => ({
  width,
  height,
  light: Float32Array.from(luma, (level) => linearOfLuma[level]!),
});

const lightAt = ({ width, height, light }: LightPlane, { x, y }: Vertex): number =>
  valueAt(light, width, height, x, y);

/** Mean light of squares of modules, by samples so many to a module. */
function meanOf(
  plane: LightPlane,
  place: At,
  box: readonly [number, number, number, number],
  perModule: number,
): number {
  const [left, top, right, bottom] = box;
  const [columns, rows] = [Math.ceil((right - left) * perModule), Math.ceil((bottom - top) * perModule)];
  let sum = 0;
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      sum += lightAt(
        plane,
        place(
          left + ((column + 0.5) * (right - left)) / columns,
          top + ((row + 0.5) * (bottom - top)) / rows,
        ),
      );
  return sum / (columns * rows);
}

/** Of what is surely dark, the middles of the finder patterns, and surely light, the quiet zone; null where there is no telling. */
export function tonesOf(plane: LightPlane, place: At, { size }: QrSymbol): Tones | null {
  const dark = [
    [2.75, 2.75],
    [size - 4.25, 2.75],
    [2.75, size - 4.25],
  ].map(([x, y]) => meanOf(plane, place, [x!, y!, x! + 1.5, y! + 1.5], 4));
  const light = (
    [
      [0, -3, size, -1.5],
      [0, size + 1.5, size, size + 3],
      [-3, 0, -1.5, size],
      [size + 1.5, 0, size + 3, size],
    ] as const
  ).map((box) => meanOf(plane, place, box, 3));
  const mean = (values: readonly number[]): number =>
    values.reduce((sum, value) => sum + value, 0) / values.length;
  const tones = { dark: mean(dark), light: mean(light) };
  return tones.light - tones.dark < 0.01 ? null : tones;
}

/** Lines across a row or a column of modules, steps of a line to a module, and how far from its place an edge is looked for. */
const [lines, stepsPerModule, reachModules] = [[-0.25, 0, 0.25], 12, 0.6] as const;
/** Of a run's end that blur and growth may reach, and of its middle that is looked at, in modules. */
const [nearEdge, deepInside] = [0.35, 1.65];

/**
 * By how much dark grew on each edge, in modules: how far edges between runs of two modules or more lie from where they were
 * meant, taking an edge to be where light is half way between both sides. What is dark on the left of an edge and what is dark
 * on its right count alike, so that a grid that lies a little off takes from the one what it gives to the other. Null where
 * there are too few edges.
 */
export function darkGrowth(
  plane: LightPlane,
  places: At,
  { size, modules }: QrSymbol,
  { dark, light }: Tones,
): number | null {
  const offsets: { readonly darkFirst: number[]; readonly lightFirst: number[] } = {
    darkFirst: [],
    lightFirst: [],
  };
  const isDark = (along: number, line: number, isDown: boolean): boolean =>
    along >= 0 && along < size && modules[isDown ? along * size + line : line * size + along] === 1;
  for (const isDown of [false, true])
    for (let line = 0; line < size; line++) {
      const profiles = lines.map(
        (aside) =>
          (along: number): number =>
            lightAt(plane, isDown ? places(line + 0.5 + aside, along) : places(along, line + 0.5 + aside)),
      );
      for (const { place, before, after, darkFirst } of edgesOf(size, (along) =>
        isDark(along, line, isDown),
      )) {
        if (before < 2 || after < 2) continue;
        for (const profile of profiles) {
          const off = edgeOff(profile, place, darkFirst, (light - dark) / 2);
          if (off !== null) offsets[darkFirst ? 'darkFirst' : 'lightFirst'].push(darkFirst ? off : -off);
        }
      }
    }
  if (offsets.darkFirst.length < leastEdges || offsets.lightFirst.length < leastEdges) return null;
  return (middleOf(offsets.darkFirst) + middleOf(offsets.lightFirst)) / 2;
}
const leastEdges = 20;

/** Where tones change along a line, with the lengths of the runs before and after; the quiet zone is a run as well. */
function edgesOf(
  size: number,
  isDark: (along: number) => boolean,
): readonly {
  readonly place: number;
  readonly before: number;
  readonly after: number;
  readonly darkFirst: boolean;
}[] {
  const places: number[] = [];
  for (let along = 0; along <= size; along++) if (isDark(along) !== isDark(along - 1)) places.push(along);
  return places.map((place, index) => ({
    place,
    before: place - (places[index - 1] ?? -4),
    after: (places[index + 1] ?? size + 4) - place,
    darkFirst: isDark(place - 1),
  }));
}

/** How far to the right an edge lies of its place; null where there is none, as between the levels of both sides. */
function edgeOff(
  profile: (along: number) => number,
  place: number,
  darkFirst: boolean,
  leastStep: number,
): number | null {
  const level = (from: number, to: number): number => {
    let sum = 0;
    for (let step = 0; step < 8; step++) sum += profile(from + ((step + 0.5) / 8) * (to - from));
    return sum / 8;
  };
  const before = level(place - deepInside, place - nearEdge);
  const after = level(place + nearEdge, place + deepInside);
  if ((darkFirst ? after - before : before - after) < leastStep) return null;
  const middle = (before + after) / 2;
  let nearest: number | null = null;
  let last = profile(place - reachModules);
  for (let step = 1; step <= 2 * reachModules * stepsPerModule; step++) {
    const along = place - reachModules + step / stepsPerModule;
    const next = profile(along);
    if (last < middle === darkFirst && next >= middle === darkFirst) {
      const off = along - (next - middle) / (next - last) / stepsPerModule - place;
      if (nearest === null || Math.abs(off) < Math.abs(nearest)) nearest = off;
    }
    last = next;
  }
  return nearest;
}

/** Mean of the middle half: specks and scratches lie beyond it. */
function middleOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const cut = Math.floor(sorted.length / 4);
  const kept = sorted.slice(cut, sorted.length - cut);
  return kept.reduce((sum, value) => sum + value, 0) / kept.length;
}
