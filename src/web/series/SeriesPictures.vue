<script setup lang="ts">
/** Pictures that cells name: from a folder, a ZIP file or one by one; which are missing, and which nobody names. */
import { FolderOpen, Images } from '@lucide/vue';
import { computed, useTemplateRef } from 'vue';
import { picturesOfRows } from '../../core/series';
import type { SeriesAtHand } from './useSeries';

const props = defineProps<{ series: SeriesAtHand }>();
const settings = computed(() => props.series.document.value!);
const found = computed(() => picturesOfRows(settings.value));
const files = useTemplateRef<HTMLInputElement>('files');
const folder = useTemplateRef<HTMLInputElement>('folder');
const isPicture = /\.(svg|png|jpe?g|webp|gif|bmp|avif|zip)$/i;
function opened(event: Event): void {
  const input = event.target as HTMLInputElement;
  const picked = [...(input.files ?? [])].filter(({ name }) => isPicture.test(name));
  input.value = '';
  if (picked.length > 0) void props.series.addPictures(picked);
}
const named = (names: readonly string[]): string =>
  names.length <= 4 ? names.join(', ') : `${names.slice(0, 4).join(', ')} and ${names.length - 4} more`;
</script>

<template>
  <section>
    <h2 class="heading">Pictures</h2>
    <input
      ref="files"
      type="file"
      multiple
      accept=".zip,.svg,.png,.jpg,.jpeg,.webp,.gif,.bmp,.avif"
      hidden
      aria-label="Pictures"
      @change="opened"
    />
    <input ref="folder" type="file" webkitdirectory hidden aria-label="Folder of pictures" @change="opened" />
    <div class="buttons">
      <button type="button" class="action" @click="files?.click()">
        <Images :size="15" :stroke-width="1.8" aria-hidden="true" /> Files or ZIP…
      </button>
      <button type="button" class="action" @click="folder?.click()">
        <FolderOpen :size="15" :stroke-width="1.8" aria-hidden="true" /> Folder…
      </button>
    </div>
    <p v-if="series.bringing.value" class="note" role="status">
      {{ series.bringing.value.done }} of {{ series.bringing.value.of }} brought
    </p>
    <p class="note" data-test="pictures-kept">
      {{ settings.pictures.length }} {{ settings.pictures.length === 1 ? 'picture' : 'pictures' }}
    </p>
    <p v-if="found.missing.length > 0" class="wrong" role="alert">Missing: {{ named(found.missing) }}.</p>
    <p v-if="found.unused.length > 0" class="note">
      No row names {{ named(found.unused.map(({ name }) => name)) }}.
      <button type="button" class="link" @click="series.dropPictures(found.unused.map(({ name }) => name))">
        Let go
      </button>
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.wrong {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
