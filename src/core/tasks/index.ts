/** tasks: work that waits its turn, is outdated by newer questions, can be called off between its steps, or is done when it is first asked for. */
export { breathe } from './breathe';
export { loadedOnce } from './loadedOnce';
export { type Newest, newestOf } from './newest';
export { onDemand } from './onDemand';
export { oneByOne } from './oneByOne';
export { allSteps, inTurns } from './turns';
