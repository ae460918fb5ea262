<script setup lang="ts">
/** The largest spot of dirt that it survives in each place, in percent of the code's width. */
import { computed } from 'vue';
import { dirtPlaces, type Survived } from '../../../core/proof';
import { lengthText } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';

const props = defineProps<{ found: readonly Survived[]; codeWidthMm: number }>();
const preferences = usePreferences();

/** By place, row by row; null where it is not known yet. */
const dirt = computed(() => {
  const most: (number | null)[] = Array.from({ length: dirtPlaces * dirtPlaces }, () => null);
  for (const { harm, most: size } of props.found)
    if (harm.kind === 'dirt') most[harm.row * dirtPlaces + harm.column] = size;
  return most;
});
const length = (share: number): string => lengthText(share * props.codeWidthMm, preferences.unit);
/** A spot of a seventh of the width in the middle is what a finger leaves. */
const stateOf = (size: number | null): string =>
  size === null ? 'none' : size >= 0.14 ? 'fine' : size > 0 ? 'caution' : 'stop';
const name = (size: number | null): string =>
  size === null ? 'not tried yet' : size === 0 ? 'no dirt at all' : `a spot of ${length(size)}`;
</script>

<template>
  <table aria-label="The largest spot of dirt that it survives, by place">
    <tbody>
      <tr v-for="row in dirtPlaces" :key="row">
        <td v-for="column in dirtPlaces" :key="column">
          <span
            class="measure"
            :class="stateOf(dirt[(row - 1) * dirtPlaces + column - 1] ?? null)"
            :title="`Survives ${name(dirt[(row - 1) * dirtPlaces + column - 1] ?? null)} here`"
            >{{
              dirt[(row - 1) * dirtPlaces + column - 1] === null
                ? ''
                : Math.round(100 * (dirt[(row - 1) * dirtPlaces + column - 1] ?? 0))
            }}</span
          >
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  border-collapse: separate;
  border-spacing: 2px;
}

span {
  display: block;
  width: 34px;
  height: 20px;
  background: var(--paper-sunk);
  font-size: var(--text-small);
  line-height: 20px;
  text-align: center;
}

.fine {
  background: var(--accent-pale);
}

.caution {
  background: var(--caution-pale);
}

.stop {
  background: var(--stop-pale);
}
</style>
