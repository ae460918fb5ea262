/** Photographs that are being checked in this window, each with what was found in it. */
import { computed, ref, shallowRef, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import type { Frame } from '../../core/camera';
import type { SymbolGrade } from '../../core/grades';
import type { Job } from '../../core/job';
import { oneByOne } from '../../core/tasks';
import {
  codeToTell,
  verdictOfCheck,
  type CheckedCode,
  type CheckVerdict,
  type Corners,
  type PhotoCheck,
} from '../../core/photo';
import { useEngine } from '../shared/engine';
import { openPhoto, type Photo } from '../shared/photos';

/** A photograph in the list; `number` tells them apart. */
export interface Checked {
  readonly number: number;
  readonly fileName: string;
  readonly photo: Photo | null;
  readonly check: PhotoCheck | null;
  /** What is done or was found by hand, beside what readers find. */
  readonly byHand: {
    readonly codeId: string;
    readonly found: Pick<CheckedCode, 'grid' | 'comparison'>;
  } | null;
  /** Print quality as far as a photograph tells; null where it could not be measured. */
  readonly grade: SymbolGrade | null;
  /** How much of the work is done; null when it is. */
  readonly progress: number | null;
  readonly problem: string;
  /** It was kept with the job. */
  readonly isKept: boolean;
}

export interface PhotoChecks {
  readonly list: ShallowRef<readonly Checked[]>;
  readonly shownNumber: Ref<number | null>;
  readonly shown: ComputedRef<Checked | null>;
  readonly add: (files: readonly File[]) => Promise<void>;
  readonly addPhoto: (photo: Photo) => Promise<void>;
  readonly remove: (number: number) => void;
  readonly setCorners: (number: number, codeId: string, corners: Corners) => Promise<void>;
  readonly markKept: (number: number) => void;
  /** Anew, beside another job. */
  readonly again: () => Promise<void>;
}

/** The code of a photograph that is told of: the job's when it is there, else the first. */
export const codeOf = ({ check }: Pick<Checked, 'check'>): CheckedCode | null =>
  check === null ? null : codeToTell(check);

export const verdictOf = ({ check }: Pick<Checked, 'check'>, hasJob: boolean): CheckVerdict | null =>
  check === null
    ? null
    : verdictOfCheck(check, codeOf({ check }), !hasJob || codeOf({ check })?.meantId !== null);

export function usePhotoChecks(job: () => Job | null): PhotoChecks {
  const list = shallowRef<readonly Checked[]>([]);
  const shownNumber = ref<number | null>(null);
  let lastNumber = 0;
  /** One after the other: each has all of the prover. */
  const inTurn = oneByOne();

  const change = (number: number, to: Partial<Checked>): void => {
    list.value = list.value.map((one) => (one.number === number ? { ...one, ...to } : one));
  };
  const find = (number: number): Checked | undefined => list.value.find((one) => one.number === number);

  function begin(fileName: string): number {
    const number = ++lastNumber;
    const begun: Checked = {
      number,
      fileName,
      photo: null,
      check: null,
      byHand: null,
      grade: null,
      progress: 0,
      problem: '',
      isKept: false,
    };
    list.value = [begun, ...list.value];
    shownNumber.value = number;
    return number;
  }

  async function look(number: number, open: () => Promise<Photo>): Promise<void> {
    try {
      const photo = await open();
      change(number, { photo });
      const check = await useEngine().prover.checkPhoto(photo.frame, job(), (_help, done, of) =>
        change(number, { progress: done / of }),
      );
      const code = codeToTell(check);
      const grade = code === null ? null : await gradeOf(photo.frame, code, code.seen.reversed);
      change(number, { check, grade, progress: null });
    } catch (error) {
      change(number, { problem: (error as Error).message, progress: null });
    }
  }

  const gradeOf = (
    frame: Frame,
    { grid, comparison }: Pick<CheckedCode, 'grid' | 'comparison'>,
    reversed: boolean,
  ): Promise<SymbolGrade | null> =>
    useEngine().prover.gradePhoto(frame, { grid, comparison, reversed }, job());

  const later = (number: number, open: () => Promise<Photo>): Promise<void> =>
    inTurn(() => (find(number) === undefined ? undefined : look(number, open)));

  return {
    list,
    shownNumber,
    shown: computed(() => list.value.find(({ number }) => number === shownNumber.value) ?? null),
    add: async (files) => {
      await Promise.all(files.map((file) => later(begin(file.name), () => openPhoto(file))));
    },
    addPhoto: (photo) => later(begin(photo.fileName), () => Promise.resolve(photo)),
    remove: (number) => {
      list.value = list.value.filter((one) => one.number !== number);
      if (shownNumber.value === number) shownNumber.value = list.value[0]?.number ?? null;
    },
    setCorners: async (number, codeId, corners) => {
      const photo = find(number)?.photo;
      const now = job();
      if (!photo || now === null) return;
      try {
        const checked = await useEngine().prover.checkByHand(photo.frame, now, codeId, corners);
        if (checked !== null)
          change(number, {
            byHand: { codeId, found: checked },
            grade: await gradeOf(photo.frame, checked, false),
            problem: '',
          });
      } catch (error) {
        change(number, { problem: (error as Error).message });
      }
    },
    markKept: (number) => change(number, { isKept: true }),
    again: async () => {
      await Promise.all(
        list.value.flatMap(({ number, photo }) => {
          if (photo === null) return [];
          change(number, { check: null, byHand: null, grade: null, progress: 0, problem: '', isKept: false });
          return [later(number, () => Promise.resolve(photo))];
        }),
      );
    },
  };
}
