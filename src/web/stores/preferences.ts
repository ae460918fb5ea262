/** What the user likes, kept in this browser. */
import { defineStore } from 'pinia';
import { ref, watch } from 'vue';
import { recall, remember } from '../shared/browserStorage';
import type { LengthUnit } from '../shared/units';

export const usePreferences = defineStore('preferences', () => {
  const unit = ref<LengthUnit>(recall(localStorage, 'binarus.unit') === 'in' ? 'in' : 'mm');
  watch(unit, (value) => remember(localStorage, 'binarus.unit', value));
  return { unit };
});
