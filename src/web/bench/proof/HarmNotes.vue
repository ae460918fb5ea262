<script setup lang="ts">
/** What harm means in words: spots, torn corners, scratches. */
import { computed } from 'vue';
import { cornerNames, type Survived } from '../../../core/proof';
import { lengthText } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';

const props = defineProps<{ found: readonly Survived[]; codeWidthMm: number }>();
const preferences = usePreferences();

const length = (share: number): string => lengthText(share * props.codeWidthMm, preferences.unit);
const dirt = computed(() => props.found.filter(({ harm }) => harm.kind === 'dirt').map(({ most }) => most));
const torn = computed(() =>
  props.found.flatMap(({ harm, most }) =>
    harm.kind === 'torn' && most > 0 ? [{ corner: harm.corner, most }] : [],
  ),
);
const scratches = computed(() => props.found.find(({ harm }) => harm.kind === 'scratches') ?? null);
const faded = computed(() => props.found.find(({ harm }) => harm.kind === 'faded') ?? null);
</script>

<template>
  <ul class="note">
    <li v-if="dirt.length > 0">
      The largest spot of dirt in each place, in percent of the code's width: from
      {{ length(Math.min(...dirt)) }} to {{ length(Math.max(...dirt)) }}.
    </li>
    <li v-for="corner in torn" :key="corner.corner">
      The {{ cornerNames[corner.corner] }} corner may be torn off by {{ length(corner.most) }}.
    </li>
    <li v-if="torn.length === 0 && found.filter(({ harm }) => harm.kind === 'torn').length === 4">
      No corner may be torn off.
    </li>
    <li v-if="scratches">
      {{
        scratches.most === 0
          ? 'A single scratch across it can stop a reader.'
          : `It reads with ${scratches.most} ${scratches.most === 1 ? 'scratch' : 'scratches'} across it.`
      }}
    </li>
    <li v-if="faded">
      {{
        faded.most === 0
          ? 'Marks may not fade at all.'
          : `Marks may fade by ${Math.round(100 * faded.most)} %: so much of their contrast is to spare.`
      }}
    </li>
  </ul>
</template>

<style scoped>
ul {
  display: grid;
  gap: 5px;
}
</style>
