/** Formats that are ticked for a job: as they were left in this window, or else the first that suits its machine. */
import { computed, shallowRef, watch, type WritableComputedRef } from 'vue';
import { downloads, suitsMachine, type DownloadId } from '../../../core/files';
import type { Machine } from '../../../core/plan';
import { recall, remember } from '../../shared/browserStorage';

interface Ticked {
  /** Of the machine that they were ticked for; another kind of machine begins anew. */
  readonly kind: string;
  readonly ids: readonly DownloadId[];
}

export function useFormats(
  source: () => { readonly jobId: string; readonly machine: Machine },
): WritableComputedRef<readonly DownloadId[]> {
  const keyOf = (jobId: string): string => `binarus.formats.${jobId}`;
  const ticked = shallowRef<Ticked | null>(null);
  watch(
    () => source().jobId,
    (jobId) => (ticked.value = tickedOf(recall(sessionStorage, keyOf(jobId)))),
    { immediate: true },
  );
  return computed({
    get: () => {
      const { machine } = source();
      if (ticked.value?.kind === machine.kind) return ticked.value.ids;
      return [downloads.find((download) => suitsMachine(download, machine))!.id];
    },
    set: (ids) => {
      const { jobId, machine } = source();
      ticked.value = { kind: machine.kind, ids };
      remember(sessionStorage, keyOf(jobId), ticked.value);
    },
  });
}

/** Formats that there are none of any more are left out. */
function tickedOf(kept: unknown): Ticked | null {
  if (typeof kept !== 'object' || kept === null || !('kind' in kept) || !('ids' in kept)) return null;
  const { kind, ids } = kept;
  if (typeof kind !== 'string' || !Array.isArray(ids)) return null;
  return { kind, ids: downloads.map(({ id }) => id).filter((id) => ids.includes(id)) };
}
