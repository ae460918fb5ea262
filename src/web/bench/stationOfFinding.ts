/** The station at which a finding is dealt with. */
import type { Station } from '../stations';

/** Codes of findings about a message begin with the kind or the field. */
const messageCodes = /^(message|address|email|phone|chat|contact|wifi|event|place|payment|product|app|raw)-/;
const styleCodes = new Set([
  'mode-characters',
  'version-too-small',
  'budget',
  'text-encoding',
  'symbol-rule',
  'unit-fill',
  'finder-corners',
  'finder-proportions',
  'alignment',
  'thinnest-gap',
  'covered-patterns',
  'round-quiet',
  'logo-missing',
  'logo-notes',
  'logo-detail',
  'ground-missing',
  'contrast',
  'contrast-luma',
  'contrast-red',
  'paint-unused',
]);

export function stationOfFinding(code: string): Station {
  if (messageCodes.test(code)) return 'message';
  return styleCodes.has(code) ? 'style' : 'piece';
}
