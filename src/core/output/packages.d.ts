/** What is used of packages whose types say otherwise or nothing. */
declare module 'pdfkit' {
  /** `#rrggbb`, cyan to black in hundredths, or the name of a spot colour. */
  export type PdfColour = string | readonly [number, number, number, number];

  export interface PdfGradient {
    stop(at: number, colour: PdfColour): PdfGradient;
  }

  export interface PdfReference {
    /** With what its stream holds, where it is one. */
    end(content?: string): void;
  }

  export class PDFDocument {
    constructor(options: Record<string, unknown>);
    readonly page: {
      readonly dictionary: { data: Record<string, unknown> };
      readonly resources: { data: Record<string, unknown> };
      readonly ext_gstates: Record<string, PdfReference>;
      readonly xobjects: Record<string, PdfReference>;
    };
    readonly _root: { readonly data: Record<string, unknown> };
    readonly spotColors: Record<string, unknown>;
    ref(data: Record<string, unknown>): PdfReference;
    addContent(text: string): this;
    addPage(options: { readonly size: readonly [number, number]; readonly margin: number }): this;
    addSpotColor(name: string, c: number, m: number, y: number, k: number): this;
    save(): this;
    restore(): this;
    scale(x: number, y?: number, options?: { readonly origin: readonly [number, number] }): this;
    translate(x: number, y: number): this;
    rotate(degrees: number, options?: { readonly origin: readonly [number, number] }): this;
    path(data: string): this;
    rect(x: number, y: number, width: number, height: number): this;
    polygon(...points: readonly (readonly [number, number])[]): this;
    moveTo(x: number, y: number): this;
    lineTo(x: number, y: number): this;
    lineWidth(width: number): this;
    clip(): this;
    fill(colour: PdfColour | PdfGradient): this;
    stroke(colour: PdfColour): this;
    opacity(share: number): this;
    linearGradient(x1: number, y1: number, x2: number, y2: number): PdfGradient;
    radialGradient(x1: number, y1: number, r1: number, x2: number, y2: number, r2: number): PdfGradient;
    image(
      source: Uint8Array,
      x: number,
      y: number,
      options: { readonly width: number; readonly height: number },
    ): this;
    end(): void;
  }
}

declare module 'pdfkit/output' {
  import type { PDFDocument } from 'pdfkit';
  /** All bytes, once the document has ended. */
  export function toBytes(document: PDFDocument): Promise<Uint8Array>;
}
