<script setup lang="ts">
/** What a sheet comes to: how many, how much is left over, how far it is cut, what is wrong; and its files. */
import { Download, Minus, Plus } from '@lucide/vue';
import { computed, ref } from 'vue';
import { operationFormats } from '../../core/files';
import { sheetParts, type SheetPart } from '../../core/imposition';
import { formatOf, type FormatId } from '../../core/output';
import { pairOfJob } from '../../core/job';
import type { SheetView } from '../../engine';
import PickList from '../shared/PickList.vue';
import StateShape from '../shared/StateShape.vue';
import { lengthNumber, pathText } from '../shared/units';
import { usePreferences } from '../stores/preferences';
import type { SheetAtHand, SheetDownloaded } from './useSheet';

const props = defineProps<{ sheet: SheetAtHand; view: SheetView }>();
const page = defineModel<number>('page', { required: true });
const preferences = usePreferences();

const perSheet = computed(() => props.view.pages[0]?.placed.length ?? 0);
const total = computed(() =>
  props.view.pages.reduce((sum, page) => sum + page.placed.length * page.sheets, 0),
);
/** Of the first piece, as it is cut. */
const box = computed(() => props.view.pieces[0]!.box);
const isOne = computed(() => props.view.pieces.length === 1);
const length = (mm: number): string => `${lengthNumber(mm, preferences.unit)} ${preferences.unit}`;
const time = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;

/** The counts that there are, and what stepping them makes of the piece: no size that a limit stops. */
const points = computed(() =>
  props.view.chart.filter(
    ({ widthMm }) => props.sheet.leastWidthMm.value === null || widthMm >= props.sheet.leastWidthMm.value,
  ),
);
const now = computed(() => props.view.perSheet);
const more = computed(() => points.value.find(({ count }) => count > now.value));
const fewer = computed(() => points.value.findLast(({ count }) => count < now.value));
const sizeText = (widthMm: number): string => {
  const { width, height } = box.value;
  const unit = preferences.unit;
  const text = (mm: number): string => lengthNumber(mm, unit);
  return `${text(widthMm)} × ${text((widthMm * height) / width)} ${unit}`;
};

const formats = computed(() =>
  operationFormats(pairOfJob(props.sheet.job.value!)).map((id) => ({ value: id, label: formatOf(id).name })),
);
const chosen = ref<FormatId | null>(null);
const format = computed({
  get: () => chosen.value ?? formats.value[0]?.value ?? 'svg',
  set: (value: FormatId) => (chosen.value = value),
});
const partNames: Readonly<Record<SheetPart, string>> = {
  all: 'All in one file',
  print: 'What is marked',
  cut: 'What is cut',
  jig: 'Holder for blanks',
};
const parts = sheetParts.map((part) => ({ value: part, label: partNames[part] }));
const part = ref<SheetPart>('all');
/** Only what was measured: cut files and holders have no codes, and a picture no outlines. */
function checkedText({ codes, measures, names }: SheetDownloaded): string {
  const files = names.length === 1 ? 'file' : 'files';
  const read = codes === 0 ? '' : codes === 1 ? 'The code was read.' : `All ${codes} codes were read.`;
  const compared =
    measures === 0
      ? ''
      : measures === names.length
        ? `The size of the ${files} was compared with the sheet, and is right.`
        : `The size and the outlines of the ${files} were compared with the sheet, and are right.`;
  return `${read} ${compared}`.trim();
}
const stops = computed(() => props.view.notes.some(({ severity }) => severity === 'stop'));
</script>

