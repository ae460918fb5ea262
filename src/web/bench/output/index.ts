/** The drawer of the output station. */
export { default } from './OutputDrawer.vue';
