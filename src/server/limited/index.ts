/**
 * limited: work on bytes from elsewhere, or that may be long, in child processes whose processor time and memory are limited. The clock
 * ends nothing: a slow or busy machine gives the same verdict as a fast one, only later.
 */
export { type Asked, LimitedProcess, type LongWork } from './limitedProcess';
export { OutOfMemory, TooMuchWork, WorkStopped } from './problems';
export { answerWork, type Tell, type WorkFunctions } from './workThread';
