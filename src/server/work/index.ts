/** work: what takes long, done in child processes with limits. */
export { tasks } from './tasks';
export { type Workshop, workshopHere, workshopInProcesses } from './workshop';
