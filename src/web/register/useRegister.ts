/** The register at hand: found by words, by a photograph of a code, or by the run that made it. */
import { ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue';
import { watchDebounced } from '@vueuse/core';
import type { MadePiece, Register, Run } from '../../wire';
import { useEngine } from '../shared/engine';
import { openPhoto } from '../shared/photos';
import { fetchRegister, fetchRuns, forgetRun, makeAgain, notePiece } from '../shared/runsApi';
import { useAttempt } from '../shared/useAttempt';
import { useNewest } from '../shared/useNewest';
import { useRun, type RunAtHand } from '../shared/useRun';

export interface RegisterAtHand {
  readonly problem: Ref<string>;
  readonly find: Ref<string>;
  /** Of a photograph; null where none is looked for. */
  readonly payload: Ref<string | null>;
  readonly ofRun: ShallowRef<Run | null>;
  readonly runs: ShallowRef<readonly Run[]>;
  readonly register: ShallowRef<Register | null>;
  readonly piece: ShallowRef<MadePiece | null>;
  readonly isReading: Ref<boolean>;
  readonly running: RunAtHand;
  readonly more: () => Promise<void>;
  readonly findPhoto: (file: File) => Promise<void>;
  readonly note: (text: string) => Promise<void>;
  readonly again: (form: Run['form']) => Promise<void>;
  readonly forget: (run: Run) => Promise<void>;
}

export const samePiece = (a: MadePiece | null, b: MadePiece): boolean =>
  a !== null && a.runId === b.runId && a.row === b.row && a.copy === b.copy;

/** What a piece is called by; where that is its message, which stands beside it, the place of its row. */
export const numberOf = ({ name, payload, row }: MadePiece): string =>
  name === payload ? `row ${row + 1}` : name;

/** With a message at hand its pieces are shown. */
export function useRegister(known: string): RegisterAtHand {
  const { problem, attempt } = useAttempt();
  const find = ref('');
  const payload = ref<string | null>(known === '' ? null : known);
  const ofRun = shallowRef<Run | null>(null);
  const runs = shallowRef<readonly Run[]>([]);
  const register = shallowRef<Register | null>(null);
  const piece = shallowRef<MadePiece | null>(null);
  const isReading = ref(false);
  const running = useRun(attempt, () => void load());
  const asked = useNewest();

  const ask = (from: number): ReturnType<typeof fetchRegister> =>
    fetchRegister({
      find: find.value.trim(),
      ...(payload.value === null ? {} : { payload: payload.value }),
      ...(ofRun.value === null ? {} : { run: ofRun.value.id }),
      from,
    });
  const load = (): Promise<void> =>
    attempt(async () => {
      const isNewest = asked.ask();
      const [found, all] = await Promise.all([ask(0), fetchRuns()]);
      if (!isNewest()) return;
      register.value = found;
      runs.value = all;
      piece.value = found.pieces.find((listed) => samePiece(piece.value, listed)) ?? found.pieces[0] ?? null;
    });

  watchDebounced(find, load, { debounce: 200 });
  watch([payload, ofRun], load, { immediate: true });

  return {
    problem,
    find,
    payload,
    ofRun,
    runs,
    register,
    piece,
    isReading,
    running,
    more: () =>
      attempt(async () => {
        const before = register.value;
        if (before === null) return;
        const isNewest = asked.asIs();
        const next = await ask(before.pieces.length);
        if (isNewest()) register.value = { ...next, pieces: [...before.pieces, ...next.pieces] };
      }),
    findPhoto: (file) =>
      attempt(async () => {
        isReading.value = true;
        try {
          const { frame } = await openPhoto(file);
          const silent = (): void => undefined;
          const { codes } = await useEngine().prover.checkPhoto(frame, null, silent);
          const [code] = codes;
          if (code === undefined) throw new Error(`No code could be read in ${file.name}.`);
          find.value = '';
          ofRun.value = null;
          payload.value = code.seen.text;
        } finally {
          isReading.value = false;
        }
      }),
    note: (text) =>
      attempt(async () => {
        if (piece.value === null) return;
        await notePiece(piece.value, text);
        await load();
      }),
    again: (form) =>
      attempt(async () => {
        if (piece.value === null) return;
        running.watch(await makeAgain(piece.value.runId, piece.value.row, form), true);
      }),
    forget: (run) =>
      attempt(async () => {
        await forgetRun(run.id);
        if (ofRun.value?.id === run.id) ofRun.value = null;
        else await load();
      }),
  };
}