<template>
  <div class="result">
    <section data-test="sheet-count">
      <p class="count">
        <span class="number">{{ perSheet }}</span> on {{ view.sheets > 1 ? 'the first sheet' : 'the sheet' }}
      </p>
      <dl>
        <template v-if="view.sheets > 1">
          <dt>In all</dt>
          <dd>{{ total }} on {{ view.sheets }} sheets</dd>
        </template>
        <dt>Waste</dt>
        <dd>{{ Math.round(100 * view.waste) }} % of the sheet</dd>
        <template v-if="view.cut.cutMm > 0">
          <dt>Cut</dt>
          <dd>
            {{ pathText(view.cut.cutMm, preferences.unit) }},
            {{ pathText(view.cut.travelMm, preferences.unit) }} between{{
              view.cut.seconds === null ? '' : `, about ${time(view.cut.seconds)}`
            }}
          </dd>
        </template>
      </dl>
    </section>

    <section v-if="isOne && view.chart.length > 1 && sheet.job.value">
      <h2 class="heading">How many, how large</h2>
      <div class="steps">
        <button
          type="button"
          aria-label="Fewer and larger"
          :disabled="fewer === undefined"
          @click="fewer && sheet.resize(fewer.count)"
        >
          <Minus :size="15" aria-hidden="true" />
        </button>
        <span class="measure">{{ now }} of {{ sizeText(box.width) }}</span>
        <button
          type="button"
          aria-label="More and smaller"
          :disabled="more === undefined"
          @click="more && sheet.resize(more.count)"
        >
          <Plus :size="15" aria-hidden="true" />
        </button>
      </div>
      <p v-if="more" class="note">{{ more.count }} fit up to {{ sizeText(more.widthMm) }}.</p>
      <p v-else-if="sheet.leastWidthMm.value !== null" class="note">
        More would be narrower than {{ length(sheet.leastWidthMm.value) }}, which a limit stops.
      </p>
    </section>

    <section v-if="view.notes.length > 0">
      <p v-for="(note, index) in view.notes" :key="index" class="said" role="alert">
        <StateShape :state="note.severity" /> <span>{{ note.text }}</span>
      </p>
    </section>

    <section>
      <h2 class="heading">Files</h2>
      <PickList v-model="format" label="Format of the sheet" :choices="formats" />
      <PickList v-model="part" label="What is in the file" :choices="parts" />
      <button
        type="button"
        class="action main"
        :disabled="stops || perSheet === 0"
        :aria-busy="sheet.progress.value !== null"
        @click="sheet.download(format, part)"
      >
        <Download :size="15" :stroke-width="1.8" aria-hidden="true" />
        {{ view.pages.length > 1 ? 'Download the files' : 'Download the file' }}
      </button>
      <p v-if="sheet.progress.value" class="note" role="status">
        {{ sheet.progress.value.doing === 'writing' ? 'Writing' : 'Reading the codes back' }},
        {{ Math.round(100 * sheet.progress.value.share) }} %
        <button type="button" class="link" @click="sheet.giveUp()">Cancel</button>
      </p>
      <div v-if="sheet.downloaded.value" data-test="sheet-downloaded" role="status">
        <p v-if="sheet.downloaded.value.wrong.length > 0" class="said">
          <StateShape state="stop" />
          <span
            >Nothing was downloaded: the code of piece
            {{ sheet.downloaded.value.wrong.slice(0, 8).join(', ') }} does not say what its job says.</span
          >
        </p>
        <p v-else class="said">
          <StateShape state="fine" />
          <span>{{ checkedText(sheet.downloaded.value) }}</span>
        </p>
        <ul class="names">
          <li v-for="name in sheet.downloaded.value.names" :key="name" class="measure">{{ name }}</li>
        </ul>
      </div>
    </section>
    <p v-if="view.pages.length > 1" class="note">
      Sheet {{ page + 1 }} of {{ view.pages.length }} different ones is shown.
    </p>
  </div>
</template>

<style scoped src="../shared/result.css"></style>
<style scoped>
.count {
  font-size: var(--text-title);
  font-weight: 600;
}

.number {
  font-family: var(--mono);
  font-size: var(--text-figure);
  font-weight: 500;
}

dl {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 4px 12px;
  margin: 0;
}

dt {
  color: var(--ink-soft);
}

dd {
  margin: 0;
  font-family: var(--mono);
  font-size: var(--text-note);
}
</style>
