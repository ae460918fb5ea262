/** What waits to be measured when the data is closed is forgotten: nothing is read or kept any more. */
import { describe, expect, it } from '@jest/globals';
import { newJob, type Job } from '../core/job';
import type { FileStore } from './files';
import { Background } from './background';
import { createMeasuring } from './measuring';
import { workshopHere } from './workshop';

const job = newJob({ message: { kind: 'text', text: 'Berth 17' } });
const noFiles = {} as FileStore;

describe('measuring', () => {
  it('tells every job that was asked for, the newest revision once', async () => {
    const told: string[] = [];
    const { ask, settled } = createMeasuring({
      workshop: workshopHere,
      files: noFiles,
      background: new Background(),
      keep: (id, revision, severity) => told.push(`${id} ${revision} ${severity}`),
    });
    ask('a', 1, () => job);
    ask('b', 1, () => null);
    ask('a', 2, () => job);
    await settled();
    expect(told).toEqual(['a 2 fine']);
  });

  it('reads and tells nothing once the data is closed', async () => {
    let isOpen = true;
    const told: string[] = [];
    const read: string[] = [];
    const document = (id: string) => (): Job => {
      if (!isOpen) throw new Error('The database connection is not open');
      read.push(id);
      // Closed while the first is being measured.
      setImmediate(() => (isOpen = false));
      return job;
    };
    const slow = {
      ...workshopHere,
      severity: async (...args: Parameters<typeof workshopHere.severity>) => {
        await new Promise((resolve) => setTimeout(resolve, 20));
        return workshopHere.severity(...args);
      },
    };
    const { ask, settled } = createMeasuring({
      workshop: slow,
      files: noFiles,
      background: new Background(),
      keep: (id) => told.push(id),
      isOpen: () => isOpen,
    });
    ask('a', 1, document('a'));
    ask('b', 1, document('b'));
    await settled();
    expect([read, told]).toEqual([['a'], []]);
  });
});
