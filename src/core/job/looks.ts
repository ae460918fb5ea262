/** Looks of jobs: taken over in parts, and mixed. */
import { shapesKey, styleName } from '../artwork';
import type { Look } from './look';
import type { CodeSettings } from './job';

/** What can be taken over from a look on its own. */
export const lookParts = ['shapes', 'colours', 'logo'] as const;
export type LookPart = (typeof lookParts)[number];

/** A code in another look. A look without a logo leaves its logo as it is. */
export function inLook(code: CodeSettings, look: Look, parts: readonly LookPart[] = lookParts): CodeSettings {
  const { modules, finders, alignment, round, paint } = look.style;
  const shapes = parts.includes('shapes') ? { modules, finders, alignment, round } : {};
  const colours = parts.includes('colours') ? { paint } : {};
  return {
    ...code,
    style: { ...code.style, ...shapes, ...colours },
    logo: parts.includes('logo') && look.logo !== null ? look.logo : code.logo,
  };
}

/** Modules, ground and logo of the first look with the finder patterns of the second. */
export function mixedLooks(first: Look, second: Look): Look {
  return {
    style: {
      ...first.style,
      finders: second.style.finders,
      paint: { ...first.style.paint, finders: second.style.paint.finders },
    },
    logo: first.logo,
  };
}

/** Two looks with the same text look the same. */
export const lookKey = ({ style, logo }: Look): string =>
  JSON.stringify([shapesKey(style), style.paint, logo]);

/** The name of a house style with this very look, of a shipped style with these shapes, or `own shapes`. */
export function lookName(
  look: Look,
  houseStyles: readonly { readonly name: string; readonly look: Look }[],
): string {
  const key = lookKey(look);
  return houseStyles.find((style) => lookKey(style.look) === key)?.name ?? styleName(look.style);
}
