/** The drawer of the piece station. */
export { default } from './PieceDrawer.vue';
