/** The one outside renderer of SVG: it draws files for the proof and makes foreign drawings simple. */
import { initWasm, Resvg } from '@resvg/resvg-wasm';
import { loadedOnce } from '../tasks';

const ready = loadedOnce<unknown>();

/** Starts the renderer once. Its module, of our own files, is loaded only for that: it is 2.4 MB. */
export async function startRenderer(wasm: () => Promise<ArrayBuffer>): Promise<void> {
  await ready(async () => initWasm(await wasm()));
}

/** Opens a drawing. Nothing is loaded from outside: no fonts, no files. Throws for what is not SVG. */
export const openDrawing = (svg: string): InstanceType<typeof Resvg> =>
  new Resvg(svg, { font: { loadSystemFonts: false } });
