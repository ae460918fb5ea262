<script setup lang="ts">
/** What each reader of the panel read, and how much so many shots can say. */
import { computed } from 'vue';
import { wilsonInterval, type ProofReport } from '../../../core/proof';
import { readerSeverity } from '../../shared/readerSeverity';
import StateShape from '../../shared/StateShape.vue';

const props = defineProps<{ report: ProofReport }>();

/** Those with a vote first. */
const rows = computed(() =>
  [...props.report.readers]
    .sort((a, b) => Number(b.votes) - Number(a.votes))
    .map((reader) => {
      const { least, most } = wilsonInterval(reader.read, props.report.shots);
      return { ...reader, between: `${Math.round(100 * least)}–${Math.round(100 * most)} %` };
    }),
);
</script>

<template>
  <table>
    <tbody>
      <tr v-for="reader in rows" :key="reader.id" :data-test="`reader-${reader.id}`">
        <td><StateShape :state="readerSeverity[reader.state]" /></td>
        <th scope="row">{{ reader.name }}</th>
        <td class="measure">{{ reader.read }} of {{ report.shots }}</td>
        <td
          class="measure note"
          :title="`In 95 of 100 cases its true share lies between these (Wilson), by ${report.shots} shots`"
        >
          {{ reader.between }}
        </td>
        <td class="note">
          {{ reader.wrong > 0 ? `${reader.wrong} wrong texts` : reader.state
          }}{{ reader.votes ? '' : ', no vote' }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  border-collapse: collapse;
}

td,
th {
  padding: 2px 8px 2px 0;
  font-size: var(--text-note);
  text-align: left;
  vertical-align: baseline;
}

td,
th {
  white-space: nowrap;
}

th {
  font-weight: 500;
}
</style>
