<script setup lang="ts">
/** A font, chosen by how it looks. */
import { computed, onMounted } from 'vue';
import { typefaces, type FontId } from '../../../core/words';
import { loadFontUrls } from '../../../engine';

const font = defineModel<FontId>({ required: true });
const familyOf = (id: FontId): string => `sample-${id}`;
const chosen = computed(() => typefaces.find(({ id }) => id === font.value)!);

// The page has the faces by name; a file that does not load leaves the name in the page's own face.
onMounted(async () => {
  const fontUrls = await loadFontUrls();
  const known = new Set([...document.fonts].map(({ family }) => family));
  for (const { id, files } of typefaces)
    if (!known.has(familyOf(id)))
      document.fonts.add(new FontFace(familyOf(id), `url("${fontUrls[files[0]!]}")`, { display: 'swap' }));
});
</script>

<template>
  <ElSelect v-model="font" append-to="#over" aria-label="Font">
    <template #label
      ><span :style="{ fontFamily: familyOf(chosen.id) }">{{ chosen.name }}</span></template
    >
    <ElOption v-for="{ id, name } in typefaces" :key="id" :value="id" :label="name">
      <span class="sample" :style="{ fontFamily: familyOf(id) }">{{ name }}</span>
    </ElOption>
  </ElSelect>
</template>

<style scoped>
.sample {
  font-size: var(--text-lead);
}
</style>
