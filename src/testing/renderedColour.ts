/** For tests: what an outside renderer makes of a file at one point. */
import { openDrawing } from '../core/logo';

/** Encoded red, green and blue at a point in the units of the file, 0 to 255, on white. The renderer must have been started. */
export function renderedColour(svg: Uint8Array, x: number, y: number): readonly number[] {
  const pxPerUnit = 4;
  const text = new TextDecoder().decode(svg);
  const drawing = openDrawing(
    text.replace(
      /width="([\d.]+)mm" height="([\d.]+)mm"/,
      (_match, width: string, height: string) =>
        `width="${Number(width) * pxPerUnit}" height="${Number(height) * pxPerUnit}"`,
    ),
  );
  const image = drawing.render();
  const index = (Math.floor(y * pxPerUnit) * image.width + Math.floor(x * pxPerUnit)) * 4;
  const [red, green, blue, alpha] = image.pixels.slice(index, index + 4);
  image.free();
  drawing.free();
  return [red!, green!, blue!].map((value) => value + 255 - alpha!);
}
