/** What the user likes, kept in this browser. */
import { defineStore } from 'pinia';
import { ref, watch } from 'vue';
import { recall, remember } from '../shared/browserStorage';
import type { LengthUnit } from '../shared/units';

export const usePreferences = defineStore('preferences', () => {
  const unit = ref<LengthUnit>(recall(localStorage, 'binarus.unit') === 'in' ? 'in' : 'mm');
  watch(unit, (value) => remember(localStorage, 'binarus.unit', value));
  /** Width of a bank card on this screen in CSS pixels, as the user measured it; null before that. */
  const cardPx = ref<number | null>(numberOrNull(recall(localStorage, 'binarus.cardPx')));
  watch(cardPx, (value) => remember(localStorage, 'binarus.cardPx', value));
  /** The link of the owner's chat service, with places for number and text; empty before one was pasted. */
  const chatPattern = ref(stringOf(recall(localStorage, 'binarus.chatPattern')));
  watch(chatPattern, (value) => remember(localStorage, 'binarus.chatPattern', value));
  /** Whether the readout shows the limits that are kept, beside those that are not. */
  const showsKept = ref(recall(localStorage, 'binarus.showsKept') === true);
  watch(showsKept, (value) => remember(localStorage, 'binarus.showsKept', value));
  /** Whether the fit bar stays open with all its limits. */
  const showsFitBar = ref(recall(localStorage, 'binarus.showsFitBar') === true);
  watch(showsFitBar, (value) => remember(localStorage, 'binarus.showsFitBar', value));
  /** Height of the drawer, where the user has dragged its edge. */
  const drawerPx = ref<number | null>(drawerOf(recall(localStorage, 'binarus.drawerPx')));
  watch(drawerPx, (value) => remember(localStorage, 'binarus.drawerPx', value));
  /** Whether the bench checks by itself that the job reads, whenever typing pauses. */
  const checksByItself = ref(recall(localStorage, 'binarus.checksByItself') !== false);
  watch(checksByItself, (value) => remember(localStorage, 'binarus.checksByItself', value));
  /** Profiles that jobs were made with, the last first. */
  const recentPairs = ref<readonly string[]>(recentOf(recall(localStorage, 'binarus.recentPairs')));
  watch(recentPairs, (value) => remember(localStorage, 'binarus.recentPairs', value));
  const usePair = (profile: string): void => {
    recentPairs.value = [profile, ...recentPairs.value.filter((other) => other !== profile)].slice(
      0,
      mostRecent,
    );
  };
  return {
    unit,
    cardPx,
    chatPattern,
    showsKept,
    showsFitBar,
    drawerPx,
    checksByItself,
    recentPairs,
    usePair,
  };
});

const mostRecent = 6;
const recentOf = (value: unknown): readonly string[] =>
  Array.isArray(value)
    ? value.filter((one): one is string => typeof one === 'string' && one.length <= 60).slice(0, mostRecent)
    : [];

/** Less would show no control whole. */
export const leastDrawerPx = 120;
const drawerOf = (value: unknown): number | null =>
  typeof value === 'number' && value >= leastDrawerPx && value < 4000 ? value : null;

const stringOf = (value: unknown): string => (typeof value === 'string' && value.length <= 500 ? value : '');

const numberOrNull = (value: unknown): number | null =>
  typeof value === 'number' && value > 50 && value < 5000 ? value : null;
