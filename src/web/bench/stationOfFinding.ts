/** The station at which a finding is dealt with. */
import type { Station } from '../stations';

const messageCodes = new Set([
  'message-empty',
  'message-too-long',
  'address-scheme',
  'address-form',
  'address-space',
]);
const styleCodes = new Set(['mode-characters', 'version-too-small', 'budget', 'text-encoding']);

export function stationOfFinding(code: string): Station {
  if (messageCodes.has(code)) return 'message';
  return styleCodes.has(code) ? 'style' : 'piece';
}
