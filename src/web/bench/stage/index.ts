/** stage: the piece as it will be, in its views, with what can be taken hold of. */
export { default as StagePanel } from './StagePanel.vue';
export { default as StandDrawing } from './StandDrawing.vue';
export { stageViews, type StageView } from './stageViews';
