<script setup lang="ts">
/** A picture of an existing code, dropped or pasted on the shelf, becomes a new job with clean paths. */
import { useEventListener } from '@vueuse/core';
import { defineAsyncComponent, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { FoundCode } from '../../core/readers';
import { useEngine } from '../shared/engine';
import FilePicker from '../shared/FilePicker.vue';
import { openPhoto } from '../shared/photos';

const AppDialog = defineAsyncComponent(() => import('../shared/AppDialog.vue'));
const router = useRouter();
const shown = ref(false);
const found = shallowRef<FoundCode | null>(null);
const foundKind = ref('');
const foundPayload = ref('');
const problem = ref('');
const keeps = ref(false);
/** Larger pictures are made smaller before they are read. */
const longestSidePx = 2400;

async function read(file: File): Promise<void> {
  shown.value = true;
  found.value = null;
  problem.value = '';
  try {
    const { frame } = await openPhoto(file, longestSidePx);
    found.value = await useEngine().prover.readPicture(frame);
    if (found.value !== null) {
      const { kindName, readBytes, shownPayload } = await import('../../core/message');
      const message = readBytes(found.value.bytes);
      foundKind.value = kindName(message.kind).toLowerCase();
      foundPayload.value = shownPayload(message);
    } else
      problem.value =
        'There is no code in this picture that can be read. A sharper or a larger picture may help.';
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

async function take(): Promise<void> {
  if (found.value === null) return;
  const { bytes, version, level, mask } = found.value;
  try {
    const [{ newJob }, { readBytes }, { createJob }] = await Promise.all([
      import('../../core/job'),
      import('../../core/message'),
      import('../shared/api'),
    ]);
    const job = newJob({ message: readBytes(bytes) });
    const kept = { raiseLevel: false, version, level, mask };
    const codes = job.codes.map((code) =>
      keeps.value ? { ...code, symbol: { ...code.symbol, ...kept } } : code,
    );
    const { id } = await createJob({ ...job, codes });
    await router.push({ name: 'bench', params: { id } });
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

const imageOf = (data: DataTransfer | null): File | undefined =>
  [...(data?.files ?? [])].find(({ type }) => type.startsWith('image/'));

function onPaste(event: ClipboardEvent): void {
  const image = imageOf(event.clipboardData);
  if (image) void read(image);
}

function onDrop(event: DragEvent): void {
  const image = imageOf(event.dataTransfer);
  if (!image) return;
  event.preventDefault();
  void read(image);
}

const allowDrop = (event: DragEvent): void => {
  if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
};

useEventListener('paste', onPaste);
useEventListener('drop', onDrop);
useEventListener('dragover', allowDrop);
</script>

<template>
  <FilePicker class="action quiet" accept="image/*" label="Picture of a code" @pick="read"
    >Read a code from a picture…</FilePicker
  >
  <AppDialog v-if="shown" v-model="shown" title="Read from a picture" width="520px">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div v-else-if="found" class="found">
      <p>
        It holds a {{ foundKind }}, version {{ found.version }}, level {{ found.level }}, mask
        {{ found.mask }}:
      </p>
      <p class="measure text">{{ foundPayload }}</p>
      <span class="line">
        <input id="keep-build" v-model="keeps" type="checkbox" />
        <label for="keep-build">Keep version, level and mask, so that it looks the same</label>
      </span>
      <button type="button" class="action main" @click="take">Make it a job</button>
    </div>
    <p v-else class="note">Reading…</p>
  </AppDialog>
</template>

<style scoped>
.found {
  display: grid;
  justify-items: start;
  gap: 12px;
}

.text {
  width: 100%;
  max-height: 120px;
  padding: 6px 8px;
  overflow: auto;
  background: var(--paper-sunk);
  font-size: var(--text-note);
  font-weight: 400;
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}

.line {
  display: flex;
  align-items: center;
  gap: 10px;
}

.problem {
  color: var(--stop);
}
</style>
