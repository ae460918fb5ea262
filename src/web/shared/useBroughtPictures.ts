/** Pictures that are pasted, or dropped anywhere on the page. */
import { useEventListener } from '@vueuse/core';

export function useBroughtPictures(receive: (files: readonly File[]) => void): void {
  const bring = (data: DataTransfer | null): void => {
    const files = [...(data?.files ?? [])];
    if (files.length > 0) receive(files);
  };
  useEventListener('paste', (event: ClipboardEvent) => bring(event.clipboardData));
  useEventListener('dragover', (event: DragEvent) => {
    if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
  });
  useEventListener('drop', (event: DragEvent) => {
    event.preventDefault();
    bring(event.dataTransfer);
  });
}
