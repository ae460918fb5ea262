/** Worker entry: the press beside the page's own thread. */
import { expose } from 'comlink';
import { createPress } from './press';

expose(createPress());
