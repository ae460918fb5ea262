/** What a page will need, told with the page itself: the browser fetches it all at once instead of file after file. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from '../../core/schema';

/** What the build tells of its files (Vite's manifest). */
const manifestSchema = z.record(
  z.string(),
  z.object({
    file: z.string(),
    imports: z.array(z.string()).default([]),
    css: z.array(z.string()).default([]),
  }),
);
type Manifest = z.infer<typeof manifestSchema>;

const screens = {
  shelf: 'src/web/shelf/ShelfScreen.vue',
  bench: 'src/web/bench/BenchScreen.vue',
  materials: 'src/web/materials/MaterialsScreen.vue',
} as const;

/** `Link` header of a path of the page (RFC 8288); empty where nothing is known, which costs only time. */
export function hintsOf(webFolder: string): (path: string) => string {
  const manifest = manifestIn(webFolder);
  const ofScreen = Object.fromEntries(
    Object.entries(screens).map(([name, source]) => [name, linksOf(manifest, source)]),
  ) as Record<keyof typeof screens, string>;
  return (path) =>
    path === '/'
      ? ofScreen.shelf
      : path.startsWith('/jobs/')
        ? ofScreen.bench
        : path.startsWith('/materials')
          ? ofScreen.materials
          : '';
}

function manifestIn(webFolder: string): Manifest {
  try {
    return manifestSchema.parse(JSON.parse(readFileSync(join(webFolder, '.vite', 'manifest.json'), 'utf8')));
  } catch {
    return {};
  }
}

/** A file with all that it imports, and their styles. */
function linksOf(manifest: Manifest, source: string): string {
  const [scripts, styles, seen] = [new Set<string>(), new Set<string>(), new Set<string>()];
  const follow = (key: string): void => {
    const chunk = manifest[key];
    if (chunk === undefined || seen.has(key)) return;
    seen.add(key);
    scripts.add(chunk.file);
    chunk.css.forEach((file) => styles.add(file));
    chunk.imports.forEach(follow);
  };
  follow(source);
  return [
    ...[...scripts].map((file) => `</${file}>; rel=modulepreload`),
    ...[...styles].map((file) => `</${file}>; rel=preload; as=style; crossorigin`),
  ].join(', ');
}
