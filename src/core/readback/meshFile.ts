/** Bodies from STL and 3MF: their triangles counted and checked, and cut level where marks and base lie. */
import { unzipSync } from 'fflate';
import { XMLParser } from 'fast-xml-parser';
import { boundsOf, regionArea, type Contour, type Region, type Vertex } from '../geometry';
import { writeSvg } from '../output';
import { blackInk, type OperationSheet } from '../plan';
import { rasteriseMarks } from './rasterise';
import { NotRead, type Interpreter, type ReadFile, type ReadLayer, type ReadSetting } from './readFile';

/** Nine numbers a triangle: three corners in millimetres. */
export type Triangles = Float64Array;

export interface ReadBody {
  readonly name: string;
  readonly triangles: Triangles;
}

/** Closeness, parts and volume: each edge has to be run once each way; volume by the divergence theorem. */
export function measureBody({ name, triangles }: ReadBody, heightMm: number): ReadLayer {
  const corners = new Map<string, number>();
  const idOf = (index: number): number => {
    const key = `${triangles[index]},${triangles[index + 1]},${triangles[index + 2]}`;
    let id = corners.get(key);
    if (id === undefined) corners.set(key, (id = corners.size));
    return id;
  };
  const edges = new Map<string, number>();
  let volume = 0;
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let index = 0; index < triangles.length; index += 9) {
    const ids = [idOf(index), idOf(index + 3), idOf(index + 6)];
    for (let side = 0; side < 3; side++) {
      const [from, to] = [ids[side]!, ids[(side + 1) % 3]!];
      const key = from < to ? `${from},${to}` : `${to},${from}`;
      edges.set(key, (edges.get(key) ?? 0) + (from < to ? 1 : -1));
    }
    const [ax, ay, az, bx, by, bz, cx, cy, cz] = triangles.subarray(index, index + 9) as unknown as number[];
    volume +=
      (ax! * (by! * cz! - bz! * cy!) - ay! * (bx! * cz! - bz! * cx!) + az! * (bx! * cy! - by! * cx!)) / 6;
    for (let corner = index; corner < index + 9; corner += 3) {
      left = Math.min(left, triangles[corner]!);
      right = Math.max(right, triangles[corner]!);
      low = Math.min(low, heightMm - triangles[corner + 1]!);
      high = Math.max(high, heightMm - triangles[corner + 1]!);
    }
  }
  const count = triangles.length / 9;
  return {
    name,
    holds: 'body',
    paths: count,
    open: [...edges.values()].filter((balance) => balance !== 0).length,
    bounds: count === 0 ? null : { x: left, y: low, width: right - left, height: high - low },
    volumeMm3: volume,
    euler: corners.size - edges.size + count,
  };
}

/** Outlines of a body at a height, y downwards; material lies to the right of their way. */
export function sliceBody(triangles: Triangles, z: number, heightMm: number): Region {
  const next = new Map<string, { from: Vertex; to: string }[]>();
  const keyOf = ({ x, y }: Vertex): string => `${x.toFixed(5)},${y.toFixed(5)}`;
  const points = new Map<string, Vertex>();
  for (let index = 0; index < triangles.length; index += 9) {
    const crossing: { point: Vertex; rises: boolean }[] = [];
    for (let side = 0; side < 3; side++) {
      const [a, b] = [index + 3 * side, index + 3 * ((side + 1) % 3)];
      const [za, zb] = [triangles[a + 2]!, triangles[b + 2]!];
      if (za < z === zb < z) continue;
      const share = (z - za) / (zb - za);
      crossing.push({
        rises: zb > za,
        point: {
          x: triangles[a]! + share * (triangles[b]! - triangles[a]!),
          y: heightMm - (triangles[a + 1]! + share * (triangles[b + 1]! - triangles[a + 1]!)),
        },
      });
    }
    if (crossing.length !== 2) continue;
    // Seen from outside corners run against the clock: the surface is entered where its edge falls.
    const [one, other] = crossing as [(typeof crossing)[0], (typeof crossing)[0]];
    const [from, to] = one.rises ? [other.point, one.point] : [one.point, other.point];
    const [fromKey, toKey] = [keyOf(from), keyOf(to)];
    if (fromKey === toKey) continue;
    points.set(toKey, to);
    next.set(fromKey, [...(next.get(fromKey) ?? []), { from, to: toKey }]);
  }
  const region: Contour[] = [];
  for (const [start] of next) {
    while ((next.get(start)?.length ?? 0) > 0) {
      const contour: Vertex[] = [];
      let key = start;
      for (;;) {
        const way = next.get(key)?.pop();
        if (way === undefined) break;
        contour.push(way.from);
        key = way.to;
        if (key === start) break;
      }
      if (contour.length > 2) region.push(contour);
    }
  }
  return region;
}

/**
 * Marks are what is built highest, or what is left out of the base; both are found by cutting just under every level at which something
 * ends and comparing it with the whole piece.
 */
