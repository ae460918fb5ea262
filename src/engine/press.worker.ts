/** Worker entry: the press beside the page's own thread. */
import { expose } from 'comlink';
import { createLibrary } from '../core/run';
import { newJob } from '../core/job';
import { browserAssets } from './browserAssets';
import { JobPress } from './press';

const press = new JobPress(createLibrary(browserAssets), browserAssets.renderer);
expose(press);

/** Runs that let the engine of the browser compile the stages, so that the first keys are as quick as the later ones. */
const warmUpRuns = 40;

// The desk has no keys to answer.
for (let run = 0; self.name === 'press' && run < warmUpRuns; run++)
  setTimeout(
    () => void press.press(newJob({ message: { kind: 'text', text: `berth ${run} `.repeat(20) } }), 'code-1'),
    1200 + run * 15,
  );
