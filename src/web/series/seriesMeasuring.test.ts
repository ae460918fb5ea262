import { describe, expect, it } from '@jest/globals';
import { newJob } from '../../core/job';
import { newSeries } from '../../core/series';
import { Stopped, type SeriesView } from '../../engine';
import type { MadeBefore } from '../../wire';
import { SeriesMeasuring } from './seriesMeasuring';

const job = newJob({ message: { kind: 'web', address: 'https://ternquay.example' } });
const series = newSeries({ kind: 'table', name: '', columns: ['berth'], rows: [['17']] }, {});
const viewOf = (...states: ('made' | 'held-back')[]): SeriesView => ({
  look: null,
  rows: states.map((state, index) => ({
    state,
    payload: `payload ${index}`,
  })) as unknown as SeriesView['rows'],
});

/** A worker that answers when it is told to; stopped, it rejects what is open, as the real one does. */
function newMeasuring(madeBefore: (payloads: readonly string[]) => MadeBefore[] = () => []) {
  const open: {
    answer: (view: SeriesView) => void;
    fail: (error: unknown) => void;
    tell: (share: number) => void;
  }[] = [];
  let stops = 0;
  const maker = {
    measureSeries: (_job: unknown, _series: unknown, tell: (share: number) => void) =>
      new Promise<SeriesView>((answer, fail) => open.push({ answer, fail, tell })),
    stop: () => {
      stops++;
      for (const { fail } of open.splice(0)) fail(new Stopped('It was stopped.'));
    },
  };
  const measuring = new SeriesMeasuring(
    () => maker,
    async (payloads) => madeBefore(payloads),
  );
  return { measuring, open, stops: () => stops };
}
const always = (): boolean => true;

describe('measuring a series', () => {
  it('tells how far it is, then shows the rows and nothing under way', async () => {
    const { measuring, open } = newMeasuring();
    const done = measuring.measure(job, series, always);
    expect(measuring.share.value).toBe(0);
    open[0]!.tell(0.5);
    expect(measuring.share.value).toBe(0.5);
    open[0]!.answer(viewOf('made'));
    await done;
    expect([measuring.view.value, measuring.share.value]).toEqual([viewOf('made'), null]);
  });

  it('asks of rows that are made only, and says by row which were made before', async () => {
    const asked: string[][] = [];
    const { measuring, open } = newMeasuring((payloads) => {
      asked.push([...payloads]);
      return [{ index: 1, runNumber: 7, at: '2026-11-30T08:00:00.000Z' }];
    });
    const done = measuring.measure(job, series, always);
    open[0]!.answer(viewOf('held-back', 'made', 'held-back', 'made'));
    await done;
    expect(asked).toEqual([['payload 1', 'payload 3']]);
    expect([...measuring.madeBefore.value].map(([row, { runNumber }]) => [row, runNumber])).toEqual([[3, 7]]);
  });

  it('that is called off ends the worker, and says nothing', async () => {
    const { measuring, open, stops } = newMeasuring();
    const done = measuring.measure(job, series, always);
    const { tell } = open[0]!;
    measuring.callOff();
    await done;
    tell(0.9);
    expect([stops(), measuring.view.value, measuring.share.value]).toEqual([1, null, null]);
    measuring.callOff();
    expect(stops()).toBe(1);
  });

  it('of what changed meanwhile leaves what is shown alone', async () => {
    const { measuring, open } = newMeasuring();
    const first = measuring.measure(job, series, always);
    open[0]!.answer(viewOf('made'));
    await first;
    const second = measuring.measure(job, series, () => false);
    open[1]!.answer(viewOf('held-back'));
    await second;
    expect(measuring.view.value).toEqual(viewOf('made'));
  });

  it('that came to nothing is told, but not by an older measurement', async () => {
    const { measuring, open } = newMeasuring();
    const older = measuring.measure(job, series, always);
    const newer = measuring.measure(job, series, always);
    open[0]!.fail(new Error('out of memory'));
    await older;
    expect(measuring.share.value).toBe(0);
    open[1]!.fail(new Error('out of memory'));
    await expect(newer).rejects.toThrow('out of memory');
    expect(measuring.share.value).toBeNull();
  });

  it('is forgotten with what was made before', async () => {
    const { measuring, open } = newMeasuring(() => [
      { index: 0, runNumber: 1, at: '2026-11-30T08:00:00.000Z' },
    ]);
    const done = measuring.measure(job, series, always);
    open[0]!.answer(viewOf('made'));
    await done;
    expect(measuring.madeBefore.value.size).toBe(1);
    measuring.forget();
    expect([measuring.view.value, measuring.madeBefore.value.size]).toEqual([null, 0]);
  });
});
