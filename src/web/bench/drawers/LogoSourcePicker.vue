<script setup lang="ts">
/** Where a logo comes from: a file, a line icon, an emoji or words; with a title below it. */
import '@fontsource/noto-emoji/emoji-400.css';
import { computed, ref } from 'vue';
import icons from '../../../core/artwork/logo/icons.json' with { type: 'json' };
import { newLogo, type LogoSource } from '../../../core/artwork';
import type { Job } from '../../../core/job';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import { uploadFile } from '../../shared/uploads';
import { useBench } from '../../stores/bench';
import FilePicker from '../../shared/FilePicker.vue';

const props = defineProps<{ job: Job }>();
const bench = useBench();
const logo = computed(() => props.job.logo);
const problem = ref('');
const removed = ref<readonly string[]>([]);
const busy = ref(false);

type From = 'file' | 'icon' | 'emoji' | 'text';
const fromOf = (source: LogoSource | undefined): From =>
  source === undefined || source.kind === 'drawing' || source.kind === 'picture' ? 'file' : source.kind;
const from = ref<From>(fromOf(logo.value?.source));
const fromChoices = [
  { value: 'file', label: 'file' },
  { value: 'icon', label: 'icon' },
  { value: 'emoji', label: 'emoji' },
  { value: 'text', label: 'words' },
] as const;

function take(source: LogoSource): void {
  problem.value = '';
  removed.value = [];
  const next = logo.value === null ? newLogo(source) : { ...logo.value, source };
  const problems = bench.edit({ ...props.job, logo: next }, `logo-source-${source.kind}`);
  problem.value = problems.join(' ');
}

async function upload(file: File): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    const saved = await uploadFile(file);
    take({
      kind: saved.mediaType === 'image/png' ? 'picture' : 'drawing',
      file: saved.hash,
      fileName: saved.fileName,
    });
    removed.value = saved.removed;
  } catch (error) {
    problem.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}

function drop(event: DragEvent): void {
  const file = event.dataTransfer?.files[0];
  if (file) void upload(file);
}

const entries = Object.entries(icons as unknown as Record<string, [string, Record<string, string>][]>);
const source = computed(() => logo.value?.source);
const fileName = computed(() =>
  source.value?.kind === 'drawing' || source.value?.kind === 'picture' ? source.value.fileName : null,
);
const emojiOffers = ['⚓', '⛵', '🚣', '🌊', '🐟', '🔧', '☕', '📞', '⭐', '❤'];

function setTitle(title: string): void {
  if (logo.value !== null) bench.edit({ ...props.job, logo: { ...logo.value, title } }, 'logo-title');
}
</script>

<template>
  <div class="head">
    <h2 class="heading">Logo from</h2>
    <button v-if="logo" type="button" class="plain" @click="bench.edit({ ...job, logo: null }, 'logo')">
      Take it out
    </button>
  </div>
  <ChoiceRow v-model="from" label="Where the logo comes from" :choices="fromChoices" />
  <div v-if="from === 'file'" class="drop" @dragover.prevent @drop.prevent="drop">
    <FilePicker
      class="file"
      :class="{ busy }"
      accept=".svg,image/svg+xml,image/png,image/jpeg,image/webp"
      label="Logo file"
      @pick="upload"
      >{{ fileName ? 'Another file…' : 'Choose a file…' }}</FilePicker
    >
    <span v-if="fileName" class="name">{{ fileName }}</span>
    <p v-else class="note">SVG, PNG, JPEG or WebP; or drop it here. Pictures are traced to paths.</p>
  </div>
  <div v-else-if="from === 'icon'" class="icons" role="group" aria-label="Line icons">
    <button
      v-for="[name, nodes] in entries"
      :key="name"
      type="button"
      :title="name.replaceAll('-', ' ')"
      :aria-label="name.replaceAll('-', ' ')"
      :aria-pressed="source?.kind === 'icon' && source.icon === name"
      @click="take({ kind: 'icon', icon: name })"
    >
      <svg viewBox="0 0 24 24" aria-hidden="true">
        <component :is="tag" v-for="([tag, attributes], index) in nodes" :key="index" v-bind="attributes" />
      </svg>
    </button>
  </div>
  <template v-else-if="from === 'emoji'">
    <div class="offers" role="group" aria-label="Emoji">
      <button
        v-for="emoji in emojiOffers"
        :key="emoji"
        type="button"
        :aria-pressed="source?.kind === 'emoji' && source.emoji === emoji"
        @click="take({ kind: 'emoji', emoji })"
      >
        {{ emoji }}
      </button>
    </div>
    <ElInput
      size="small"
      maxlength="16"
      aria-label="Another emoji"
      placeholder="another one"
      :model-value="source?.kind === 'emoji' ? source.emoji : ''"
      @update:model-value="$event.trim() && take({ kind: 'emoji', emoji: $event.trim() })"
    />
    <p class="note">Drawn as an outline, from a font that comes with Binarus.</p>
  </template>
  <ElInput
    v-else
    size="small"
    maxlength="40"
    aria-label="Words of the logo"
    placeholder="Ternquay"
    :model-value="source?.kind === 'text' ? source.text : ''"
    @update:model-value="$event.trim() && take({ kind: 'text', text: $event })"
  />
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <p v-if="removed.length > 0" class="note">Taken out of the file: {{ removed.join(', ') }}.</p>
  <div v-if="logo && from !== 'text'" class="title">
    <label for="logo-title">Title below</label>
    <ElInput
      id="logo-title"
      size="small"
      maxlength="40"
      placeholder="none"
      :model-value="logo.title"
      @update:model-value="setTitle"
    />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}

.plain {
  padding: 0;
  border: 0;
  border-bottom: 1px dotted var(--ink-soft);
  background: none;
  font-size: 12px;
  cursor: pointer;
}

.drop {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 8px;
  border: 1px dashed var(--rule);
  border-radius: var(--radius);
}

.file {
  position: relative;
  padding: 3px 10px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: #fff;
  font-size: 12.5px;
  font-weight: 600;
  cursor: pointer;
}

.busy {
  opacity: 0.5;
}

.name {
  font-size: 12px;
  overflow-wrap: anywhere;
}

.icons {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(26px, 1fr));
  max-height: 96px;
  overflow: auto;
}

.icons button,
.offers button {
  padding: 3px;
  border: 1px solid transparent;
  border-radius: var(--radius);
  background: none;
  line-height: 1;
  cursor: pointer;
}

.icons button:hover,
.offers button:hover {
  border-color: var(--rule);
}

.icons [aria-pressed='true'],
.offers [aria-pressed='true'] {
  border-color: var(--ink);
  background: #fff;
}

.icons svg {
  display: block;
  width: 18px;
  height: 18px;
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.offers {
  display: flex;
  flex-wrap: wrap;
  font-family: 'Noto Emoji', 'Archivo Variable', sans-serif;
}

.offers button {
  width: 28px;
  font-size: 16px;
}

.problem {
  color: var(--stop);
  font-size: 12px;
}

.title {
  display: grid;
  grid-template-columns: 74px minmax(0, 1fr);
  align-items: center;
}

.title label {
  color: var(--ink-soft);
  font-size: 12px;
}
</style>
