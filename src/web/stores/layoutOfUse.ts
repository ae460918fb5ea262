/** A piece laid out for what it is for: again when its message gives a code of another size, until something of it is chosen. */
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import type { Use } from '../../content';
import { codeOf, type Job } from '../../core/job';
import { useEngine } from '../shared/engine';
import { useBench } from './bench';
import { useProfiles } from './profiles';

interface LaidOut {
  readonly jobId: string;
  readonly use: Use;
  /** What was laid out, as text: whoever changes it lays it out from then on. */
  readonly layout: string;
}

const layoutOf = ({ codes, piece, making }: Job): string =>
  JSON.stringify([codes.map(({ placement }) => placement), piece, making]);

/** Message, look and symbol stay: a use is about the piece. */
const withLayoutOf = (job: Job, laid: Job): Job => ({
  ...job,
  piece: laid.piece,
  making: laid.making,
  codes: job.codes.map((code) => ({ ...code, placement: codeOf(laid, code.id).placement })),
});

export const useLayoutOfUse = defineStore('layoutOfUse', () => {
  const bench = useBench();
  const profiles = useProfiles();
  const laidOut = shallowRef<LaidOut | null>(null);
  /** Which use the job at hand was laid out for; null for none. */
  const chosen = computed(() => (laidOut.value?.jobId === bench.id ? laidOut.value.use.id : null));

  /** Gives the job at hand the piece of a use. Rejects with a sentence when it cannot be laid out. */
  async function choose(use: Use): Promise<void> {
    const job = bench.document;
    if (job === null) return;
    bench.sizeChosen();
    await layOut(use, { ...withLayoutOf(job, use.job), reading: use.job.reading });
  }

  async function layOut(use: Use, bare: Job): Promise<void> {
    if (bench.edit(bare, 'use').length > 0) return;
    const [placed, codeId, jobId] = [bench.document!, bench.code!.id, bench.id];
    await profiles.load();
    const made = await useEngine().desk.forUse(placed, codeId, profiles.plainPairs(), use.hasCall);
    const now = bench.document;
    // What was typed meanwhile stays; whoever laid something out meanwhile meant it.
    if (now === null || bench.id !== jobId || layoutOf(now) !== layoutOf(placed)) return;
    bench.follow(withLayoutOf(now, made), 'use');
    laidOut.value = { jobId, use, layout: layoutOf(bench.document!) };
    const messageOf = (job: Job): string => JSON.stringify(codeOf(job, codeId).message);
    if (messageOf(now) !== messageOf(placed)) await follow();
  }

  /** After the message gave a code of another size: laid out again, unless somebody laid something out meanwhile. */
  async function follow(): Promise<void> {
    const [job, last] = [bench.document, laidOut.value];
    if (job === null || last === null || last.jobId !== bench.id || layoutOf(job) !== last.layout) return;
    await layOut(last.use, withLayoutOf(job, last.use.job));
  }
  return { chosen, choose, follow };
});
