/** DXF R2000 in millimetres, a layer for each operation, closed polylines with bulges for arcs; y grows upwards. */
import { DxfWriter, point2d, point3d, Units } from '@tarikjabiri/dxf';
import { fillLines, type Contour } from '../geometry';
import { isLine, type Operation, type OperationSheet } from '../plan';
import { layerLooks, layerNames } from './layers';
import { onePart, pageOf, type Writer } from './writer';

/** Rounded as in every other format: ten-thousandths. */
export const dxfNumber = (value: number): number => Math.round(value * 1e4) / 1e4 + 0;

/** A closed outline with y upwards from the lower edge of the piece. What turns clockwise on screen has a negative bulge (DXF reference, group code 42). */
export const dxfVertices = (
  contour: Contour,
  heightMm: number,
): readonly { readonly x: number; readonly y: number; readonly bulge: number }[] =>
  contour.map((vertex) => ({
    x: dxfNumber(vertex.x),
    y: dxfNumber(heightMm - vertex.y),
    bulge: vertex.bulge === undefined ? 0 : -Math.round(vertex.bulge * 1e8) / 1e8 + 0,
  }));

/** Where lines are to fill an area, what they are called: a layer of their own. */
const hatchName = (layer: string): string => `${layer}-LINES`;

interface DxfOptions {
  /** Lines that fill the areas, an interval of the machine apart. */
  readonly hatched: boolean;
}

const writeWith =
  ({ hatched }: DxfOptions): Writer =>
  (sheet, { pair }) => {
    const dxf = new DxfWriter();
    dxf.setUnits(Units.Millimeters);
    const page = pageOf(sheet);
    dxf.setVariable('$EXTMIN', { 10: page.x, 20: page.y, 30: 0 });
    dxf.setVariable('$EXTMAX', { 10: page.x + page.width, 20: page.y + page.height, 30: 0 });
    const names = layerNames(sheet);
    sheet.operations.forEach((operation, index) => {
      const name = names[index]!;
      const { dxfColour } = layerLooks[operation.kind];
      dxf.addLayer(name, dxfColour, 'CONTINUOUS');
      const region = isLine(operation) ? operation.lines : operation.area;
      for (const contour of region)
        dxf.addLWPolyline(
          dxfVertices(contour, sheet.heightMm).map(({ x, y, bulge }) => ({ point: point2d(x, y), bulge })),
          { layerName: name, flags: flagsOf(operation) },
        );
      const interval = pair.process.lineIntervalMm;
      if (!hatched || isLine(operation) || interval === null) return;
      dxf.addLayer(hatchName(name), dxfColour, 'CONTINUOUS');
      for (const { y, runs } of fillLines(operation.area, interval))
        for (const [from, to] of runs) {
          const level = dxfNumber(sheet.heightMm - y);
          dxf.addLine(point3d(dxfNumber(from), level), point3d(dxfNumber(to), level), {
            layerName: hatchName(name),
          });
        }
    });
    return onePart(new TextEncoder().encode(dxf.stringify()));
  };

/** Group code 70 of LWPOLYLINE and POLYLINE: 1 is closed. */
const flagsOf = (operation: Operation): number => (isLine(operation) && operation.isOpen ? 0 : 1);

export const writeDxf = writeWith({ hatched: false });
export const writeDxfLines = writeWith({ hatched: true });

/**
 * DXF R12 (AC1009), which the library does not write: a header, a table of layers, and POLYLINE entities with a VERTEX for
 * each corner, closed by SEQEND (Release 12 Customization Manual, chapter 11). Bulges are in R12, too. It knows no units:
 * one unit is a millimetre.
 */
export const writeDxfR12: Writer = (sheet: OperationSheet) => {
  const page = pageOf(sheet);
  const names = layerNames(sheet);
  const lines: (string | number)[] = [];
  const put = (...pairs: readonly (readonly [code: number, value: string | number])[]): void => {
    for (const [code, value] of pairs) lines.push(code, value);
  };
  put([0, 'SECTION'], [2, 'HEADER'], [9, '$ACADVER'], [1, 'AC1009']);
  put([9, '$EXTMIN'], [10, page.x], [20, page.y], [30, 0]);
  put([9, '$EXTMAX'], [10, page.x + page.width], [20, page.y + page.height], [30, 0], [0, 'ENDSEC']);
  put([0, 'SECTION'], [2, 'TABLES']);
  put([0, 'TABLE'], [2, 'LTYPE'], [70, 1], [0, 'LTYPE'], [2, 'CONTINUOUS'], [70, 0]);
  put([3, 'Solid line'], [72, 65], [73, 0], [40, 0], [0, 'ENDTAB']);
  put([0, 'TABLE'], [2, 'LAYER'], [70, names.length + 1]);
  put([0, 'LAYER'], [2, '0'], [70, 0], [62, 7], [6, 'CONTINUOUS']);
  sheet.operations.forEach(({ kind }, index) => {
    put([0, 'LAYER'], [2, names[index]!], [70, 0], [62, layerLooks[kind].dxfColour], [6, 'CONTINUOUS']);
  });
  put([0, 'ENDTAB'], [0, 'ENDSEC'], [0, 'SECTION'], [2, 'ENTITIES']);
  sheet.operations.forEach((operation, index) => {
    const layer = names[index]!;
    for (const contour of isLine(operation) ? operation.lines : operation.area) {
      put([0, 'POLYLINE'], [8, layer], [66, 1], [10, 0], [20, 0], [30, 0], [70, flagsOf(operation)]);
      for (const { x, y, bulge } of dxfVertices(contour, sheet.heightMm)) {
        put([0, 'VERTEX'], [8, layer], [10, x], [20, y], [30, 0]);
        if (bulge !== 0) put([42, bulge]);
      }
      put([0, 'SEQEND'], [8, layer]);
    }
  });
  put([0, 'ENDSEC'], [0, 'EOF']);
  return onePart(new TextEncoder().encode(`${lines.join('\n')}\n`));
};
