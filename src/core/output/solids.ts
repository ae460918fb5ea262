/** Bodies from areas and heights, by a library whose bodies are closed by construction. */
import type { CrossSection, Manifold, ManifoldToplevel } from 'manifold-3d';
import { flattenRegion, type Region } from '../geometry';
import { loadedOnce } from '../tasks';
import { slack } from '../numbers';
import { isLine, type Heights, type OperationSheet } from '../plan';
import { CannotWrite, type WriteSetting } from './writer';

/** A closed surface of triangles in millimetres, x to the right, y away from the viewer, z up from the bed. */
export interface Mesh {
  /** Three numbers a corner. */
  readonly corners: Float32Array;
  /** Three corners a triangle, counter-clockwise seen from outside. */
  readonly triangles: Uint32Array;
}

export interface SolidBody {
  readonly name: 'base' | 'marks';
  readonly colour: string;
  readonly mesh: Mesh;
}

export interface Solids {
  /** Base and marks, each closed; marks that are left out of the base are no body. */
  readonly bodies: readonly SolidBody[];
  /** All in one, where the colour is changed at a layer; null where both colours lie beside each other. */
  readonly whole: Mesh | null;
}

/** Arcs become straight edges that stay so near, in millimetres. */
const toleranceMm = 0.005;

const library = loadedOnce<ManifoldToplevel>();

async function startSolids({ binary }: WriteSetting): Promise<ManifoldToplevel> {
  return library(async () => {
    const { default: Module } = await import('manifold-3d');
    const wasmBinary = await binary('manifold');
    const module = await (Module as unknown as (options: object) => Promise<ManifoldToplevel>)({
      wasmBinary,
    });
    module.setup();
    return module;
  });
}

/** What is built of a sheet. Throws where nothing is built up, or where an area vanishes. */
export async function solidsOf(sheet: OperationSheet, setting: WriteSetting): Promise<Solids> {
  const base = sheet.operations.find(({ kind }) => kind === 'base');
  if (base === undefined || isLine(base) || base.heights === undefined)
    throw new CannotWrite(`${setting.pair.machine.name} builds nothing up, so there is no body to write.`);
  const module = await startSolids(setting);
  const used: { delete(): void }[] = [];
  const kept = <Thing extends { delete(): void }>(thing: Thing): Thing => {
    used.push(thing);
    return thing;
  };
  try {
    // Sums of heights end beside where they should by the last digit: what meets has one height.
    const { heights } = base;
    const level = (heightMm: number): number =>
      [heights.fromMm, heights.toMm].find((levelMm) => Math.abs(levelMm - heightMm) < slack) ?? heightMm;
    const block = (area: Region, span: Heights): Manifold => {
      const [fromMm, toMm] = [level(span.fromMm), level(span.toMm)];
      const polygons = flattenRegion(area, toleranceMm).map((contour) =>
        contour.map(({ x, y }): [number, number] => [x, sheet.heightMm - y]),
      );
      const section: CrossSection = kept(new module.CrossSection(polygons, 'NonZero'));
      const tall = kept(module.Manifold.extrude(section, toMm - fromMm));
      return kept(tall.translate([0, 0, fromMm]));
    };
    const marks = sheet.operations.filter(
      (operation) => !isLine(operation) && (operation.kind === 'raise' || operation.kind === 'sink'),
    );
    const heightsOf = marks.flatMap((operation) =>
      isLine(operation) || operation.heights === undefined ? [] : [operation.heights],
    );
    const ofMarks = marks.flatMap((operation) =>
      isLine(operation) || operation.heights === undefined ? [] : [block(operation.area, operation.heights)],
    );
    const bare = block(base.area, base.heights);
    const isSunk = marks.some(({ kind }) => kind === 'sink');
    const united = ofMarks.length === 0 ? null : kept(module.Manifold.union(ofMarks));
    if (united === null || united.isEmpty())
      throw new CannotWrite('The marks have no area, so there is nothing to build.');
    const within = heightsOf.some(
      ({ fromMm, toMm }) => fromMm < base.heights!.toMm - slack && toMm > base.heights!.fromMm + slack,
    );
    const meshOf = (body: Manifold): Mesh => {
      const { vertProperties, triVerts, numProp } = body.getMesh();
      const corners = new Float32Array((vertProperties.length / numProp) * 3);
      for (let index = 0; index < corners.length / 3; index++)
        for (let axis = 0; axis < 3; axis++)
          corners[3 * index + axis] = vertProperties[index * numProp + axis]!;
      return { corners, triangles: triVerts.slice() };
    };
    const body = (name: SolidBody['name'], colour: string, solid: Manifold): SolidBody => ({
      name,
      colour,
      mesh: meshOf(solid),
    });
    if (isSunk) {
      const sunk = kept(bare.subtract(united));
      return { bodies: [body('base', setting.baseColour, sunk)], whole: meshOf(sunk) };
    }
    if (within) {
      // Both halves of one cut have the very faces between them.
      const [filled, left] = bare.split(united).map(kept) as [Manifold, Manifold];
      return {
        bodies: [body('base', setting.baseColour, left), body('marks', setting.markColour, filled)],
        whole: null,
      };
    }
    return {
      bodies: [body('base', setting.baseColour, bare), body('marks', setting.markColour, united)],
      whole: meshOf(kept(bare.add(united))),
    };
  } finally {
    for (const thing of used) thing.delete();
  }
}

/** `#RRGGBBAA` as the colours of 3MF are written. */
export const displayColour = (colour: string): string => `${colour.toUpperCase()}FF`;
