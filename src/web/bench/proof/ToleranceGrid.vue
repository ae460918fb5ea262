<script setup lang="ts">
/** A map of two conditions: in each cell how many of its shots the slowest reader read. A cell is looked at when it is pressed. */
import { computed, ref } from 'vue';
import { severityOfVerdict } from '../../../core/finding';
import { safeCellShots, stateOfCell, type Cell, type Condition } from '../../../core/proof';
import type { ToleranceMap } from '../../../engine';
import { usePreferences } from '../../stores/preferences';
import { cellNumber, columnName, rowName, rowsAre } from './mapWords';

const props = defineProps<{ map: ToleranceMap }>();
defineEmits<{ look: [condition: Condition] }>();
const preferences = usePreferences();

/** The cell that the keyboard is on. */
const at = ref<number | null>(null);
const plan = computed(() => props.map.plan);
const askedCell = computed(() => plan.value.asked.row * plan.value.columns.length + plan.value.asked.column);

const stateOf = (cell: Cell): string => (cell.shots === 0 ? 'none' : severityOfVerdict[stateOfCell(cell)]);

function titleOf(cell: Cell, row: number, column: number): string {
  const { kind, rows, columns } = plan.value;
  const where = `${columnName(columns[column]!, preferences.unit)}, ${rowsAre[kind]} ${rowName(plan.value, rows[row]!)}`;
  if (cell.shots === 0) return `${where}: not shot yet`;
  const readers = props.map.readers.map((name, place) => `${name} ${cell.read[place]}`).join(', ');
  return `${where}: of ${cell.shots} shots ${readers}${cell.shots < safeCellShots ? '. Too few shots to call it safe.' : ''}`;
}

function move(event: KeyboardEvent): void {
  const { columns, rows } = plan.value;
  const steps: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  const step = steps[event.key];
  if (step === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  const from = at.value ?? askedCell.value;
  const column = Math.min(Math.max((from % columns.length) + step[0], 0), columns.length - 1);
  const row = Math.min(Math.max(Math.floor(from / columns.length) + step[1], 0), rows.length - 1);
  at.value = row * columns.length + column;
  const grid = event.currentTarget as HTMLElement;
  grid.querySelectorAll<HTMLElement>('tbody button')[at.value]?.focus();
}
</script>

<template>
  <table @keydown="move">
    <thead>
      <tr>
        <td class="note">{{ rowsAre[plan.kind] }}</td>
        <th
          v-for="(column, place) in plan.columns"
          :key="column"
          scope="col"
          :class="{ asked: place === plan.asked.column }"
        >
          {{ columnName(column, preferences.unit) }}
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, down) in plan.rows" :key="row">
        <th scope="row" :class="{ asked: down === plan.asked.row }">{{ rowName(plan, row) }}</th>
        <td v-for="(_, across) in plan.columns" :key="across">
          <button
            v-for="cell in [map.cells[down * plan.columns.length + across]!]"
            :key="JSON.stringify(cell.condition)"
            type="button"
            class="measure"
            :class="[
              stateOf(cell),
              {
                safe: cell.shots >= safeCellShots,
                asked: down * plan.columns.length + across === askedCell,
              },
            ]"
            :tabindex="down * plan.columns.length + across === (at ?? askedCell) ? 0 : -1"
            :title="titleOf(cell, down, across)"
            :aria-label="titleOf(cell, down, across)"
            @click="$emit('look', cell.condition)"
          >
            {{ cell.shots === 0 ? '' : cellNumber(cell) }}
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  border-collapse: separate;
  border-spacing: 2px;
  margin-left: -2px;
}

th,
thead td {
  padding: 0 4px 0 0;
  color: var(--ink-soft);
  font-size: var(--text-small);
  font-weight: 400;
  text-align: left;
  line-height: 17px;
  white-space: nowrap;
}

tbody td {
  padding: 0;
}

thead th {
  padding: 0;
  text-align: center;
}

th.asked {
  color: var(--ink);
  font-weight: 600;
}

button {
  display: block;
  width: 100%;
  min-width: 42px;
  height: 17px;
  padding: 0 4px;
  border: 1px solid transparent;
  border-radius: 0;
  background: var(--paper-sunk);
  color: var(--ink);
  font-size: var(--text-small);
  line-height: 15px;
  cursor: pointer;
}

button.fine {
  background: var(--accent-pale);
}
/* What rests on a verdict's worth of shots has a rule below it. */
button.safe {
  border-bottom-color: currentcolor;
}

button.caution {
  background: var(--caution-pale);
}

button.stop {
  background: var(--stop-pale);
}

button.asked {
  font-weight: 700;
}
</style>
