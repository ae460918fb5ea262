/** content: what ships as data: templates, and how readily readers take the shipped styles. */
export { measuredPresets, presetFitness } from './presetFitness';
export { regatta } from './regatta';
export { type Template, templates } from './templates';
export { type Term, terms } from './terms';
