/** Clipped parts of an SVG that lie outside a window are taken out: the renderer breaks on those that lie far outside. */
import { boundsOf, boxesMeet, type Box } from '../geometry';
import { subpaths } from './subpaths';

const clippedPaths = /<path clip-path="[^"]*"[^>]* d="([^"]*)"\/>/g;
const clippedGroups = /<g clip-path="url\(#([^)]*)\)">.*?<\/g>/gs;

/** As our writer gives them; nothing else of the text changes. */
export function withoutFarClips(svg: string, window: Box): string {
  if (!svg.includes('clip-path=')) return svg;
  const lies = (d: string): boolean => {
    const bounds = boundsOf(subpaths(d).map(({ contour }) => contour));
    return bounds !== null && boxesMeet(bounds, window);
  };
  return svg
    .replace(clippedPaths, (element, d: string) => (lies(d) ? element : ''))
    .replace(clippedGroups, (element, id: string) => {
      const start = svg.indexOf(`<clipPath id="${id}"><path d="`);
      const d = svg.slice(start).match(/ d="([^"]*)"/)?.[1];
      return d === undefined || lies(d) ? element : '';
    });
}
