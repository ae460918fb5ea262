/** Outlines read from a file, layer by layer: counted, measured, and drawn again for an outside renderer. */
import { boundsOf, type Contour, type Region } from '../geometry';
import { layerLooks, writeSvg, type LayerKey } from '../output';
import { type Operation, type OperationKind, type OperationSheet } from '../plan';
import { rasteriseMarks } from './rasterise';
import type { ReadFile, ReadLayer } from './readFile';

export interface ReadPath {
  readonly layer: string;
  readonly isFilled: boolean;
  readonly contour: Contour;
  readonly isClosed: boolean;
  /** Of what is filled. */
  readonly colour?: string;
}

/** Of what has no colour of its own. */
const black = '#000000';

const kinds = Object.entries(layerLooks) as [LayerKey, (typeof layerLooks)[LayerKey]][];

/** The kind of operation that a layer's name stands for: names are the same in every format, with a number behind. */
export function kindOfLayer(name: string): OperationKind | null {
  const plain = name.replace(/-\d+$/, '');
  const key = kinds.find(([, look]) => look.name === plain)?.[0] ?? null;
  return key === 'white' ? 'print' : key;
}

const isLineKind = (kind: OperationKind): kind is 'score' | 'kiss' | 'open' | 'cut' =>
  kind === 'score' || kind === 'kiss' || kind === 'open' || kind === 'cut';

/** Layers in the order in which they are first met. */
export function layersOf(paths: readonly ReadPath[]): readonly ReadLayer[] {
  const names = [...new Set(paths.map(({ layer }) => layer))];
  return names.map((name) => {
    const layerPaths = paths.filter(({ layer }) => layer === name);
    return {
      name,
      holds: layerPaths.every(({ isFilled }) => !isFilled) && isLineLayer(name) ? 'lines' : 'areas',
      paths: layerPaths.length,
      open: layerPaths.filter(({ isClosed }) => !isClosed).length,
      bounds: boundsOf(layerPaths.map(({ contour }) => contour)),
    };
  });
}

const isLineLayer = (name: string): boolean => {
  const kind = kindOfLayer(name);
  return kind !== null && isLineKind(kind);
};

/** What was read, as operations again. Layers that stand for nothing known are left out. */
export function sheetOfPaths(paths: readonly ReadPath[], page: ReadFile['page'] & object): OperationSheet {
  const operations: Operation[] = [];
  for (const name of new Set(paths.map(({ layer }) => layer))) {
    const kind = kindOfLayer(name);
    if (kind === null) continue;
    const layerPaths = paths.filter(({ layer }) => layer === name);
    const region: Region = layerPaths.map(({ contour }) => contour);
    if (isLineKind(kind)) operations.push({ kind, label: name, lines: region });
    else {
      // One operation for each colour, in the order of the file.
      for (const colour of new Set(layerPaths.map((path) => path.colour ?? black)))
        operations.push({
          kind,
          label: name,
          area: layerPaths.filter((path) => (path.colour ?? black) === colour).map(({ contour }) => contour),
          ink: { kind: 'solid', colour },
        });
    }
  }
  return {
    widthMm: page.width + 2 * page.x,
    heightMm: page.height + 2 * page.y,
    marginMm: -page.x,
    operations,
  };
}

export function readDrawing(paths: readonly ReadPath[], page: ReadFile['page'] & object): ReadFile {
  let svg: Uint8Array | null = null;
  return {
    page,
    layers: layersOf(paths),
    shows: 'marks',
    raster: (window, pxPerMm) => {
      svg ??= writeSvg(sheetOfPaths(paths, page), { title: '', description: '' });
      return rasteriseMarks(svg, window, pxPerMm);
    },
  };
}
