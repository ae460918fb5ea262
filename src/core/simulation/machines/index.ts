/**
 * machines: marks as a file draws them come in; marks as a machine makes them go out. Each kind of machine is a pure function
 * of its values and a seed. How much edges wander and marks vary is from memory unless a source is named; growth, dots,
 * elements and line intervals are those of the profile.
 */
import type { MarkRaster } from '../../readback';
import type { MachineKindId } from '../../plan';
import { bands, ridges, specks, steppedEdges } from './bands';
import { streaks, wholeDots } from './dots';
import { grow, halo, reachedBy, reliefShaded, uneven, wander, type Extent } from './edges';
import { weeded } from './parts';

export interface MachineModel {
  readonly kind: MachineKindId;
  /** By how much marks grow on each edge. */
  readonly growthMm: number;
  /** The smallest mark: a dot, a spot, a tip, a line of filament, the smallest part that weeds. */
  readonly elementMm: number;
  /** Pitch of a printer's dots, null for machines without. */
  readonly dotMm: number | null;
  /** From one line of a filled area to the next; null where it is not filled line by line. */
  readonly lineMm: number | null;
  /** The tool is pointed, and reaches into corners. */
  readonly isPointed: boolean;
  /** The material burns, and browns beside its marks. */
  readonly burns: boolean;
  /** Ink runs along the fibres of the material. */
  readonly soaks: boolean;
  /** Ink is pushed through a mesh, whose threads its edges follow. */
  readonly hasMesh: boolean;
  readonly seed: number;
}

type Plane = Uint8Array;
/** A plane of marks, after growth, as a kind of machine leaves it. */
type Make = (plane: Plane, extent: MarkRaster, machine: MachineModel) => Plane;

/** Deviation of an edge as a share of the smallest mark, and the length of its waves in smallest marks. */
const wandering =
  (share: number, waves = 3): Make =>
  (plane, extent, { elementMm, seed }) =>
    wander(plane, extent, share * elementMm * extent.pxPerMm, waves * elementMm * extent.pxPerMm, seed);

/** Marks between a least and full strength, in waves of so many millimetres. */
const varying =
  (least: number, waveMm: number): Make =>
  (plane, extent, { seed }) =>
    uneven(plane, extent, least, waveMm * extent.pxPerMm, seed + 5);

const [haloShare, haloMm] = [0.1, 0.15];
const burnt: Make = (plane, extent, { burns }) =>
  burns ? halo(plane, extent, haloShare, haloMm * extent.pxPerMm) : plane;

/** Lines that are farther apart than they are wide leave some of the area between them. */
const lined: Make = (plane, { width, pxPerMm, window }, { lineMm, elementMm }) => {
  if (lineMm === null || lineMm <= elementMm) return plane;
  const pitch = lineMm * pxPerMm;
  const share = elementMm / lineMm;
  const row = (index: number): number => Math.floor(index / width);
  return plane.map((ink, index) => {
    // Where lines are finer than pixels each pixel has its share of them.
    if (pitch < 2) return ink * share;
    const along = (((row(index) + 0.5) / pxPerMm + window.y) / lineMm) % 1;
    return Math.abs(along - 0.5) <= share / 2 ? ink : 0;
  });
};

/** A round cutter rounds inner corners by its radius and leaves what is narrower than it. */
const cut: Make = (plane, extent, { elementMm, isPointed }) =>
  isPointed ? plane : reachedBy(plane, extent, (elementMm / 2) * extent.pxPerMm);

const shaded =
  (share: number): Make =>
  (plane, extent) =>
    reliefShaded(plane, extent, share);

const pulledOff: Make = (plane, extent, { elementMm, seed }) =>
  weeded(plane, extent, elementMm * extent.pxPerMm, seed);

const weak: Make = (plane, extent, { dotMm, seed }) =>
  dotMm === null ? plane : streaks(plane, extent, dotMm, seed);

/** Along fibres edges run twice as far as on a coated surface. A head of dots prints them as sharp as they are. */
const inked: Make = (plane, extent, machine) =>
  machine.dotMm === null && !machine.hasMesh
    ? wandering(machine.soaks ? 0.3 : 0.15)(plane, extent, machine)
    : plane;

/** Edges of a screen follow its threads, of which about three lie in the smallest mark. */
const meshed: Make = (plane, extent, { hasMesh, elementMm }) =>
  hasMesh ? steppedEdges(plane, extent, (elementMm / 3) * extent.pxPerMm) : plane;

/** Drops that fly astray and toner that settles where it should not. */
const astray: Make = (plane, extent, { dotMm, hasMesh, elementMm, seed }) =>
  dotMm === null && !hasMesh
    ? specks(plane, extent, { sidePx: elementMm * extent.pxPerMm, perPixel: 0.004, reachMarks: 6 }, seed)
    : plane;

/** Passes of a head, and turns of a drum, come out here stronger and there weaker, across the way of the paper. */
const banded: Make = (plane, extent, { dotMm, hasMesh, seed }) =>
  dotMm === null && !hasMesh ? bands(plane, extent, 0.94, 5 * extent.pxPerMm, seed) : plane;

/** Lines of filament lie beside each other and mirror light along their crowns. */
const ridged: Make = (plane, extent, { elementMm }) => ridges(plane, extent, 0.1, elementMm * extent.pxPerMm);

/** What each kind does, one after the other. */
const doings: Readonly<Record<MachineKindId, readonly Make[]>> = {
  printer: [inked, meshed, astray, banded, weak],
  laser: [lined, wandering(0.08), varying(0.92, 2), burnt],
  rotary: [cut, wandering(0.04), varying(0.93, 3)],
  knife: [wandering(0.03, 1), pulledOff],
  'cut-through': [wandering(0.08), burnt],
  // A line of filament or a pixel of resin is the smallest that there is.
  solid: [
    (plane, extent, machine) => reachedBy(plane, extent, (machine.elementMm / 2) * extent.pxPerMm),
    wandering(0.06),
    ridged,
    shaded(0.12),
  ],
  mask: [pulledOff, wandering(0.06, 0.5), varying(0.9, 1.5)],
  // The pad presses harder here than there, and ink gathers at edges.
  stamp: [wandering(0.2), varying(0.85, 8)],
};

/** Null for what is no work of a machine: a picture is as it is. */
export function simulateMachine(raster: MarkRaster, machine: MachineModel | null): MarkRaster {
  if (machine === null) return raster;
  return { ...raster, inks: raster.inks.map((plane) => made(plane, raster, machine)) };
}

function made(plane: Plane, raster: MarkRaster, machine: MachineModel): Plane {
  return doings[machine.kind].reduce(
    (left, make) => make(left, raster, machine),
    grown(plane, raster, machine),
  );
}

/** Its dots and its growth alone, as limits on sizes are about. */
export function grown(
  plane: Plane,
  raster: MarkRaster,
  { growthMm, dotMm }: Pick<MachineModel, 'growthMm' | 'dotMm'>,
): Plane {
  const dotted = dotMm === null ? plane : wholeDots(plane, raster, dotMm);
  const extent: Extent = raster;
  return grow(dotted, extent, growthMm * raster.pxPerMm);
}
