/** Words for what the shelf shows. */
import type { JobState, ShelfOrder } from '../../wire';

export const stateNames: Readonly<Record<JobState, string>> = {
  new: 'new',
  unmeasured: 'not measured yet',
  blocked: 'blocked',
  ready: 'ready',
  proved: 'proved',
  stale: 'stale',
  made: 'made',
};

export const orderNames: Readonly<Record<ShelfOrder, string>> = {
  saved: 'newest first',
  name: 'by name',
  collection: 'by collection',
  material: 'by material',
  size: 'by size',
};
