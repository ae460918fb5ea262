<script setup lang="ts">
/** Print quality by a standard: each parameter with its value and its grade. */
import { gradeLetters, type Grade, type SymbolGrade } from '../../core/grades';
import StateShape from './StateShape.vue';

defineProps<{ grade: SymbolGrade | null }>();
const stateOf = (grade: Grade): 'fine' | 'caution' | 'stop' =>
  grade >= 3 ? 'fine' : grade >= 1 ? 'caution' : 'stop';
const valueText = (value: number | null): string => (value === null ? '' : value.toFixed(2));
</script>

<template>
  <table v-if="grade" data-test="grades">
    <tbody>
      <tr v-for="parameter in grade.parameters" :key="parameter.name">
        <td><StateShape :state="stateOf(parameter.grade)" /></td>
        <th scope="row">{{ parameter.name }}</th>
        <td class="measure">{{ valueText(parameter.value) }}</td>
        <td class="measure letter">{{ gradeLetters[parameter.grade] }}</td>
      </tr>
      <tr class="overall">
        <td><StateShape :state="stateOf(grade.overall)" /></td>
        <th scope="row">Overall, {{ grade.standard }}</th>
        <td class="measure">{{ grade.overall.toFixed(1) }}</td>
        <td class="measure letter">{{ gradeLetters[grade.overall] }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else class="note">Measuring, as a verifier would from the front…</p>
</template>

<style scoped>
table {
  justify-self: start;
  border-collapse: collapse;
}

td,
th {
  padding: 1px 14px 1px 0;
  font-size: var(--text-note);
  text-align: left;
  vertical-align: baseline;
}

th {
  font-weight: 400;
}

.letter {
  font-weight: 700;
}

.overall th {
  font-weight: 600;
}
</style>
