/** Worker entry: proofs with the wasm modules that ship with the page. */
import { expose } from 'comlink';
import { createLibrary } from '../core/run';
import { browserAssets, browserProofBinaries } from './browserAssets';
import { PanelProver } from './prover';

expose(new PanelProver(browserProofBinaries, createLibrary(browserAssets)));
