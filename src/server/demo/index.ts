/** demo: the yard with its jobs, links and series. */
export { demoJobs, fillWithDemo, unfinishedDemoJobs } from './demo';
