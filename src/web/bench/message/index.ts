/** The drawer of the message station. */
export { default } from './MessageDrawer.vue';
