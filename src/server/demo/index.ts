/** demo: the yard with its jobs, links and series. */
export { fillWithDemo } from './demo';
export { demoJobs, unfinishedDemoJobs } from './jobs';
