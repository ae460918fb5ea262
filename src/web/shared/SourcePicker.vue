<script setup lang="ts">
/** Where a picture comes from: a file, a line icon, an emoji or words. */
import '@fontsource/noto-emoji/emoji-400.css';
import { computed, ref } from 'vue';
import { iconElements, type LogoSource } from '../../core/logo';
import ChoiceRow from './ChoiceRow.vue';
import FilePicker from './FilePicker.vue';
import { usePictureChoice } from '../stores/pictureChoice';

const props = defineProps<{
  source: LogoSource | null;
  what: string;
  /** Names the place on the piece that it is for. */
  place: string;
  /** Called when a source is there, even when this is no longer looked at. */
  choose: (source: LogoSource) => void;
}>();
const pictures = usePictureChoice();
const state = computed(() => pictures.stateOf(props.place));

type From = 'file' | 'icon' | 'emoji' | 'text';
const fromOf = (source: LogoSource | null): From =>
  source === null || source.kind === 'drawing' || source.kind === 'picture' ? 'file' : source.kind;
const from = ref<From>(fromOf(props.source));
const fromChoices = [
  { value: 'file', label: 'file' },
  { value: 'icon', label: 'icon' },
  { value: 'emoji', label: 'emoji' },
  { value: 'text', label: 'words' },
] as const;

function use(source: LogoSource): void {
  pictures.forget(props.place);
  props.choose(source);
}
const upload = (file: File): Promise<void> => pictures.upload(props.place, file, props.choose);

function drop(event: DragEvent): void {
  const file = event.dataTransfer?.files[0];
  if (file) void upload(file);
}

const entries = Object.entries(iconElements);
const fileName = computed(() =>
  props.source?.kind === 'drawing' || props.source?.kind === 'picture' ? props.source.fileName : null,
);
const emojiOffers = ['⚓', '⛵', '🚣', '🌊', '🐟', '🔧', '☕', '📞', '⭐', '❤'];
</script>

<template>
  <ChoiceRow v-model="from" :label="`Where the ${what} comes from`" :choices="fromChoices" />
  <div v-if="from === 'file'" class="drop" @dragover.prevent @drop.prevent="drop">
    <FilePicker
      class="file"
      :class="{ busy: state.fileName !== '' }"
      accept=".svg,image/svg+xml,image/png,image/jpeg,image/webp"
      :label="`${what[0]!.toUpperCase()}${what.slice(1)} file`"
      @pick="upload"
      >{{ fileName ? 'Another file…' : 'Choose a file…' }}</FilePicker
    >
    <span v-if="state.fileName" class="name" role="status">Bringing {{ state.fileName }} in…</span>
    <span v-else-if="fileName" class="name">{{ fileName }}</span>
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
      @click="use({ kind: 'icon', icon: name })"
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
        @click="use({ kind: 'emoji', emoji })"
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
      @update:model-value="$event.trim() && use({ kind: 'emoji', emoji: $event.trim() })"
    />
    <p class="note">Drawn as an outline, from a font that comes with Binarus.</p>
  </template>
  <ElInput
    v-else
    size="small"
    maxlength="40"
    :aria-label="`Words of the ${what}`"
    placeholder="Ternquay"
    :model-value="source?.kind === 'text' ? source.text : ''"
    @update:model-value="$event.trim() && use({ kind: 'text', text: $event })"
  />
  <p v-if="state.problem" class="problem" role="alert">{{ state.problem }}</p>
  <p v-if="state.removed.length > 0" class="note">Removed from the file: {{ state.removed.join(', ') }}.</p>
</template>

<style scoped>
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
  background: var(--white);
  font-size: var(--text-note);
  font-weight: 600;
  cursor: pointer;
}

.busy {
  opacity: 0.5;
}

.name {
  font-size: var(--text-note);
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
  background: var(--white);
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
  font-size: var(--text-title);
}

.problem {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
