/** Decoders of pictures give an `ImageData`, which pages and their workers have and Node has not. */
class PlainImageData {
  constructor(
    readonly data: Uint8ClampedArray,
    readonly width: number,
    readonly height: number,
  ) {}
}

const here = globalThis as { ImageData?: unknown };
here.ImageData ??= PlainImageData;
