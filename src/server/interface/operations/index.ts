/** operations: every request that the server answers, with the schemas that check it and an example that works. Tables; nothing is done here. */
import { houseOperations } from './house';
import { jobsOperations } from './jobs';
import { linksOperations } from './links';
import type { Operation } from './operation';
import { seriesOperations } from './series';
import { stockOperations } from './stock';

export type { Answer, Operation } from './operation';

export const operations: readonly Operation[] = [
  ...houseOperations,
  ...jobsOperations,
  ...seriesOperations,
  ...linksOperations,
  ...stockOperations,
];
