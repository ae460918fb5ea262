/** Hands a file to the browser's downloads. */
import type { OutputFile } from '../../core/files';

export function downloadBytes({ name, mediaType, bytes }: OutputFile): void {
  const url = URL.createObjectURL(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: mediaType }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
