/** Files that the user brings: drawings go as they are, pictures become PNG within our limits first. */
import { fileKind, isMoving } from '../../core/logo';
import { savedFileSchema, type SavedFile } from '../../wire';
import { answerOf, ApiProblem, request } from './http';

/** Larger files are not opened at all, and larger pictures not unpacked; common practice. */
const largestFileBytes = 20e6;
const largestPixels = 50e6;
/** Side to which pictures are made smaller; what the server reads at most. */
const longestSidePx = 1200;

export interface Uploaded extends SavedFile {
  readonly fileName: string;
}

/** Keeps a file on the server. Throws an `ApiProblem` with a sentence for the user. */
export async function uploadFile(file: File): Promise<Uploaded> {
  if (file.size > largestFileBytes)
    throw new ApiProblem(
      0,
      `The file has ${(file.size / 1e6).toFixed(0)} MB; at most ${largestFileBytes / 1e6} MB are opened.`,
    );
  const bytes = new Uint8Array(await file.arrayBuffer());
  const start = new TextDecoder().decode(bytes.subarray(0, 200));
  const sent = /^\s*</.test(start) ? bytes : await asPng(bytes);
  const response = await request('/api/files', {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: sent,
  });
  const saved = await answerOf(response, savedFileSchema);
  return { ...saved, fileName: file.name.slice(0, 200) };
}

async function asPng(bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array<ArrayBuffer>> {
  refuseHugePng(bytes);
  const kind = fileKind(bytes);
  if (kind !== null && isMoving(kind)) throw new ApiProblem(0, `The file is ${kind.name}. ${kind.advice}`);
  let image: ImageBitmap;
  try {
    image = await createImageBitmap(new Blob([bytes]));
  } catch {
    throw new ApiProblem(
      0,
      kind === null
        ? 'This file is neither an SVG drawing nor a picture that can be opened.'
        : `The file is ${kind.name}, which cannot be opened here. ${kind.advice}`,
    );
  }
  const scale = Math.min(1, longestSidePx / Math.max(image.width, image.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(image.width * scale)),
    Math.max(1, Math.round(image.height * scale)),
  );
  const context = canvas.getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  const blob = await canvas.convertToBlob({ type: 'image/png' });
  return new Uint8Array(await blob.arrayBuffer());
}

/** A PNG file says its size in its header, before anything is unpacked (ISO/IEC 15948, 11.2.2). */
function refuseHugePng(bytes: Uint8Array): void {
  const isPng = bytes[0] === 0x89 && bytes[1] === 0x50 && bytes.length > 24;
  if (!isPng) return;
  const header = new DataView(bytes.buffer, bytes.byteOffset);
  const [width, height] = [header.getUint32(16), header.getUint32(20)];
  if (width * height > largestPixels)
    throw new ApiProblem(
      0,
      `The picture has ${width} × ${height} pixels, ${Math.round((width * height) / 1e6)} million; at most ${largestPixels / 1e6} million are opened.`,
    );
}
