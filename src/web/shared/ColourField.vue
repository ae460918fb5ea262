<script setup lang="ts">
/** A colour: its swatch, and a small panel with every notation, the screen's eyedropper and colours at hand. */
import { computed, ref, useId, useTemplateRef, watch } from 'vue';
import { paintedColours } from '../../core/artwork';
import { paletteOfPixels } from '../../core/logo';
import { useHouseStyles } from '../stores/houseStyles';
import { colourNotations, colourOfText, colourText, type ColourNotation } from './colourText';
import FilePicker from './FilePicker.vue';

const props = defineProps<{ label: string; palette: readonly string[] }>();
const colour = defineModel<string>({ required: true });
const id = useId();
const problem = ref('');
const taken = ref<readonly string[]>([]);

function type(text: string): void {
  const parsed = colourOfText(text);
  problem.value = parsed === null ? `“${text}” is not a colour, such as #1f7a6d or hsl(170 59% 30%).` : '';
  if (parsed !== null) colour.value = parsed;
}

/** What is being typed stays as it is, whatever is drawn anew meanwhile, until it is taken over. */
const typed = ref<Partial<Record<ColourNotation, string>>>({});
function take(notation: ColourNotation): void {
  const text = typed.value[notation];
  typed.value = {};
  if (text !== undefined) type(text);
}

interface EyeDropper {
  open(): Promise<{ sRGBHex: string }>;
}
const Dropper = computed(() => (window as { EyeDropper?: new () => EyeDropper }).EyeDropper);

async function pickFromScreen(): Promise<void> {
  try {
    const { sRGBHex } = await new Dropper.value!().open();
    type(sRGBHex);
  } catch {
    // Closed without a choice.
  }
}

async function takeFromPicture(file: File): Promise<void> {
  try {
    const image = await createImageBitmap(file);
    const scale = Math.min(1, 200 / Math.max(image.width, image.height));
    const canvas = new OffscreenCanvas(Math.ceil(image.width * scale), Math.ceil(image.height * scale));
    const context = canvas.getContext('2d')!;
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    taken.value = paletteOfPixels(context.getImageData(0, 0, canvas.width, canvas.height).data);
    problem.value = '';
  } catch {
    problem.value = 'This file is not a picture that can be opened.';
  }
}

/** A slider has one value for those who hear it (WAI-ARIA 1.2, slider); the field has two, which its text tells. */
const panel = useTemplateRef<HTMLElement>('panel');
watch(
  [panel, colour],
  () => {
    const cursor = panel.value?.querySelector('.el-color-svpanel__cursor');
    for (const [name, value] of [
      ['aria-valuemin', '0'],
      ['aria-valuemax', '100'],
      ['aria-valuenow', cursor?.getAttribute('aria-valuenow')?.split(',')[0] ?? '0'],
    ] as const)
      cursor?.setAttribute(name, value);
  },
  { flush: 'post' },
);

function pickByEye(picked: string | null): void {
  const parsed = picked === null ? null : colourOfText(picked);
  if (parsed !== null) colour.value = parsed;
}

/** Colours of the owner's house styles come first: they are what has to be met. */
const house = useHouseStyles();
const atHand = computed(() => [
  ...new Set([
    ...taken.value,
    ...house.styles.flatMap(({ look }) => paintedColours(look.style.paint)),
    ...props.palette,
  ]),
]);

const names: Record<ColourNotation, string> = { hex: 'Hex', rgb: 'RGB', hsl: 'HSL', oklch: 'OKLCH' };
</script>

<template>
  <ElPopover trigger="click" :width="330" placement="top" :show-arrow="false" :persistent="false">
    <template #reference>
      <button type="button" class="swatch" :aria-label="`${label}: ${colour}`" :title="colour">
        <span class="chip" :style="{ background: colour }" />
        <span class="measure">{{ colour }}</span>
      </button>
    </template>
    <div
      ref="panel"
      class="panel"
      role="dialog"
      :aria-label="`${label}: choose a colour`"
      data-test="colour-panel"
    >
      <ElColorPickerPanel
        class="by-eye"
        color-format="hex"
        :border="false"
        :validate-event="false"
        :model-value="colour"
        @update:model-value="pickByEye"
      />
      <div v-for="notation in colourNotations" :key="notation" class="notation">
        <label :for="`${id}-${notation}`">{{ names[notation] }}</label>
        <input
          :id="`${id}-${notation}`"
          class="measure"
          type="text"
          spellcheck="false"
          :value="typed[notation] ?? colourText(colour, notation)"
          @input="typed[notation] = ($event.target as HTMLInputElement).value"
          @change="take(notation)"
        />
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="chips" role="group" aria-label="Colours at hand">
        <button
          v-for="entry in atHand"
          :key="entry"
          type="button"
          class="chip"
          :style="{ background: entry }"
          :aria-label="entry"
          :title="entry"
          @click="type(entry)"
        />
      </div>
      <div class="ways">
        <FilePicker class="action quiet" accept="image/*" @pick="takeFromPicture">From a picture…</FilePicker>
        <button v-if="Dropper" type="button" class="action quiet" @click="pickFromScreen">
          From the screen
        </button>
      </div>
    </div>
  </ElPopover>
</template>

<style scoped>
.swatch {
  display: flex;
  gap: 6px;
  align-items: center;
  padding: 2px 6px 2px 3px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--white);
  font-size: var(--text-note);
  cursor: pointer;
}

.swatch:hover {
  border-color: var(--ink);
}

.chip {
  display: inline-block;
  width: 16px;
  height: 16px;
  padding: 0;
  border: 1px solid var(--shade);
  border-radius: 1px;
}

.panel {
  display: grid;
  gap: 5px;
}

.notation {
  display: grid;
  grid-template-columns: 46px minmax(0, 1fr);
  align-items: center;
}

.notation label {
  color: var(--ink-soft);
  font-size: var(--text-note);
}

.notation input {
  padding: 2px 5px;
  border: 1px solid transparent;
  border-bottom-color: var(--rule);
  background: none;
  font-size: var(--text-note);
}

/* What it has of notations stands below, with the others. */
.by-eye :deep(.el-color-picker-panel__footer) {
  display: none;
}

.by-eye {
  padding: 0;
}

.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.chips .chip {
  cursor: pointer;
}

.ways {
  display: flex;
  gap: 10px;
}

.problem {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
