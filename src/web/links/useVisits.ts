/** Visits of the link at hand, of a collection, a campaign or all links, and of another link beside it. */
import { DateTime } from 'luxon';
import { ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue';
import type { AskVisits, SavedLink, Visits } from '../../wire';
import { fetchVisits } from '../shared/linksApi';
import { useAttempt } from '../shared/useAttempt';
import { useNewest } from '../shared/useNewest';
import { ownZone } from './useLinks';

export type VisitsOf =
  { readonly kind: 'link' | 'all' } | { readonly kind: 'collection' | 'campaign'; readonly name: string };

export interface OtherLink {
  readonly id: string;
  readonly name: string;
}

export interface VisitsAtHand {
  readonly problem: Ref<string>;
  readonly of: Readonly<ShallowRef<VisitsOf>>;
  readonly days: Readonly<Ref<number>>;
  /** The other link, by its name as it was when it was chosen. */
  readonly beside: Readonly<ShallowRef<OtherLink | null>>;
  readonly lookAt: (at: {
    readonly of?: VisitsOf;
    readonly days?: number;
    readonly beside?: OtherLink | null;
  }) => void;
  readonly visits: ShallowRef<Visits | null>;
  readonly besideVisits: ShallowRef<Visits | null>;
  readonly look: () => Promise<void>;
}

export function useVisits(chosen: Readonly<Ref<SavedLink | null>>): VisitsAtHand {
  const { problem, attempt } = useAttempt();
  const of = shallowRef<VisitsOf>({ kind: 'link' });
  const days = ref(28);
  const beside = shallowRef<OtherLink | null>(null);
  const visits = shallowRef<Visits | null>(null);
  const besideVisits = shallowRef<Visits | null>(null);

  function partOf(link: SavedLink): Partial<AskVisits> {
    const now = of.value;
    if (now.kind === 'collection') return { collection: now.name };
    if (now.kind === 'campaign') return { campaign: now.name };
    return now.kind === 'all' ? {} : { link: link.id };
  }
  const asked = useNewest();
  const look = (): Promise<void> =>
    attempt(async () => {
      const isNewest = asked.ask();
      const link = chosen.value;
      if (link === null) {
        visits.value = besideVisits.value = null;
        return;
      }
      // The day that is not over is shown, too.
      const to = DateTime.now().plus({ days: 1 });
      const ask = {
        from: to.minus({ days: days.value }).toISODate(),
        to: to.toISODate(),
        zone: ownZone,
      };
      const [counted, other] = await Promise.all([
        fetchVisits({ ...ask, ...partOf(link) }),
        beside.value === null ? null : fetchVisits({ ...ask, link: beside.value.id }),
      ]);
      if (!isNewest()) return;
      visits.value = counted;
      besideVisits.value = other;
    });
  watch(
    () => chosen.value?.id,
    (id) => {
      if (beside.value?.id === id) beside.value = null;
    },
  );
  watch([() => chosen.value?.id, () => chosen.value?.revision, of, days, beside], look, { immediate: true });
  return {
    problem,
    of,
    days,
    beside,
    lookAt: (change) => {
      of.value = change.of ?? of.value;
      days.value = change.days ?? days.value;
      if (change.beside !== undefined) beside.value = change.beside;
    },
    visits,
    besideVisits,
    look,
  };
}
