/** The one engine of the page. */
import { startEngine, type Engine } from '../../engine';
import { takeEarly } from './early';

let engine: Engine | undefined;

export function useEngine(): Engine {
  return (engine ??= startEngine(takeEarly));
}
