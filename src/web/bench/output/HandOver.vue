<script setup lang="ts">
/** Other ways out than a download: the clipboard, a share sheet where the system has one, the printer at true size. */
import { Copy, Printer, Share2 } from '@lucide/vue';
import { ref } from 'vue';
import type { DownloadId } from '../../../core/files';
import type { DownloadFile } from '../../../engine';

const props = defineProps<{ one: (format: DownloadId) => Promise<DownloadFile | null>; disabled: boolean }>();
const told = ref('');

const blobOf = ({ bytes, mediaType }: DownloadFile): Blob =>
  new Blob([bytes as Uint8Array<ArrayBuffer>], { type: mediaType });

/** What a browser refuses, such as a clipboard without leave, is said. */
async function hand(format: DownloadId, over: (file: DownloadFile) => Promise<string>): Promise<void> {
  told.value = '';
  const file = await props.one(format);
  if (file === null) return;
  try {
    told.value = await over(file);
  } catch (error) {
    if ((error as Error).name !== 'AbortError')
      told.value = `This browser refused it: ${(error as Error).message}`;
  }
}

const copySvg = (): Promise<void> =>
  hand('svg', async ({ bytes }) => {
    await navigator.clipboard.writeText(new TextDecoder().decode(bytes));
    return 'SVG copied.';
  });
const copyPng = (): Promise<void> =>
  hand('png', async (file) => {
    await navigator.clipboard.write([new ClipboardItem({ 'image/png': blobOf(file) })]);
    return 'PNG copied.';
  });

const canShare = typeof navigator.share === 'function';
const share = (): Promise<void> =>
  hand('png', async (file) => {
    await navigator.share({ files: [new File([blobOf(file)], file.name, { type: file.mediaType })] });
    return '';
  });

/** The work sheet has the piece at true size and a rule to measure; the browser prints it. */
const print = (): Promise<void> =>
  hand('sheet', (file) => {
    const url = URL.createObjectURL(blobOf(file));
    const opened = window.open(url, '_blank');
    setTimeout(() => URL.revokeObjectURL(url), 60_000);
    return Promise.resolve(
      opened === null
        ? 'This browser does not open a page of its own; download the work sheet and print it.'
        : 'Print it at 100 %, without fitting to the page, and measure its rule.',
    );
  });
</script>

<template>
  <button type="button" class="action quiet" :disabled="disabled" @click="copySvg">
    <Copy :size="14" :stroke-width="1.8" aria-hidden="true" />Copy SVG
  </button>
  <button type="button" class="action quiet" :disabled="disabled" @click="copyPng">
    <Copy :size="14" :stroke-width="1.8" aria-hidden="true" /> Copy PNG
  </button>
  <button type="button" class="action quiet" :disabled="disabled" @click="print">
    <Printer :size="14" :stroke-width="1.8" aria-hidden="true" /> Print
  </button>
  <button v-if="canShare" type="button" class="action quiet" :disabled="disabled" @click="share">
    <Share2 :size="14" :stroke-width="1.8" aria-hidden="true" /> Share…
  </button>
  <span v-if="told" class="note" role="status">{{ told }}</span>
</template>
