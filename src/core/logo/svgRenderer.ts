/** The one outside renderer of SVG: it draws files for the proof and makes foreign drawings simple. */
import { initWasm, Resvg } from '@resvg/resvg-wasm';

let ready: Promise<void> | undefined;

/** Starts the renderer once; `wasm` is its module, loaded from our own files. */
export function startRenderer(wasm: ArrayBuffer): Promise<void> {
  return (ready ??= initWasm(wasm));
}

/** Opens a drawing. Nothing is loaded from outside: no fonts, no files. Throws for what is not SVG. */
export const openDrawing = (svg: string): InstanceType<typeof Resvg> =>
  new Resvg(svg, { font: { loadSystemFonts: false } });
