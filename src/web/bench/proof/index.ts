/** The drawer of the proof station. */
export { default } from './ProofDrawer.vue';
