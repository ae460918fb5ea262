/** engine: job documents come in from the page; what to draw, files and proofs come back, all off the page's thread. */
import { wrap, type Remote } from 'comlink';
import type { Press } from './press';
import type { Prover } from './prover';

export type { Arrangement } from '../core/run';
export type { ReadOutline } from '../core/piece';
export type {
  FinishedPart,
  LogoView,
  MadeView,
  OperationView,
  PiecePicture,
  PressView,
  Swatch,
  WeakModule,
} from './pressView';
export type { CodeView, StandView, ThingView } from './thingViews';

export interface Engine {
  readonly press: Remote<Press>;
  readonly prover: Remote<Prover>;
}

/** Starts the two workers. */
export function startEngine(): Engine {
  return {
    press: wrap<Press>(
      new Worker(new URL('./press.worker.ts', import.meta.url), { type: 'module', name: 'press' }),
    ),
    prover: wrap<Prover>(
      new Worker(new URL('./prover.worker.ts', import.meta.url), { type: 'module', name: 'prover' }),
    ),
  };
}
