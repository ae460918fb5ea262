<script setup lang="ts">
/** The piece station: the thing itself, a page for each of its sides. */
import { storeToRefs } from 'pinia';
import type { PressView } from '../../../engine';
import DrawerPages from '../DrawerPages.vue';
import { useStage } from '../../stores/stage';
import type { Things } from '../useThings';
import PieceBasics from './PieceBasics.vue';
import PieceHoles from './PieceHoles.vue';
import PieceMaking from './PieceMaking.vue';
import PieceOutline from './PieceOutline.vue';
import PieceStand from './PieceStand.vue';
import PieceTemplates from './PieceTemplates.vue';
import PieceThings from './PieceThings.vue';
import PieceUse from './PieceUse.vue';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
defineProps<{ view: PressView; things: Things }>();
const { job, code } = useJobAtHand();

const pages = [
  { id: 'basics', name: 'Basics', component: PieceBasics },
  { id: 'outline', name: 'Outline', component: PieceOutline },
  { id: 'holes', name: 'Holes', component: PieceHoles },
  { id: 'things', name: 'Text and graphics', component: PieceThings },
  { id: 'stand', name: 'Stand', component: PieceStand },
  { id: 'making', name: 'Finish', component: PieceMaking },
  { id: 'use', name: 'Where it is used', component: PieceUse },
  { id: 'templates', name: 'Templates', component: PieceTemplates },
] as const;
const { piecePage: page } = storeToRefs(useStage());
</script>

<template>
  <DrawerPages v-model="page" label="Pages of the piece" :pages="pages">
    <component
      :is="pages.find(({ id }) => id === page)!.component"
      :job="job"
      :code="code"
      :view="view"
      :things="things"
    />
  </DrawerPages>
</template>
