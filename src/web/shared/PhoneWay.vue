<script setup lang="ts">
/** From the phone to the bench: a code to scan, and how long the way stays open. */
import { Smartphone } from '@lucide/vue';
import { computed } from 'vue';
import { defaultSymbolSettings, encodeSymbol, quietZoneModules } from '../../core/symbol';
import { usePhoneWay } from './usePhoneWay';

const emit = defineEmits<{ picture: [file: File] }>();
const way = usePhoneWay((file) => emit('picture', file));
const { open, secondsLeft, came, problem } = way;

const drawn = computed(() => {
  if (open.value === null) return null;
  const { symbol } = encodeSymbol(open.value.url, defaultSymbolSettings);
  if (symbol === null) return null;
  const { size, modules } = symbol;
  const path = [...modules.keys()]
    .filter((module) => modules[module] === 1)
    .map((module) => `M${module % size} ${Math.floor(module / size)}h1v1h-1z`)
    .join('');
  return {
    path,
    box: `${-quietZoneModules} ${-quietZoneModules} ${size + 2 * quietZoneModules} ${size + 2 * quietZoneModules}`,
  };
});
const left = computed(
  () => `${Math.floor(secondsLeft.value / 60)}:${String(secondsLeft.value % 60).padStart(2, '0')}`,
);
const cameText = computed(() =>
  came.value === 0 ? '' : came.value === 1 ? 'One picture has come.' : `${came.value} pictures have come.`,
);
</script>

<template>
  <div class="way">
    <button v-if="open === null" type="button" class="action" @click="way.begin()">
      <Smartphone :size="15" aria-hidden="true" /> From my phone…
    </button>
    <template v-else>
      <svg
        v-if="drawn"
        :viewBox="drawn.box"
        role="img"
        aria-label="Code for the phone"
        shape-rendering="crispEdges"
      >
        <rect x="-4" y="-4" width="100%" height="100%" class="ground" />
        <path :d="drawn.path" />
      </svg>
      <p class="note">
        Scan it with a phone in the same Wi-Fi, take the picture, and it comes here. It goes through your own
        network only. The first phone that comes has the way for itself; open
        <span class="measure">{{ left }}</span> more.
      </p>
      <p class="measure address">{{ open.url }}</p>
      <p class="note" role="status">
        {{ open.isTaken ? 'A phone is there.' : 'No phone yet.' }} {{ cameText }}
      </p>
      <button type="button" class="action quiet" @click="way.end()">Close it</button>
    </template>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.way {
  display: grid;
  gap: 6px;
  justify-items: start;
}

.action {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}

svg {
  width: 100%;
  max-width: 210px;
}

.action svg {
  width: auto;
}

.ground {
  fill: var(--white);
}

.address {
  font-size: var(--text-small);
  overflow-wrap: anywhere;
}

.problem {
  color: var(--stop);
}
</style>
