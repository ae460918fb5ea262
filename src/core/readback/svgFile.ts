/** SVG files: layers are groups, outlines the subpaths of their paths; drawn by an outside renderer. */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { subpaths } from '../output';
import { layersOf, type ReadPath } from './drawing';
import { rasteriseMarks } from './rasterise';
import { NotRead, type Interpreter } from './readFile';

type Node = Record<string, unknown>;
const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseAttributeValue: false,
});
const nameOf = (node: Node): string => Object.keys(node).find((key) => key !== ':@') ?? '';
const attributesOf = (node: Node): Record<string, string> => (node[':@'] ?? {}) as Record<string, string>;
const childrenOf = (node: Node): Node[] => (node[nameOf(node)] ?? []) as Node[];

export const readSvg: Interpreter = (bytes) => {
  const text = new TextDecoder().decode(bytes);
  // The parser goes on where a file was cut off; programs that open it do not.
  const wellFormed = XMLValidator.validate(text);
  if (wellFormed !== true)
    throw new NotRead(`The file is not well-formed XML (line ${wellFormed.err.line}: ${wellFormed.err.msg})`);
  const nodes = parser.parse(text) as Node[];
  const root = nodes.find((node) => nameOf(node) === 'svg');
  if (root === undefined) throw new NotRead('The file has no SVG element.');
  const { width = '', height = '', viewBox = '' } = attributesOf(root);
  const [x, y, across, down] = viewBox.split(' ').map(Number);
  const [wide, high] = [millimetres(width), millimetres(height)];
  if (![x, y, across, down, wide, high].every((value) => Number.isFinite(value)))
    throw new NotRead('The file has no size in millimetres.');
  const paths: ReadPath[] = [];
  const walk = (node: Node, layer: string, isFilled: boolean): void => {
    const name = nameOf(node);
    if (name === 'defs' || name === 'clipPath') return;
    const { id, fill, d } = attributesOf(node);
    if (name === 'path' && d !== undefined)
      for (const { contour, isClosed } of subpaths(d)) paths.push({ layer, isFilled, contour, isClosed });
    const filled = fill === undefined ? isFilled : fill !== 'none';
    for (const child of name === '#text' ? [] : childrenOf(node))
      walk(child, name === 'g' && id !== undefined ? layerName(id) : layer, filled);
  };
  for (const child of childrenOf(root)) walk(child, '', true);
  return {
    page: { x: x!, y: y!, width: wide, height: high },
    layers: layersOf(paths),
    shows: 'marks',
    raster: (window, pxPerMm) => rasteriseMarks(bytes, window, pxPerMm),
  };
};

/** Groups of SVG have the names of other formats' layers, in small letters and without signs that an id must not have. */
const layerName = (id: string): string => {
  const [, kind = id, number = ''] = /^([a-z]+)(-\d+)?$/.exec(id) ?? [];
  const names: Readonly<Record<string, string>> = { kiss: 'KISS-CUT', open: 'CUT-OPENINGS' };
  return `${names[kind] ?? kind.toUpperCase()}${number}`;
};

const millimetres = (length: string): number => (/^[\d.]+mm$/.test(length) ? parseFloat(length) : NaN);
