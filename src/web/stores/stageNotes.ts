/** Which page of the style is open, and what the stage shows besides the piece because of it. */
import { defineStore } from 'pinia';
import { onBeforeUnmount, onMounted, ref } from 'vue';

export type StageNote = 'none' | 'logo' | 'weakest';

export type StylePage = 'looks' | 'variants' | 'shapes' | 'paint' | 'logo' | 'symbol';

export const useStageNotes = defineStore('stageNotes', () => {
  const note = ref<StageNote>('none');
  const stylePage = ref<StylePage>('looks');
  return { note, stylePage };
});

/** Shows a note for as long as the calling component is there. */
export function useStageNote(note: StageNote): void {
  const notes = useStageNotes();
  onMounted(() => (notes.note = note));
  onBeforeUnmount(() => (notes.note = 'none'));
}
