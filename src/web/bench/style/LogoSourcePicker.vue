<script setup lang="ts">
/** The logo's source, and a title below it. */
import { computed } from 'vue';
import { codeOf, withCode, type Job } from '../../../core/job';
import { newLogo, type LogoSource, withSource } from '../../../core/logo';
import { useEngine } from '../../shared/engine';
import { useBench } from '../../stores/bench';
import SourcePicker from '../../shared/SourcePicker.vue';
import { followUp } from '../followUp';
import { useJobAtHand } from '../jobAtHand';

const { code } = useJobAtHand();
const bench = useBench();
const logo = computed(() => code.value.logo);

function choose(source: LogoSource): void {
  const isNew = logo.value === null;
  const next = logo.value === null ? newLogo(source) : withSource(logo.value, source);
  const step = `logo-source-${source.kind}`;
  const { id } = code.value;
  if (bench.editCode({ logo: next }, step).length > 0 || !isNew) return;
  void followUp(`${step}-${id}`, (placed) => withSafeLogo(placed, id));
}

/** A logo begins no larger than is safe, where it is safe at any size. */
async function withSafeLogo(placed: Job, codeId: string): Promise<Job | null> {
  const largest = await useEngine().desk.largestSafeShare(placed, codeId);
  const share = codeOf(placed, codeId).logo?.share;
  return largest === null || share === undefined || largest >= share
    ? null
    : withCode(placed, codeId, (changed) => ({
        ...changed,
        logo: changed.logo && { ...changed.logo, share: largest },
      }));
}

function setTitle(title: string): void {
  if (logo.value !== null) bench.editCode({ logo: { ...logo.value, title } }, 'logo-title');
}
</script>

<template>
  <div class="head">
    <h2 class="heading">Logo from</h2>
    <button v-if="logo" type="button" class="action quiet" @click="bench.editCode({ logo: null }, 'logo')">
      Remove it
    </button>
  </div>
  <SourcePicker :source="logo?.source ?? null" what="logo" :place="`logo ${code.id}`" :choose="choose" />
  <div v-if="logo && logo.source.kind !== 'text'" class="title">
    <label for="logo-title">Title below</label>
    <ElInput
      id="logo-title"
      size="small"
      maxlength="40"
      placeholder="none"
      :model-value="logo.title"
      @update:model-value="setTitle"
    />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}

.title {
  display: grid;
  grid-template-columns: 74px minmax(0, 1fr);
  align-items: center;
}

.title label {
  color: var(--ink-soft);
  font-size: var(--text-note);
}
</style>
