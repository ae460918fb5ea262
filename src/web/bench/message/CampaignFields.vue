<script setup lang="ts">
/** Campaign parameters of an address, put on and taken off without touching the rest. */
import { computed } from 'vue';
import { campaignKeys, readCampaign, withCampaign } from '../../../core/message';

const props = defineProps<{ address: string }>();
const emit = defineEmits<{ change: [address: string] }>();
const campaign = computed(() => readCampaign(props.address));
const names = { source: 'Source', medium: 'Medium', name: 'Campaign', term: 'Term', content: 'Content' };
const examples = { source: 'slipway-sign', medium: 'sign', name: 'regatta-2027', term: '', content: '' };
</script>

<template>
  <details :open="Object.keys(campaign).length > 0">
    <summary>Campaign parameters, to tell visitors from this code apart</summary>
    <div class="fields">
      <div v-for="key in campaignKeys" :key="key">
        <label :for="`campaign-${key}`">{{ names[key] }}</label>
        <ElInput
          :id="`campaign-${key}`"
          :model-value="campaign[key] ?? ''"
          :placeholder="examples[key]"
          @update:model-value="emit('change', withCampaign(address, { ...campaign, [key]: $event }))"
        />
      </div>
    </div>
  </details>
</template>

<style scoped>
summary {
  font-size: var(--text-note);
  cursor: pointer;
}

.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 6px 10px;
  padding-top: 6px;
}

label {
  font-size: var(--text-note);
  color: var(--ink-soft);
}
</style>
