<script setup lang="ts">
/** The device's camera: it looks until a code is read, or a picture is taken by hand. */
import { onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue';
import { useEngine } from '../shared/engine';
import { frameOfVideo, thumbnailOf, type Photo } from '../shared/photos';

const emit = defineEmits<{ taken: [photo: Photo]; close: [] }>();
const video = useTemplateRef<HTMLVideoElement>('video');
const problem = ref('');
const says = ref('Hold the code into the picture.');
let stream: MediaStream | null = null;
let isOver = false;
/** Between one look and the next. */
const pauseMs = 250;

async function take(): Promise<void> {
  const { frame, canvas } = frameOfVideo(video.value!);
  const at = new Date().toISOString().slice(11, 19).replaceAll(':', '.');
  emit('taken', { fileName: `camera ${at}`, frame, thumbnail: await thumbnailOf(canvas) });
}

async function watchFor(): Promise<void> {
  while (!isOver) {
    await new Promise((resolve) => setTimeout(resolve, pauseMs));
    if (isOver || video.value === null || video.value.videoWidth === 0) continue;
    try {
      const found = await useEngine().prover.readPicture(frameOfVideo(video.value).frame);
      if (isOver) return;
      if (found === null) continue;
      says.value = 'It reads.';
      await take();
      return;
    } catch (error) {
      problem.value = (error as Error).message;
      return;
    }
  }
}

onMounted(async () => {
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      video: { facingMode: 'environment', width: { ideal: 1920 }, height: { ideal: 1080 } },
    });
    if (isOver) return end();
    video.value!.srcObject = stream;
    await video.value!.play();
    void watchFor();
  } catch (error) {
    problem.value =
      (error as Error).name === 'NotAllowedError'
        ? 'The browser was not allowed to use the camera. Allow it beside the address, or choose a photograph.'
        : (error as Error).name === 'NotFoundError' || navigator.mediaDevices === undefined
          ? 'This device has no camera that the browser knows. Choose a photograph.'
          : `The camera does not start: ${(error as Error).message}`;
  }
});
function end(): void {
  stream?.getTracks().forEach((track) => track.stop());
  stream = null;
}
onBeforeUnmount(() => {
  isOver = true;
  end();
});
</script>

<template>
  <div class="live">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <video v-else ref="video" muted playsinline aria-label="What the camera sees" />
    <div class="acts">
      <p class="note" aria-live="polite">{{ problem ? '' : says }}</p>
      <button v-if="!problem" type="button" class="action main" @click="take">Take this picture</button>
      <button type="button" class="action" @click="$emit('close')">Close the camera</button>
    </div>
  </div>
</template>

<style scoped>
.live {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  gap: 10px;
  min-height: 0;
  padding: 18px;
}

video {
  justify-self: center;
  max-width: 100%;
  height: 100%;
  min-height: 0;
  border: 1px solid var(--ink);
  background: var(--black);
}

.acts {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: center;
}

.problem {
  place-self: center;
  color: var(--stop);
}
</style>
