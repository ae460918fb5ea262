<script setup lang="ts">
/** An icon or a picture: where it comes from, how wide it is, and what of it is marked. */
import type { LogoSource } from '../../../core/logo';
import type { ArtSettings } from '../../../core/piece';
import MeasureInput from '../../shared/MeasureInput.vue';
import RangeField from '../../shared/RangeField.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { useBench } from '../../stores/bench';
import SourcePicker from '../../shared/SourcePicker.vue';

const props = defineProps<{ item: ArtSettings }>();
const bench = useBench();
const set = (change: Partial<ArtSettings>): void => void bench.editItem(props.item.id, change, 'art');
const setInk = (change: Partial<ArtSettings['ink']>): void => set({ ink: { ...props.item.ink, ...change } });
/** It may come when another thing is held. */
const { id } = props.item;
const choose = (source: LogoSource): void => void bench.editItem(id, { source }, 'art');
</script>

<template>
  <div class="editor">
    <section>
      <h2 class="heading">Icon or picture</h2>
      <SourcePicker :source="item.source" what="picture" :place="id" :choose="choose" />
    </section>
    <section>
      <h2 class="heading">Size and tone</h2>
      <MeasureInput
        label="Picture width"
        :mm="item.widthMm"
        :min-mm="1"
        :max-mm="5000"
        :step-mm="0.5"
        @change="set({ widthMm: $event })"
      />
      <RangeField
        label="Dark below"
        :min="0.02"
        :max="0.98"
        :step="0.01"
        :scale="100"
        unit="%"
        :model-value="item.ink.threshold"
        @update:model-value="setInk({ threshold: $event })"
      />
      <SwitchField
        label="Mark the light parts instead"
        :model-value="item.ink.inverted"
        @update:model-value="setInk({ inverted: $event })"
      />
      <SwitchField
        label="Keep its colours where they print"
        :model-value="item.ink.keepsColours"
        @update:model-value="setInk({ keepsColours: $event })"
      />
      <p class="note">Pictures are traced to outlines; in their colours they are printed as they are.</p>
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.editor {
  display: grid;
  grid-template-columns: 1fr 1fr;
  border-left: 1px solid var(--rule-soft);
}
</style>
