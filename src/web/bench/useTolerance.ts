/** Maps of how far from what is asked the job at hand still reads, and of the harm it survives: filled beside the bench, ended by the next edit. */
import {
  computed,
  onScopeDispose,
  ref,
  shallowRef,
  watch,
  type ComputedRef,
  type Ref,
  type ShallowRef,
} from 'vue';
import type { Job } from '../../core/job';
import { reachOf, type MapKind, type MapPlan, type Survived } from '../../core/proof';
import { proofKey } from '../../core/proving';
import { startHarms, startMap, type MapShooter, type Survey, type ToleranceMap } from '../../engine';

/** What can be surveyed: a map of conditions, harm, or print quality, which is measured where it is shown. */
export type SurveyKind = MapKind | 'harm' | 'grade';

export interface ToleranceControl {
  /** What is looked at. */
  readonly shown: Readonly<Ref<SurveyKind>>;
  /** Looks at another, and fills it. */
  readonly show: (kind: SurveyKind) => void;
  /** Of the job as it stands; null before it was begun. */
  readonly map: ComputedRef<ToleranceMap | null>;
  readonly harms: ComputedRef<readonly Survived[] | null>;
  /** How far the job as it stands reads: once the map of distance and tilt is filled. */
  readonly reach: ComputedRef<JobReach | null>;
  readonly running: ShallowRef<boolean>;
  readonly problem: ShallowRef<string>;
  /** Fills what is shown, unless it is filled. */
  readonly begin: () => Promise<void>;
  readonly stop: () => void;
}

export interface JobReach {
  readonly nearestM: number;
  readonly farthestM: number;
  /** Of the map's rows, the last one in which it reads: by how much it may lean. */
  readonly tilt: MapPlan['rows'][number];
  readonly plan: MapPlan;
}

/** Of states that undo and redo come back to. */
const mostKept = 12;

interface Known {
  readonly map?: ToleranceMap;
  readonly harms?: readonly Survived[];
  readonly isDone: boolean;
}

export function useTolerance(job: () => Job | null, provers: () => readonly MapShooter[]): ToleranceControl {
  const shown = ref<SurveyKind>('distance-tilt');
  const running = shallowRef(false);
  const problem = shallowRef('');
  const kept = shallowRef<ReadonlyMap<string, Known>>(new Map());
  let survey: Survey<unknown> | null = null;

  const key = computed(() => {
    const now = job();
    return now === null ? '' : `${shown.value} ${proofKey(now)}`;
  });
  const reach = computed((): JobReach | null => {
    const now = job();
    const filled = now === null ? null : kept.value.get(`distance-tilt ${proofKey(now)}`);
    if (filled?.map === undefined || !filled.isDone) return null;
    const { plan, cells } = filled.map;
    const mapped = reachOf(plan, cells);
    if (mapped === null) return null;
    const [nearest, farthest] = mapped.columns;
    return {
      nearestM: Number(plan.columns[nearest]),
      farthestM: Number(plan.columns[farthest]),
      tilt: plan.rows[mapped.rows[1]]!,
      plan,
    };
  });
  const known = computed(() => kept.value.get(key.value) ?? null);

  function stop(): void {
    survey?.callOff();
    survey = null;
    running.value = false;
  }

  function keep(ofKey: string, known: Known): void {
    const next = new Map(kept.value);
    next.delete(ofKey);
    next.set(ofKey, known);
    if (next.size > mostKept) next.delete(next.keys().next().value!);
    kept.value = next;
  }

  async function begin(): Promise<void> {
    const now = job();
    if (now === null || known.value?.isDone === true || shown.value === 'grade') return;
    stop();
    problem.value = '';
    running.value = true;
    const ofKey = key.value;
    const { value: kind } = shown;
    const begun: Survey<unknown> =
      kind === 'harm'
        ? startHarms(provers(), now, (harms) => keep(ofKey, { harms, isDone: false }))
        : startMap(provers(), now, kind, (map) => keep(ofKey, { map, isDone: false }));
    survey = begun;
    try {
      const done = await begun.done;
      const keptMap = kept.value.get(ofKey);
      if (done !== null && keptMap !== undefined) keep(ofKey, { ...keptMap, isDone: true });
    } catch (error) {
      if (survey === begun) problem.value = (error as Error).message;
    } finally {
      if (survey === begun) {
        survey = null;
        running.value = false;
      }
    }
  }

  // Another state of the job, or another map, is another survey; what was under way is of no use any more.
  watch(key, stop, { flush: 'sync' });
  onScopeDispose(stop);

  return {
    shown,
    reach,
    running,
    problem,
    map: computed(() => known.value?.map ?? null),
    harms: computed(() => known.value?.harms ?? null),
    show: (kind) => {
      shown.value = kind;
      void begin();
    },
    begin,
    stop,
  };
}
