/** Why there is no logo to measure: what the limits say of it, or that it is still on its way. */
import { computed, type ComputedRef } from 'vue';
import type { PressView } from '../../../engine';
import { useWording } from '../../shared/useWording';
import { useJobAtHand } from '../jobAtHand';

export function useWhyNoLogo(view: () => PressView): ComputedRef<string> {
  const { code } = useJobAtHand();
  const { words } = useWording();
  return computed(() => {
    const found = view().findings.find(
      ({ kind, severity, about }) =>
        severity === 'stop' && kind === 'logo-missing' && 'id' in about && about.id === code.value.id,
    );
    if (found !== undefined) return words(found.text);
    return view().made === null
      ? 'Measured as soon as there is a code.'
      : 'The logo is still being drawn; what it uses is shown then.';
  });
}
