/** Pictures that are on their way to the server for a place on the piece; they arrive whatever page is looked at meanwhile. */
import { defineStore } from 'pinia';
import { reactive } from 'vue';
import type { LogoSource } from '../../core/logo';
import { uploadFile } from '../shared/uploads';
import { useBench } from './bench';

export interface PictureOnItsWay {
  /** What is on its way; empty when nothing is. */
  readonly fileName: string;
  /** Why the last one did not come. */
  readonly problem: string;
  /** What was left out of the last one. */
  readonly removed: readonly string[];
}

const nothing: PictureOnItsWay = { fileName: '', problem: '', removed: [] };

export const usePictureChoice = defineStore('pictureChoice', () => {
  /** By job and place. */
  const states = reactive(new Map<string, PictureOnItsWay>());
  const bench = useBench();
  const keyOf = (place: string): string => `${bench.id} ${place}`;

  const stateOf = (place: string): PictureOnItsWay => states.get(keyOf(place)) ?? nothing;
  const forget = (place: string): void => void states.delete(keyOf(place));

  /** Uploads a file for a place; `choose` is called when it is there and its job is still on the bench. */
  async function upload(place: string, file: File, choose: (source: LogoSource) => void): Promise<void> {
    const key = keyOf(place);
    states.set(key, { ...nothing, fileName: file.name });
    try {
      const saved = await uploadFile(file);
      states.set(key, { ...nothing, removed: saved.removed });
      if (key !== keyOf(place)) {
        states.set(key, {
          ...nothing,
          problem: `Another job was opened before ${file.name} was here. Choose it again.`,
        });
        return;
      }
      choose({
        kind: saved.mediaType === 'image/png' ? 'picture' : 'drawing',
        file: saved.hash,
        fileName: saved.fileName,
      });
    } catch (error) {
      states.set(key, { ...nothing, problem: (error as Error).message });
    }
  }
  return { stateOf, forget, upload };
});
