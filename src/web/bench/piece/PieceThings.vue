<script setup lang="ts">
/** Everything that lies on the piece: the list, the settings of what is held, and its place. */
import { Frame, Image as ImageIcon, Plus, QrCode, Square, Type } from '@lucide/vue';
import { computed, useTemplateRef, type Component } from 'vue';
import { freeId, hostOf, mostCodes, sampleItems, withCodeAdded } from '../../../core/job';
import type { ItemSettings } from '../../../core/piece';
import { newThing, startKinds, startNames, type Start } from '../../../core/solving';
import type { PressView } from '../../../engine';
import { useEngine } from '../../shared/engine';
import { followUp } from '../followUp';
import { lengthNumber } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { useStage } from '../../stores/stage';
import type { Thing, Things } from '../useThings';
import ThingArt from './ThingArt.vue';
import ThingCode from './ThingCode.vue';
import ThingFrame from './ThingFrame.vue';
import ThingPlace from './ThingPlace.vue';
import ThingWords from './ThingWords.vue';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView; things: Things }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const stage = useStage();
const preferences = usePreferences();
const menu = useTemplateRef<{ handleClose: () => void }>('menu');

const item = computed(() => job.value.piece.items.find(({ id }) => id === stage.selected) ?? null);
const starts = Object.entries(startNames) as [Start, string][];
/** What lies over the others stands over them in the list. */
const topmostFirst = computed(() => props.things.all.value.toReversed());
const sampleIds = computed(() => new Set(sampleItems(job.value).map(({ id }) => id)));
const kindIcons: Readonly<Record<Thing['kind'], Component>> = {
  code: QrCode,
  words: Type,
  art: ImageIcon,
  frame: Frame,
  border: Square,
};
/** From the left and from the top. */
const whereOf = ({ box, isFree }: Thing): string =>
  isFree ? [box.x, box.y].map((mm) => lengthNumber(tidy(mm), preferences.unit)).join(', ') : 'around';
const tidy = (mm: number): number => Number(mm.toFixed(1));

function putNew(start: Start | 'code'): void {
  if (start === 'code') addCode();
  else putOn(newThing(start, job.value, props.view.made), 'thing-add');
}

/** On the piece at once; then room is made for it, unless something was touched meanwhile. */
function putOn(thing: ItemSettings, step: string): void {
  if (bench.editPiece({ items: [...job.value.piece.items, thing] }, step).length > 0) return;
  stage.hold(thing.id);
  void followUp(step, (placed) =>
    useEngine().desk.makeRoom(placed, thing.id, code.value.id, bench.freeSizes),
  );
}

/** A code like the one at hand, beside it. */
function addCode(): void {
  const { placement } = code.value;
  const xMm = Number((job.value.piece.widthMm - placement.widthMm).toFixed(2));
  bench.edit(
    withCodeAdded(job.value, { ...code.value, logo: null, placement: { ...placement, xMm } }),
    'code-add',
  );
}

function copy(): void {
  const own = item.value;
  if (own !== null) void putOn({ ...own, id: freeId(own.kind, job.value.piece.items) }, 'thing-copy');
}

/** Later things lie over earlier ones. */
function reorder(step: 1 | -1): void {
  const items = [...job.value.piece.items];
  const at = items.findIndex(({ id }) => id === stage.selected);
  const to = at + step;
  if (at < 0 || to < 0 || to >= items.length) return;
  [items[at], items[to]] = [items[to]!, items[at]!];
  bench.editPiece({ items }, 'thing-order');
}
</script>

<template>
  <div class="columns">
    <section class="list">
      <div class="head">
        <h2 class="heading">On the piece</h2>
        <ElDropdown ref="menu" trigger="click" placement="bottom-end" append-to="#over" @command="putNew">
          <button type="button" class="action" @keydown.esc="menu?.handleClose()">
            <Plus :size="14" aria-hidden="true" /> Add
          </button>
          <template #dropdown>
            <ElDropdownMenu>
              <ElDropdownItem
                v-for="[start, name] in starts"
                :key="start"
                :command="start"
                :disabled="start === 'host' && hostOf(job.codes[0]!.message) === ''"
              >
                <component :is="kindIcons[startKinds[start]]" class="kind" aria-hidden="true" />{{ name }}
              </ElDropdownItem>
              <ElDropdownItem command="code" divided :disabled="job.codes.length >= mostCodes">
                <QrCode class="kind" aria-hidden="true" />Another code
              </ElDropdownItem>
            </ElDropdownMenu>
          </template>
        </ElDropdown>
      </div>
      <div role="listbox" aria-label="On the piece" class="entries">
        <button
          v-for="thing in topmostFirst"
          :key="thing.id"
          type="button"
          role="option"
          :aria-selected="thing.id === things.held.value?.id"
          @click="things.hold(thing)"
        >
          <component :is="kindIcons[thing.kind]" class="kind" aria-hidden="true" />
          <span class="name"
            >{{ thing.name }}{{ thing.id === code.id && job.codes.length > 1 ? ', at hand' : '' }}</span
          >
          <span v-if="sampleIds.has(thing.id)" class="sample">sample</span>
          <span class="where">{{ whereOf(thing) }}</span>
        </button>
      </div>
    </section>
    <ThingWords v-if="item?.kind === 'words'" :key="item.id" :item="item" />
    <ThingArt v-else-if="item?.kind === 'art'" :key="item.id" :item="item" />
    <ThingFrame v-else-if="item?.kind === 'frame' || item?.kind === 'border'" :key="item.id" :item="item" />
    <ThingCode v-else :view="view" />
    <ThingPlace :view="view" :things="things" @copy="copy" @reorder="reorder" />
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 232px minmax(0, 1fr) 292px;
}

@media (max-width: 1150px) {
  .columns {
    grid-template-columns: 190px minmax(0, 1fr) 272px;
  }
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}

.kind {
  flex: none;
  width: 14px;
  height: 14px;
  margin-right: 8px;
}

.entries {
  display: grid;
  grid-auto-rows: 25px;
  align-content: start;
}

.name {
  overflow: hidden;
  flex: 1;
  text-overflow: ellipsis;
}

.sample {
  padding: 0 5px 1px;
  background: var(--caution-pale);
  font-size: var(--text-small);
  font-weight: 400;
}

.where {
  padding-left: 8px;
  color: var(--ink-soft);
  font-size: var(--text-small);
  font-weight: 400;
  font-variant-numeric: tabular-nums;
}

.entries button {
  display: flex;
  align-items: center;
  overflow: hidden;
  padding: 3px 8px;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  font-size: var(--text-note);
  text-align: left;
  white-space: nowrap;
  cursor: pointer;
}

.entries button:hover {
  background: var(--paper-sunk);
}

.entries button[aria-selected='true'] {
  border-left-color: var(--accent);
  background: var(--white);
  font-weight: 600;
}
</style>
