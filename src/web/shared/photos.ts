/** Photographs that the owner brings: opened upright, without where they were taken, and no larger than readers need. */
import type { Frame } from '../../core/camera';
import { ApiProblem } from './http';

/** Larger files are not opened at all; common practice. */
const largestFileBytes = 40e6;
/** Side to which photographs are made smaller. */
const longestSidePx = 1600;
const thumbnailPx = 240;

export interface Photo {
  readonly fileName: string;
  readonly frame: Frame;
  /** JPEG as base64. */
  readonly thumbnail: string;
}

/** HEIC and HEIF say so after the size of their first box (ISO/IEC 14496-12, 4.3). */
async function isHeic(file: Blob): Promise<boolean> {
  const start = new TextDecoder('latin1').decode(await file.slice(4, 12).arrayBuffer());
  return /^ftyp(?:heic|heix|hevc|heim|heis|mif1|msf1)/.test(start);
}

/** No larger than a side. Throws an `ApiProblem` with a sentence for the user. */
export async function openPhoto(file: File, longestPx = longestSidePx): Promise<Photo> {
  if (file.size > largestFileBytes)
    throw new ApiProblem(
      0,
      `${file.name} has ${(file.size / 1e6).toFixed(0)} MB; at most ${largestFileBytes / 1e6} MB are opened.`,
    );
  let image: ImageBitmap;
  try {
    image = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    throw new ApiProblem(
      0,
      (await isHeic(file))
        ? `${file.name} is a HEIC picture, which this browser cannot open. Send it to yourself by mail, or set the phone’s camera to “most compatible”: then it is a JPEG.`
        : `${file.name} is not a picture that can be opened: JPEG, PNG, WebP or AVIF, whole and not broken off.`,
    );
  }
  const { frame, canvas } = drawn(image, longestPx);
  image.close();
  return { fileName: file.name.slice(0, 200), frame, thumbnail: await thumbnailOf(canvas) };
}

/** A picture of a camera that is running. */
export function frameOfVideo(video: HTMLVideoElement): { frame: Frame; canvas: OffscreenCanvas } {
  return drawn(video, longestSidePx, video.videoWidth, video.videoHeight);
}

function drawn(
  image: ImageBitmap | HTMLVideoElement | OffscreenCanvas,
  longestPx: number,
  width = image.width,
  height = image.height,
): { frame: Frame; canvas: OffscreenCanvas } {
  const scale = Math.min(1, longestPx / Math.max(width, height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(width * scale)),
    Math.max(1, Math.round(height * scale)),
  );
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  // What is see-through lies on white.
  context.fillStyle = '#fff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.imageSmoothingQuality = 'high';
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  return { frame: { width: canvas.width, height: canvas.height, rgba: data }, canvas };
}

export async function thumbnailOf(canvas: OffscreenCanvas): Promise<string> {
  const small = drawn(canvas, thumbnailPx).canvas;
  const blob = await small.convertToBlob({ type: 'image/jpeg', quality: 0.8 });
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}
