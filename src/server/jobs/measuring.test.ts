/** What waits to be measured when the data is closed is forgotten: nothing is read or kept any more. */
import { describe, expect, it } from '@jest/globals';
import { newJob, type Job } from '../../core/job';
import type { FileStore } from '../documents';
import { Background } from '../upkeep';
import { Measuring } from './measuring';
import { severityOf } from './severity';

const job = newJob({ message: { kind: 'text', text: 'Berth 17' } });
const noFiles = {} as FileStore;

describe('measuring', () => {
  it('tells every job that was asked for, the newest revision once', async () => {
    const measured: string[] = [];
    const measuring = new Measuring({
      severity: severityOf,
      files: noFiles,
      background: new Background(),
      keep: (summaries) =>
        measured.push(...summaries.map(({ id, revision, severity }) => `${id} ${revision} ${severity}`)),
    });
    measuring.ask('a', 1, () => job);
    measuring.ask('b', 1, () => null);
    measuring.ask('a', 2, () => job);
    await measuring.settled();
    expect(measured).toEqual(['a 2 fine']);
  });

  it('keeps many by few writes, and one at once', async () => {
    const writes: number[] = [];
    const measuring = new Measuring({
      severity: () => Promise.resolve('fine'),
      files: noFiles,
      background: new Background(),
      keep: (summaries) => writes.push(summaries.length),
    });
    for (let index = 0; index < 60; index++) measuring.ask(`job ${index}`, 1, () => job);
    await measuring.settled();
    measuring.ask('one more', 1, () => job);
    await measuring.settled();
    expect(writes).toEqual([25, 25, 10, 1]);
  });

  it('reads and tells nothing once the data is closed', async () => {
    let isOpen = true;
    const measured: string[] = [];
    const read: string[] = [];
    const document = (id: string) => (): Job => {
      if (!isOpen) throw new Error('The database connection is not open');
      read.push(id);
      // Closed while the first is being measured.
      setImmediate(() => (isOpen = false));
      return job;
    };
    const slow: typeof severityOf = async (...args) => {
      await new Promise((resolve) => setTimeout(resolve, 20));
      return severityOf(...args);
    };
    const measuring = new Measuring({
      severity: slow,
      files: noFiles,
      background: new Background(),
      keep: (summaries) => measured.push(...summaries.map(({ id }) => id)),
      isOpen: () => isOpen,
    });
    measuring.ask('a', 1, document('a'));
    measuring.ask('b', 1, document('b'));
    await measuring.settled();
    expect([read, measured]).toEqual([['a'], []]);
  });
});
