/** The formats that can be written: one file for each, one row here. What a row needs is loaded when it is asked for. */
import { machineKinds, type Machine } from '../plan';
import type { Writer } from './writer';

export interface OutputFormat {
  readonly id: string;
  readonly name: string;
  /** What it is for, in a word or two of the people who use it. */
  readonly use: string;
  readonly extension: string;
  readonly mediaType: string;
  /** Told apart in file names from other files with the same extension; empty for the usual one. */
  readonly variant: string;
  /** What the machine has to have; not offered for others. */
  readonly needs?: 'dots';
  /** Whether it shows the finished piece, to be looked at and not to be made from. */
  readonly shows?: 'finished-piece';
  readonly load: () => Promise<Writer>;
}

const svg = { extension: 'svg', mediaType: 'image/svg+xml' };
const pdf = { extension: 'pdf', mediaType: 'application/pdf' };
const dxf = { extension: 'dxf', mediaType: 'image/vnd.dxf' };
const png = { extension: 'png', mediaType: 'image/png' };
const stl = { extension: 'stl', mediaType: 'model/stl' };

export const outputFormats = [
  {
    id: 'svg',
    name: 'SVG',
    use: 'lasers, cutters and drawing programs',
    ...svg,
    variant: '',
    load: async () => (await import('./svg')).svgWriter,
  },
  {
    id: 'pdf',
    name: 'PDF',
    use: 'print shops and printer drivers',
    ...pdf,
    variant: '',
    load: async () => (await import('./pdf')).writePdf,
  },
  {
    id: 'dxf',
    name: 'DXF',
    use: 'cutters and engravers',
    ...dxf,
    variant: '',
    load: async () => (await import('./dxf')).writeDxf,
  },
  {
    id: 'gcode',
    name: 'G-code',
    use: 'engravers that are run directly',
    extension: 'gcode',
    mediaType: 'text/x.gcode',
    variant: '',
    load: async () => (await import('./gcode')).writeGcode,
  },
  {
    id: 'label',
    name: 'Label picture, PNG',
    use: 'label printers, dot for dot',
    ...png,
    variant: 'dots',
    needs: 'dots',
    load: async () => (await import('./labelRaster')).writeLabelPng,
  },
  {
    id: '3mf',
    name: '3MF',
    use: '3D printers, both colours',
    extension: '3mf',
    mediaType: 'model/3mf',
    variant: '',
    load: async () => (await import('./threeMf')).writeThreeMf,
  },
  {
    id: 'stl',
    name: 'STL',
    use: '3D printers, colour changed at a layer',
    ...stl,
    variant: '',
    load: async () => (await import('./stl')).writeStl,
  },
  {
    id: 'stl-bodies',
    name: 'STL, a file for each body',
    use: '3D printers with two nozzles',
    ...stl,
    variant: 'bodies',
    load: async () => (await import('./stl')).writeStlBodies,
  },
  {
    id: 'engraving',
    name: 'Engraving picture, PNG',
    use: 'engravers that take black and white',
    ...png,
    variant: 'engraving',
    load: async () => (await import('./picture')).writeEngraving,
  },
  {
    id: 'png',
    name: 'PNG',
    use: 'documents and web pages',
    ...png,
    variant: '',
    shows: 'finished-piece',
    load: async () => (await import('./picture')).writePng,
  },
  {
    id: 'png-clear',
    name: 'PNG without background',
    use: 'putting it into a layout',
    ...png,
    variant: 'clear',
    shows: 'finished-piece',
    load: async () => (await import('./picture')).writePngClear,
  },
  {
    id: 'jpg',
    name: 'JPEG',
    use: 'mail and messages; not for machines',
    extension: 'jpg',
    mediaType: 'image/jpeg',
    variant: '',
    shows: 'finished-piece',
    load: async () => (await import('./screenPictures')).writeJpeg,
  },
  {
    id: 'webp',
    name: 'WebP',
    use: 'web pages; not for machines',
    extension: 'webp',
    mediaType: 'image/webp',
    variant: '',
    shows: 'finished-piece',
    load: async () => (await import('./screenPictures')).writeWebp,
  },
  {
    id: 'svg-areas',
    name: 'SVG, a path for each area',
    use: 'taking areas apart in a drawing program',
    ...svg,
    variant: 'areas',
    load: async () => (await import('./svg')).svgAreasWriter,
  },
  {
    id: 'pdf-cmyk',
    name: 'PDF in CMYK',
    use: 'offset printing; black is pure black',
    ...pdf,
    variant: 'cmyk',
    load: async () => (await import('./pdf')).writePdfCmyk,
  },
  {
    id: 'eps',
    name: 'EPS',
    use: 'older engraving and layout software',
    extension: 'eps',
    mediaType: 'application/postscript',
    variant: '',
    load: async () => (await import('./eps')).writeEps,
  },
  {
    id: 'dxf-lines',
    name: 'DXF with fill lines',
    use: 'engravers that follow lines only',
    ...dxf,
    variant: 'lines',
    load: async () => (await import('./dxf')).writeDxfLines,
  },
  {
    id: 'dxf-r12',
    name: 'DXF of release 12',
    use: 'older cutters and engravers',
    ...dxf,
    variant: 'r12',
    load: async () => (await import('./dxf')).writeDxfR12,
  },
  {
    id: 'label-pbm',
    name: 'Label picture, PBM',
    use: 'label printers under scripts',
    extension: 'pbm',
    mediaType: 'image/x-portable-bitmap',
    variant: 'dots',
    needs: 'dots',
    load: async () => (await import('./labelRaster')).writeLabelPbm,
  },
] as const satisfies readonly OutputFormat[];
export type FormatId = (typeof outputFormats)[number]['id'];

/** Whether a format is offered first for a machine: what its kind works from. */
export const suits = (id: string, { kind }: Pick<Machine, 'kind'>): boolean =>
  (machineKinds[kind].formats satisfies readonly FormatId[] as readonly string[]).includes(id);

export const formatOf = (id: FormatId): OutputFormat => outputFormats.find((format) => format.id === id)!;