function readBodies(bodies: readonly ReadBody[], { heightMm }: ReadSetting): ReadFile {
  const layers = bodies.map((body) => measureBody(body, heightMm));
  const box = unitedBox(layers);
  if (box === null) throw new NotRead('The file holds no triangles.');
  const marks = bodies.find(({ name }) => name === 'marks');
  const levels = [...new Set(bodies.flatMap(({ triangles }) => heightsOf(triangles)))].sort((a, b) => a - b);
  const [bed, top] = [levels[0]!, levels.at(-1)!];
  const base = bodies.find(({ name }) => name === 'base') ?? bodies[0]!;
  const inner = levels.find((level) => level > bed + 1e-6 && level < top - 1e-6) ?? (bed + top) / 2;
  const slice = (triangles: Triangles, z: number): Region => sliceBody(triangles, z, heightMm);
  const sheet = (): OperationSheet => {
    const at = (z: number): Region => slice(base.triangles, z);
    const [low, high] = [at((bed + inner) / 2), at((inner + top) / 2)];
    const extent = (region: Region): number => {
      const bounds = boundsOf(region);
      return bounds === null ? 0 : bounds.width * bounds.height;
    };
    const area = (region: Region): number => Math.abs(regionArea(region));
    const whole = area(low) >= area(high) ? low : high;
    const partly = whole === low ? high : low;
    // A relief leaves its marks; of what is sunk the marks are what is missing.
    const raised =
      marks === undefined
        ? extent(partly) > 0.98 * extent(whole)
          ? null
          : partly
        : slice(marks.triangles, midOf(marks));
    const isRelief = marks === undefined && raised !== null;
    return {
      widthMm: box.x + box.width,
      heightMm,
      marginMm: 0,
      operations: [
        { kind: 'base', label: 'base', area: whole, ink: blackInk },
        {
          kind: 'raise',
          label: 'marks',
          // What is missing of a sunk face: the whole with the outlines of what is left turned inside out.
          area:
            marks !== undefined || isRelief
              ? (raised ?? [])
              : [...whole, ...partly.map((contour) => [...contour].reverse())],
          ink: blackInk,
        },
      ],
    };
  };
  let svg: Uint8Array | null = null;
  return {
    page: box,
    layers,
    shows: 'marks',
    raster: (window, pxPerMm) => {
      svg ??= writeSvg(sheet(), { title: '', description: '' });
      return rasteriseMarks(svg, window, pxPerMm);
    },
  };
}

const heightsOf = (triangles: Triangles): number[] => {
  const layers = new Set<number>();
  for (let index = 2; index < triangles.length; index += 3) layers.add(Number(triangles[index]!.toFixed(4)));
  return [...layers];
};

const midOf = ({ triangles }: ReadBody): number => {
  const heights = heightsOf(triangles);
  return (Math.min(...heights) + Math.max(...heights)) / 2;
};

function unitedBox(layers: readonly ReadLayer[]): ReadFile['page'] {
  const boxes = layers.flatMap(({ bounds }) => (bounds === null ? [] : [bounds]));
  if (boxes.length === 0) return null;
  const x = Math.min(...boxes.map((box) => box.x));
  const y = Math.min(...boxes.map((box) => box.y));
  return {
    x,
    y,
    width: Math.max(...boxes.map((box) => box.x + box.width)) - x,
    height: Math.max(...boxes.map((box) => box.y + box.height)) - y,
  };
}

const [headerBytes, triangleBytes] = [80, 50];

/** Triangles of a binary STL. */
export function trianglesOfStl(bytes: Uint8Array): Triangles {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const count = bytes.length < headerBytes + 4 ? -1 : view.getUint32(headerBytes, true);
  if (bytes.length !== headerBytes + 4 + count * triangleBytes)
    throw new NotRead(`The file says ${count} triangles and has ${bytes.length} bytes.`);
  const triangles = new Float64Array(count * 9);
  for (let triangle = 0; triangle < count; triangle++)
    for (let number = 0; number < 9; number++)
      triangles[9 * triangle + number] = view.getFloat32(
        headerBytes + 4 + triangle * triangleBytes + 12 + 4 * number,
        true,
      );
  return triangles;
}

/** All bodies of one take; STL has one a file, so the others are given beside it. */
export const readStl: Interpreter = (bytes, setting) =>
  readBodies([{ name: 'whole', triangles: trianglesOfStl(bytes) }], setting);

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseAttributeValue: false,
});

interface Model {
  readonly unit: string;
  readonly resources: { readonly object: ModelObject | readonly ModelObject[] };
  readonly build: { readonly item: unknown };
}
interface ModelObject {
  readonly name: string;
  readonly mesh: {
    readonly vertices: { readonly vertex: readonly Record<'x' | 'y' | 'z', string>[] };
    readonly triangles: { readonly triangle: readonly Record<'v1' | 'v2' | 'v3', string>[] };
  };
}

/** Where the model lies in its package is said by a relationship (3MF Core 2.1). */
export function bodiesOfThreeMf(bytes: Uint8Array): readonly ReadBody[] {
  const files = unzipSync(bytes);
  const text = (path: string): string => {
    const file = files[path];
    if (file === undefined) throw new NotRead(`The package lacks ${path}.`);
    return new TextDecoder().decode(file);
  };
  text('[Content_Types].xml');
  const target = /Target="\/([^"]+)"/.exec(text('_rels/.rels'))?.[1];
  if (target === undefined) throw new NotRead('The package does not say where its model is.');
  const { model } = parser.parse(text(target)) as { model?: Model };
  if (model?.unit !== 'millimeter') throw new NotRead(`The model's unit is ${model?.unit ?? 'not given'}.`);
  return [model.resources.object].flat().map(({ name, mesh }) => {
    const corners = mesh.vertices.vertex.map(({ x, y, z }) => [Number(x), Number(y), Number(z)] as const);
    return {
      name,
      triangles: Float64Array.from(
        mesh.triangles.triangle.flatMap(({ v1, v2, v3 }) =>
          [v1, v2, v3].flatMap((corner) => [...corners[Number(corner)]!]),
        ),
      ),
    };
  });
}

export const readThreeMf: Interpreter = (bytes, setting) => readBodies(bodiesOfThreeMf(bytes), setting);
