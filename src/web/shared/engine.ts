/** The one engine of the page. */
import { startEngine, type Engine } from '../../engine';

let engine: Engine | undefined;

export function useEngine(): Engine {
  return (engine ??= startEngine());
}
