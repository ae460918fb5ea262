/** The pair of a job as the job finishes it: with paint in the marks, on white, with the marks on the bed. */
import { pairOf, type Pair } from '../plan';
import type { Job } from './job';

export const pairOfJob = ({ making }: Pick<Job, 'making'>): Pair =>
  pairOf(making.pair, { ...making, faceDown: making.solid.faceDown });
