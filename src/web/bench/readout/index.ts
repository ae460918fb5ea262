/** readout: what was found, with its fixes, and which widths of the code satisfy which limit. */
export { default as FitBar } from './FitBar.vue';
export { default as FixButtons } from './FixButtons.vue';
export { default as OverrideDialog } from './OverrideDialog.vue';
export { default as ReadoutPanel } from './ReadoutPanel.vue';
export { default as ReadoutStrip } from './ReadoutStrip.vue';
