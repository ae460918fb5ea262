<script setup lang="ts">
/** The style station: what the symbol looks like and how it is built, a page for each. */
import { storeToRefs } from 'pinia';
import type { PressView } from '../../../engine';
import { useStageNotes } from '../../stores/stageNotes';
import DrawerPages from '../DrawerPages.vue';
import StyleLogo from './StyleLogo.vue';
import StyleLooks from './StyleLooks.vue';
import StylePaint from './StylePaint.vue';
import StyleShapes from './StyleShapes.vue';
import StyleSymbol from './StyleSymbol.vue';
import StyleVariants from './StyleVariants.vue';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();

const pages = [
  { id: 'looks', name: 'Looks', component: StyleLooks },
  { id: 'variants', name: 'Variants', component: StyleVariants },
  { id: 'shapes', name: 'Shapes', component: StyleShapes },
  { id: 'paint', name: 'Colours', component: StylePaint },
  { id: 'logo', name: 'Logo', component: StyleLogo },
  { id: 'symbol', name: 'Symbol', component: StyleSymbol },
] as const;
const { stylePage: page } = storeToRefs(useStageNotes());
</script>

<template>
  <DrawerPages v-model="page" label="Pages of the style" :pages="pages">
    <component :is="pages.find(({ id }) => id === page)!.component" :job="job" :code="code" :view="view" />
  </DrawerPages>
</template>
