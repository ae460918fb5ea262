/** What the fit bar leaves open, with all else held fixed: its ranges, its value, and how it is written and set. */
import { computed, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue';
import type { CodeSettings, Job } from '../../../core/job';
import type { OtherBars, PressView } from '../../../engine';
import { useEngine } from '../../shared/engine';
import { distanceText, lengthText } from '../../shared/units';
import { useAttempt } from '../../shared/useAttempt';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { barOfCharacters, barOfLengths, type BarRange } from './fitAxis';

export type Quantity = 'width' | 'distance' | 'message';

/** Widest code and farthest distance in millimetres, as a slider says them. */
const mostMm = { width: 5000, distance: 100_000, message: 100_000 } as const;

export const quantities: readonly {
  readonly value: Quantity;
  readonly label: string;
  /** As the handle is called. */
  readonly name: string;
}[] = [
  { value: 'width', label: 'Code width', name: 'Width of the code' },
  { value: 'distance', label: 'Read from', name: 'Reading distance' },
  { value: 'message', label: 'Message', name: 'Length of the message' },
];

export interface OpenQuantity {
  readonly open: Ref<Quantity>;
  readonly ranges: ComputedRef<readonly BarRange[]>;
  /** Millimetres, or characters of a message. */
  readonly value: ComputedRef<number>;
  readonly text: ComputedRef<string>;
  readonly name: ComputedRef<string>;
  readonly most: ComputedRef<number>;
  /** Of whole dots; null where any value can be had. */
  readonly step: ComputedRef<number | null>;
  readonly setWidth: (mm: number) => void;
  /** Does nothing to the length of a message: that is written. */
  readonly setValue: (to: number) => void;
  /** By a key, in small steps or in large ones. */
  readonly stepBy: (direction: number, isLarge: boolean) => void;
}

interface Source {
  readonly job: Job;
  readonly code: CodeSettings;
  readonly view: PressView;
}

export function useOpenQuantity(source: () => Source): OpenQuantity {
  const bench = useBench();
  const preferences = usePreferences();
  const { attempt } = useAttempt();
  const open = ref<Quantity>('width');
  /** Of distance and message; asked for while they are shown. */
  const others = shallowRef<OtherBars | null>(null);
  watch(
    () => [open.value, source().job, source().code.id] as const,
    ([what, job, id]) => {
      if (what === 'width') return;
      void attempt(async () => {
        const bars = await useEngine().desk.bars(job, id);
        if (source().job === job) others.value = bars;
      });
    },
  );

  const ranges = computed((): readonly BarRange[] => {
    if (open.value === 'width') return (source().view.made?.fitRanges ?? []).map(barOfLengths);
    if (others.value === null) return [];
    return open.value === 'distance'
      ? others.value.distance.map(barOfLengths)
      : others.value.message.map(barOfCharacters);
  });
  const value = computed(() => {
    switch (open.value) {
      case 'width':
        return source().code.placement.widthMm;
      case 'distance':
        return source().job.reading.distanceM * 1000;
      case 'message':
        return others.value?.characters ?? 1;
    }
  });
  const text = computed(() => {
    switch (open.value) {
      case 'width':
        return lengthText(value.value, preferences.unit);
      case 'distance':
        return distanceText(value.value / 1000, preferences.unit);
      case 'message':
        return `${value.value} characters`;
    }
  });
  const step = computed(() => ranges.value.find((range) => range.step !== null)?.step ?? null);

  function setWidth(mm: number): void {
    const by = step.value ?? 0.1;
    const least = step.value ?? 1;
    const width = Number(Math.min(Math.max(Math.round(mm / by) * by, least), mostMm.width).toFixed(4));
    bench.editPlacement({ widthMm: width }, 'code-width');
  }
  function setValue(to: number): void {
    if (open.value === 'width') setWidth(to);
    if (open.value !== 'distance') return;
    const { job } = source();
    const distanceM = Number(Math.min(Math.max(to / 1000, 0.02), 100).toFixed(2));
    bench.edit({ ...job, reading: { ...job.reading, distanceM } }, 'distance');
  }
  function stepBy(direction: number, isLarge: boolean): void {
    const by = open.value === 'width' ? (step.value ?? (isLarge ? 1 : 0.1)) : isLarge ? 100 : 10;
    setValue(value.value + direction * by);
  }
  return {
    open,
    ranges,
    value,
    text,
    name: computed(() => quantities.find((entry) => entry.value === open.value)!.name),
    most: computed(() => mostMm[open.value]),
    step,
    setWidth,
    setValue,
    stepBy,
  };
}
