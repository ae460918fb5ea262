/** content: what ships as data: templates, and how readily readers take the shipped styles. */
export { type DemoCheck, demoChecks } from './demoChecks';
export { demoCoupon } from './demoCoupon';
export { type MachineId, type MachineRow, machineRows } from './machines';
export { alsoCalled, findPair, pairs } from './pairs';
export { measuredPresets, presetFitness } from './presetFitness';
export { regatta } from './regatta';
export { type Template, templates } from './templates';
export { type Term, terms } from './terms';
export { type Use, uses } from './uses';
export { usualSizes } from './usualSizes';
