/** The drawer of the style station. */
export { default } from './StyleDrawer.vue';
