/** Drawing symbols in joined styles: time and nodes, against the fewest nodes that squares need. */
import { drawArtwork, presets } from '../src/core/artwork';
import { logoArt, loadLogo, newLogo, placeLogo } from '../src/core/logo';
import { encodeSymbol, defaultSymbolSettings } from '../src/core/symbol';
import { logoAssets } from '../src/node/logoAssets';
import { sampleLengths, sampleMessage } from './encoders';
import { quantile } from './timing';

export interface ArtworkRow {
  readonly name: string;
  readonly medianMs: number;
  readonly nodes: number;
  /** Nodes over those of the same symbol in plain squares, which is the fewest for its outline. */
  readonly nodeRatio: number;
  readonly budgetMs: number | null;
}

const budgetMs = { 10: 4, 40: 40 } as const;

/** The slowest joined style of each version, and the spread of node counts. */
export function artworkRows(): ArtworkRow[] {
  return ([10, 40] as const).flatMap((version) => {
    const { symbol } = encodeSymbol(sampleMessage(sampleLengths[version]), defaultSymbolSettings);
    const plain = nodesOf(drawArtwork(symbol!).dark);
    return presets
      .filter(({ style }) => style.modules.join !== 'none')
      .map(({ name, style }) => {
        const samples: number[] = [];
        let nodes = 0;
        for (let round = 0; round < (version === 10 ? 60 : 25); round++) {
          const started = performance.now();
          const { dark } = drawArtwork(symbol!, style);
          samples.push(performance.now() - started);
          nodes = nodesOf(dark);
        }
        return {
          name: `artwork of version ${version} in ${name}`,
          medianMs: quantile(samples.slice(10), 0.5),
          nodes,
          nodeRatio: nodes / plain,
          budgetMs: budgetMs[version],
        };
      });
  });
}

/** A logo placed, the modules cleared and the damage counted, version 10. */
export async function logoRow(): Promise<{ loadMs: number; placeMs: number }> {
  const settings = newLogo({ kind: 'icon', icon: 'anchor' });
  const assets = logoAssets(() => Promise.resolve(null));
  await loadLogo({ source: { kind: 'icon', icon: 'ship' }, title: '' }, assets);
  const started = performance.now();
  const loaded = await loadLogo(settings, assets);
  if ('problem' in loaded) throw new Error(loaded.problem);
  const art = logoArt(loaded, settings.ink)!;
  const loadMs = performance.now() - started;
  const samples: number[] = [];
  for (let round = 0; round < 40; round++) {
    const from = performance.now();
    placeLogo(art, settings, 57, false);
    samples.push(performance.now() - from);
  }
  return { loadMs, placeMs: quantile(samples.slice(8), 0.5) };
}

const nodesOf = (region: readonly (readonly unknown[])[]): number =>
  region.reduce((sum, contour) => sum + contour.length, 0);
