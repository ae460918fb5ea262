/** Entities of DXF files as the package reads them. */
import * as dxfParser from 'dxf-parser';
import type { Vertex } from './contour';

export interface DxfEntity {
  readonly type: string;
  readonly layer?: string;
  readonly vertices?: readonly (Vertex & { readonly bulge?: number })[];
  readonly shape?: boolean;
  readonly center?: Vertex;
  readonly radius?: number;
  readonly startAngle?: number;
  readonly endAngle?: number;
  readonly majorAxisEndPoint?: Vertex;
  readonly axisRatio?: number;
  readonly controlPoints?: readonly Vertex[];
  readonly fitPoints?: readonly Vertex[];
  readonly knotValues?: readonly number[];
  readonly degreeOfSplineCurve?: number;
  readonly closed?: boolean;
}

export interface DxfDrawing {
  readonly header?: Readonly<Record<string, unknown>>;
  readonly entities?: readonly DxfEntity[];
}

type ParserClass = new () => { parseSync(text: string): DxfDrawing | null };

/** The package is one thing to bundlers and another to Node. */
function parserClass(): ParserClass {
  const names = dxfParser as unknown as { default?: ParserClass | { default?: ParserClass } };
  const { default: inner } = names;
  return (typeof inner === 'function' ? inner : (inner!.default ?? inner)) as ParserClass;
}

/** Null or an error for what is not DXF. */
export function parseDxf(text: string): DxfDrawing | null {
  const Parser = parserClass();
  return new Parser().parseSync(text);
}
