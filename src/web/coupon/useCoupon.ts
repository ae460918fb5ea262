/** The test piece at hand: laid out as it is wished, kept once a file of it was taken, and read from photographs. */
import { computed, ref, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import {
  calibrate,
  isInDoubt,
  joinedReadings,
  usualCouponWidthMm,
  type CouponFit,
  type CouponWish,
  type LaserSetting,
} from '../../core/coupon';
import { valuesOf, type PairValues } from '../../core/plan';
import type { FormatId } from '../../core/output';
import { couponPhotoPx } from '../../core/files';
import type { CouponView } from '../../engine';
import type { KeptCoupon, SaveProfile } from '../../wire';
import { deleteCoupon, keepCoupon, listCoupons } from '../shared/couponApi';
import { downloadBytes } from '../shared/download';
import { useEngine } from '../shared/engine';
import { openPhoto } from '../shared/photos';
import { useAttempt } from '../shared/useAttempt';
import type { ProfileEntry } from '../stores/profiles';

export interface CouponAtHand {
  readonly wish: Readonly<Ref<CouponWish>>;
  readonly change: (change: Partial<CouponWish>) => void;
  readonly kept: ShallowRef<KeptCoupon | null>;
  readonly view: ShallowRef<CouponView | null>;
  readonly fit: ShallowRef<CouponFit | null>;
  /** Of the profile, the newest first. */
  readonly before: ComputedRef<readonly KeptCoupon[]>;
  /** Whether the server has it. */
  readonly isKept: ComputedRef<boolean>;
  readonly problem: Ref<string>;
  readonly notes: Ref<readonly string[]>;
  /** Share of a photograph that was read; null while none is. */
  readonly progress: Ref<number | null>;
  readonly isTaking: Ref<boolean>;
  readonly open: (id: string) => Promise<void>;
  readonly download: (format: FormatId) => Promise<void>;
  readonly addPhotos: (files: readonly File[]) => Promise<void>;
  readonly forgetReadings: () => Promise<void>;
  readonly remove: () => Promise<void>;
  /** What is kept of it as a profile; null where nothing was measured. */
  readonly calibrated: (setting: LaserSetting | null) => Pick<SaveProfile, 'pair'> | null;
}

/** `idAtFirst` is the piece to open, where the profile has it. */
export function useCoupon(entry: () => ProfileEntry | undefined, idAtFirst: string): CouponAtHand {
  const { problem, attempt } = useAttempt();
  const all = shallowRef<readonly KeptCoupon[]>([]);
  const kept = shallowRef<KeptCoupon | null>(null);
  const view = shallowRef<CouponView | null>(null);
  const fit = shallowRef<CouponFit | null>(null);
  const notes = ref<readonly string[]>([]);
  const progress = ref<number | null>(null);
  const isTaking = ref(false);
  const wish = ref<CouponWish>(usualWish(null));
  const isKept = computed(() => all.value.some(({ coupon }) => coupon.id === kept.value?.coupon.id));
  const values = (): PairValues | null => {
    const chosen = entry();
    return chosen === undefined ? null : (JSON.parse(JSON.stringify(valuesOf(chosen.pair))) as PairValues);
  };

  async function show(next: KeptCoupon | null): Promise<void> {
    kept.value = next;
    fit.value = null;
    notes.value = [];
    if (next === null) {
      view.value = null;
      return;
    }
    const { coupon, readings } = next;
    const [drawn, fitted] = await Promise.all([
      useEngine().maker.drawCoupon(coupon),
      readings.length === 0 ? null : useEngine().maker.fitCoupon(coupon, readings),
    ]);
    if (kept.value?.coupon.id !== coupon.id) return;
    view.value = drawn;
    fit.value = fitted;
  }

  let wishes = 0;
  /** A piece that nobody took a file of gives way to the next one. */
  const lay = (): Promise<void> =>
    attempt(async () => {
      const pair = values();
      const run = ++wishes;
      if (pair === null) return;
      const seed = Math.floor(Math.random() * 2 ** 31);
      const plain = JSON.parse(JSON.stringify(wish.value)) as CouponWish;
      const laid = await useEngine().maker.layCoupon(pair, plain, seed, new Date().toISOString());
      if (run !== wishes) return;
      if ('problem' in laid) {
        await show(null);
        problem.value = laid.problem;
      } else await show({ coupon: laid.coupon, note: '', readings: [] });
    });

  watch(
    () => entry()?.id,
    () =>
      attempt(async () => {
        const pair = values();
        if (pair === null) return;
        const [of, kept] = [entry()?.id, await listCoupons()];
        if (entry()?.id !== of) return;
        all.value = kept;
        wish.value = usualWish(pair);
        const atFirst = all.value.find(({ coupon }) => coupon.id === idAtFirst);
        await (atFirst === undefined ? lay() : show(atFirst));
      }),
    { immediate: true },
  );

  async function save(next: KeptCoupon): Promise<void> {
    await keepCoupon(next);
    all.value = await listCoupons();
  }

  return {
    wish,
    change: (change) => {
      wish.value = { ...wish.value, ...change };
      void lay();
    },
    kept,
    view,
    fit,
    before: computed(() => all.value.filter(({ coupon }) => coupon.pair.profile === entry()?.id)),
    isKept,
    problem,
    notes,
    progress,
    isTaking,
    open: (id) =>
      attempt(async () => {
        const chosen = all.value.find(({ coupon }) => coupon.id === id);
        wishes++;
        if (chosen !== undefined) await show(chosen);
      }),
    download: (format) =>
      attempt(async () => {
        const coupon = kept.value;
        if (coupon === null || isTaking.value) return;
        isTaking.value = true;
        try {
          const made = await useEngine().maker.couponFiles(coupon.coupon, format);
          if ('problem' in made) throw new Error(made.problem);
          // It has to be known when its photograph comes.
          await save(coupon);
          made.files.forEach(downloadBytes);
        } finally {
          isTaking.value = false;
        }
      }),
    addPhotos: (files) =>
      attempt(async () => {
        const problems: string[] = [];
        for (const file of files) {
          const coupon = kept.value;
          if (coupon === null) return;
          progress.value = 0;
          try {
            const { frame } = await openPhoto(file, couponPhotoPx);
            const tell = (done: number, of: number): void => {
              progress.value = done / of;
            };
            const read = await useEngine().prover.readCoupon(frame, coupon.coupon, tell);
            if (read === null || kept.value?.coupon.id !== coupon.coupon.id) return;
            if ('problem' in read) {
              problems.push(`${file.name}: ${read.problem}`);
              continue;
            }
            const next = { ...coupon, readings: [...joinedReadings([coupon.readings, read.patches])] };
            kept.value = next;
            fit.value = await useEngine().maker.fitCoupon(coupon.coupon, next.readings);
            await save(next);
          } catch (error) {
            problems.push((error as Error).message);
          } finally {
            progress.value = null;
            notes.value = problems;
          }
        }
      }),
    forgetReadings: () =>
      attempt(async () => {
        const coupon = kept.value;
        if (coupon === null) return;
        const next = { ...coupon, readings: [] };
        await save(next);
        await show(next);
      }),
    remove: () =>
      attempt(async () => {
        const coupon = kept.value;
        if (coupon === null) return;
        await deleteCoupon(coupon.coupon.id);
        all.value = await listCoupons();
        await lay();
      }),
    calibrated: (setting) => {
      if (kept.value === null || fit.value === null) return null;
      return calibrate(kept.value.coupon, fit.value, setting, new Date().toISOString());
    },
  };
}

const usualWish = (pair: PairValues | null): CouponWish => ({
  kind: 'sizes',
  widthMm: pair === null ? 100 : usualCouponWidthMm(pair),
  heightMm: null,
  bothPolarities: pair !== null && isInDoubt(pair),
  powersPercent: [20, 40, 60, 80],
  speedsMmPerS: pair === null ? [100] : speedsAround(pair.process.markMmPerS),
});

const speedsAround = (mmPerS: number): number[] =>
  [0.5, 0.75, 1, 1.5].map((share) => Number((share * mmPerS).toPrecision(2)));
