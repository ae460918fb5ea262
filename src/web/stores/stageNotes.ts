/** What the stage shows besides the piece, as the open page of the drawer asks. */
import { defineStore } from 'pinia';
import { onBeforeUnmount, onMounted, ref } from 'vue';

export type StageNote = 'none' | 'logo' | 'weakest';

export const useStageNotes = defineStore('stageNotes', () => {
  const note = ref<StageNote>('none');
  return { note };
});

/** Shows a note for as long as the calling component is there. */
export function useStageNote(note: StageNote): void {
  const notes = useStageNotes();
  onMounted(() => (notes.note = note));
  onBeforeUnmount(() => (notes.note = 'none'));
}
