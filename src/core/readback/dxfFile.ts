/** DXF by a parser that did not write it: closed polylines by layer, bulges turned back, y downwards again. */
import { parseDxf, type Box, type Vertex } from '../geometry';
import { readDrawing, type ReadPath } from './drawing';
import { NotRead, type Interpreter, type ReadSetting } from './readFile';

/** $INSUNITS of millimetres (DXF reference, HEADER). */
const millimetres = 4;

/** Its outlines, and the page that the header tells. */
export function pathsOfDxf(
  bytes: Uint8Array,
  { heightMm }: Pick<ReadSetting, 'heightMm'>,
): { readonly paths: readonly ReadPath[]; readonly page: Box } {
  const parsed = parseDxf(new TextDecoder().decode(bytes));
  if (parsed?.header === undefined) throw new NotRead('The file is no DXF.');
  const { header } = parsed;
  const units = header.$INSUNITS;
  // Release 12 has no units; one is a millimetre there.
  if (units !== undefined && units !== millimetres) throw new NotRead(`The file's unit is ${String(units)}.`);
  const [least, most] = [header.$EXTMIN, header.$EXTMAX] as (Vertex | undefined)[];
  if (least === undefined || most === undefined) throw new NotRead('The file does not say how large it is.');
  const paths: ReadPath[] = [];
  for (const entity of parsed.entities ?? []) {
    const vertices = entity.vertices ?? [];
    // Lines that fill an area stand beside its outline.
    if (entity.type === 'LINE') continue;
    if (entity.type !== 'LWPOLYLINE' && entity.type !== 'POLYLINE')
      throw new NotRead(`The file holds a ${entity.type}.`);
    paths.push({
      layer: entity.layer ?? '',
      isFilled: false,
      isClosed: entity.shape === true,
      contour: vertices.map(({ x, y, bulge }) => ({
        x,
        y: heightMm - y,
        ...(bulge ? { bulge: -bulge } : {}),
      })),
    });
  }
  return {
    paths,
    page: {
      x: least.x,
      y: heightMm - most.y,
      width: most.x - least.x,
      height: most.y - least.y,
    },
  };
}

export const readDxf: Interpreter = (bytes, setting) => {
  const { paths, page } = pathsOfDxf(bytes, setting);
  return readDrawing(paths, page);
};
