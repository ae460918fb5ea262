/** Pictures from a phone: while the way is open the server is asked every second, and what has come is given on. */
import { computed, onScopeDispose, ref, shallowRef, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import type { PhoneState } from '../../wire';
import { closePhoneWay, openPhoneWay, phoneState, takePhonePicture } from './phoneApi';
import { useAttempt } from './useAttempt';

const askEveryMs = 1000;

export interface PhoneWay {
  readonly open: ShallowRef<PhoneState['open']>;
  /** Until it closes; 0 while it is closed. */
  readonly secondsLeft: ComputedRef<number>;
  readonly came: Ref<number>;
  readonly problem: Ref<string>;
  readonly begin: () => Promise<void>;
  readonly end: () => Promise<void>;
}

export function usePhoneWay(give: (file: File) => void): PhoneWay {
  const open = shallowRef<PhoneState['open']>(null);
  const now = ref(Date.now());
  const came = ref(0);
  const { problem, attempt } = useAttempt();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isGone = false;

  async function show(state: PhoneState): Promise<void> {
    open.value = state.open;
    now.value = Date.now();
    for (const id of state.pictures) {
      give(await takePhonePicture(id));
      came.value++;
    }
  }
  const later = (): void => {
    if (open.value !== null && !isGone) timer = setTimeout(() => void ask(), askEveryMs);
  };
  /** A server that does not answer for a moment is asked again. */
  const ask = async (): Promise<void> => {
    await attempt(async () => show(await phoneState()));
    later();
  };

  onScopeDispose(() => {
    isGone = true;
    clearTimeout(timer);
    // Who has left does not see what comes.
    if (open.value !== null) void closePhoneWay().catch(() => undefined);
  });

  return {
    open,
    secondsLeft: computed(() =>
      open.value === null ? 0 : Math.max(0, Math.round((Date.parse(open.value.until) - now.value) / 1000)),
    ),
    came,
    problem,
    begin: () =>
      attempt(async () => {
        clearTimeout(timer);
        came.value = 0;
        await show(await openPhoneWay());
        later();
      }),
    end: () =>
      attempt(async () => {
        clearTimeout(timer);
        open.value = null;
        await closePhoneWay();
      }),
  };
}
