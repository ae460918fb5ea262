<script setup lang="ts">
/** What was found in files that were handed over: read from their bytes, not from what was meant to be in them. */
import type { DownloadFile } from '../../../engine';
import StateShape from '../../shared/StateShape.vue';
import { bytesText } from '../../shared/bytesText';

defineProps<{ files: readonly DownloadFile[]; refused: readonly string[] }>();
</script>

<template>
  <ul class="found" data-test="read-back">
    <li v-for="why in refused" :key="why">
      <StateShape state="stop" />
      <p class="problem" role="alert">{{ why }}</p>
    </li>
    <li v-for="file in files" :key="file.name">
      <StateShape state="fine" />
      <details>
        <summary>
          <span class="measure name">{{ file.name }}</span>
          <span class="note">
            {{ bytesText(file.bytes.length) }}<template v-if="file.readBack">, read back</template
            ><template v-if="file.readBack?.readers.length">
              by
              {{
                file.readBack.readers
                  .map(({ name, read }) => `${name} ${read}/${file.readBack!.shots}`)
                  .join(', ')
              }}</template
            >
          </span>
        </summary>
        <dl v-if="file.readBack?.checks.length">
          <template v-for="check in file.readBack.checks" :key="check.name">
            <dt>{{ check.name }}</dt>
            <dd class="measure">{{ check.found }}</dd>
          </template>
        </dl>
        <p v-else class="note">Nothing is drawn in it.</p>
      </details>
    </li>
  </ul>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.found {
  display: grid;
  gap: 8px;
}

.found li {
  display: grid;
  grid-template-columns: 12px minmax(0, 1fr);
  gap: 9px;
}

.found .shape {
  margin-top: 3px;
}

summary {
  cursor: pointer;
}

.name {
  display: inline;
  font-size: var(--text-note);
  overflow-wrap: anywhere;
}

.note {
  display: block;
}

dl {
  padding: 4px 0 2px;
}
</style>
